/** Of a key press what a command is found by. */
export type Pressed = Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>

/**
 * A key press as the commands name it. Symbols that need Shift stand for themselves; letters are large with Shift and
 * small without, whatever Caps Lock makes of them.
 */
export function keyName({ key: pressed, shiftKey, ctrlKey, metaKey, altKey }: Pressed): string {
  const letter = pressed.length === 1 && /\p{L}/u.test(pressed)
  const key = pressed === ' ' ? 'Space' : letter ? (shiftKey ? pressed.toUpperCase() : pressed.toLowerCase()) : pressed
  const symbol = key.length === 1 && !letter && !/\d/.test(key)
  const shift = shiftKey && (!symbol || key === '>' || key === '<' || key === ')') ? 'Shift+' : ''
  return `${ctrlKey || metaKey ? 'Ctrl+' : ''}${altKey ? 'Alt+' : ''}${shift}${key}`
}
