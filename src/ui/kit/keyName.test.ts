import { keyName } from './keyName'

const press = (key: string, held = '') =>
  keyName({
    key,
    shiftKey: held.includes('s'),
    ctrlKey: held.includes('c'),
    altKey: held.includes('a'),
    metaKey: held.includes('m'),
  })
test('a letter is the same key whether Caps Lock is on or not', () => {
  for (const key of ['z', 'Z']) {
    expect(press(key)).toBe('z')
    expect(press(key, 'c')).toBe('Ctrl+z')
    expect(press(key, 'm')).toBe('Ctrl+z')
    expect(press(key, 'cs')).toBe('Ctrl+Shift+Z')
    expect(press(key, 's')).toBe('Shift+Z')
  }
})
test('symbols that need Shift stand for themselves, but for those whose key has another', () => {
  expect([press('?', 's'), press('_', 's'), press('>', 's'), press(')', 's'), press('/')]).toEqual([
    '?',
    '_',
    'Shift+>',
    'Shift+)',
    '/',
  ])
  expect([press(' '), press(' ', 's'), press('ArrowLeft', 's'), press('5', 's'), press('Delete')]).toEqual([
    'Space',
    'Shift+Space',
    'Shift+ArrowLeft',
    'Shift+5',
    'Delete',
  ])
})
