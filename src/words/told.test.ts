import { toldInWords, retold, told } from './told'
import { inWords, MARKED, said } from './words'

const label = told(said('commands.deleteElements', 3))

test('what is told is plain data, read where it is read', () => {
  const sent = JSON.parse(JSON.stringify(label)) as typeof label
  expect(sent).toEqual({ word: 'commands.deleteElements', filled: [3], read: inWords('commands.deleteElements', 3) })
  process.env.VANE_WORDS = MARKED
  try {
    expect(toldInWords(sent)).toBe(inWords('commands.deleteElements', 3))
    expect(toldInWords(sent)).not.toBe(toldInWords('Delete 3 elements'))
    expect(inWords('state.undo', retold(sent))).toContain(toldInWords(sent))
  } finally {
    delete process.env.VANE_WORDS
  }
})
test('what a program no longer knows by its name reads as it did when it was told', () => {
  const older = { word: 'commands.someActThatIsNoMore', filled: [], read: 'Fold the corner' }
  expect(toldInWords(older)).toBe('Fold the corner')
  expect(toldInWords(told(retold(older)))).toBe('Fold the corner')
  expect(toldInWords({ word: 'state.undo', filled: [older], read: 'Undo: fold' })).toBe('Undo: fold')
})
test('what is longer than anybody reads is cut, and fits what is stored and sent; no number is lost', () => {
  const long = told(said('app.of', 'n'.repeat(5000), said('app.asIs', 'w'.repeat(5000))))
  expect(toldInWords(long).length).toBeLessThan(900)
  expect(toldInWords(long)).toMatch(/^“n+…”: w+…$/)
  const odd = told(said('counts.frame', Number.NaN))
  expect(toldInWords(JSON.parse(JSON.stringify(odd)) as typeof odd)).toContain('NaN')
})
test('what was stored before there were names is the text itself', () => {
  expect(toldInWords('Move “Callout”')).toBe('Move “Callout”')
  expect(inWords('state.undo', retold('Move “Callout”'))).toBe(inWords('state.undo', 'Move “Callout”'))
})
