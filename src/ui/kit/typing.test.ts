import { beginTyping, endTyping, handOn } from './typing'

const field = (name: string, handed: string[]) => {
  const typing = { node: () => null, hand: () => void handed.push(name) }
  return typing
}

test('what is typed is handed on once, before something else is typed or done', () => {
  const handed: string[] = []
  const [a, b] = [field('a', handed), field('b', handed)]
  beginTyping(a)
  beginTyping(a)
  expect(handed).toEqual([])
  beginTyping(b)
  expect(handed).toEqual(['a'])
  handOn()
  handOn()
  expect(handed).toEqual(['a', 'b'])
})

test('what was taken back is not handed on; the end of another field takes nothing away', () => {
  const handed: string[] = []
  const [a, b] = [field('a', handed), field('b', handed)]
  beginTyping(a)
  endTyping(b)
  endTyping(a)
  handOn()
  expect(handed).toEqual([])
})

test('a field whose handing on makes an edit, which hands on first, hands on once', () => {
  let times = 0
  const own = {
    node: () => null,
    hand: () => {
      times++
      handOn()
    },
  }
  beginTyping(own)
  handOn()
  expect(times).toBe(1)
})
