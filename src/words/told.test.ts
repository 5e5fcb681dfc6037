import { read, retold, told } from './told'
import { inWords, MARKED, said } from './words'

const label = told(said('commands.deleteElements', 3))

test('what is told is plain data, read where it is read', () => {
  const sent = JSON.parse(JSON.stringify(label)) as typeof label
  expect(sent).toEqual({ word: 'commands.deleteElements', filled: [3], read: inWords('commands.deleteElements', 3) })
  process.env.VANE_WORDS = MARKED
  try {
    expect(read(sent)).toBe(inWords('commands.deleteElements', 3))
    expect(read(sent)).not.toBe(read('Delete 3 elements'))
    expect(inWords('state.undo', retold(sent))).toContain(read(sent))
  } finally {
    delete process.env.VANE_WORDS
  }
})
test('what a program no longer knows by its name reads as it did when it was told', () => {
  const older = { word: 'commands.someActThatIsNoMore', filled: [], read: 'Fold the corner' }
  expect(read(older)).toBe('Fold the corner')
  expect(read(told(retold(older)))).toBe('Fold the corner')
  expect(read({ word: 'state.undo', filled: [older], read: 'Undo: fold' })).toBe('Undo: fold')
})
test('what was stored before there were names is the text itself', () => {
  expect(read('Move “Callout”')).toBe('Move “Callout”')
  expect(inWords('state.undo', retold('Move “Callout”'))).toBe(inWords('state.undo', 'Move “Callout”'))
})
