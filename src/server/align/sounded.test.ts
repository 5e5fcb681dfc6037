import { PHONES } from '@/core/voice/sounds'
import { replacedNet } from './sounded'

const said = new Map([
  ['open', [['OW', 'P', 'AH', 'N']]],
  ['the', [['DH', 'AH']]],
  ['ledger', [['L', 'EH', 'JH', 'ER']]],
])
test('any sounds may be said in the place of the words that are asked about, one or two, and of no other', () => {
  const { states, arcs, said: own } = replacedNet(['Open', 'the', '—', 'ledger.'], said, [1, 3])
  const end = states - 1
  expect(arcs.filter((a) => /^w/.test(a.word ?? '')).map((a) => [a.from, a.to, a.word])).toEqual([
    [0, 1, 'w0'],
    [1, 2, 'w1'],
    [3, end, 'w3'],
  ])
  // What nothing can be said for is passed by.
  expect(arcs).toContainEqual({ from: 2, to: 3, share: 1, word: null })
  expect(own.get('w3')).toEqual([['L', 'EH', 'JH', 'ER']])
  const sounds = arcs.filter((a) => a.word === 'x0')
  expect([...new Set(sounds.filter((a) => a.from < 4).map((a) => a.from))]).toEqual([1, 2, 3])
  expect(arcs.filter((a) => a.word?.startsWith('x')).length).toBe(3 * 2 * PHONES.length)
  const after = (word: number) => arcs.filter((a) => a.from === 4 + word && a.word === null).map((a) => a.to)
  expect([after(1), after(2), after(3)]).toEqual([[2, 3], [3, end], [end]])
})
