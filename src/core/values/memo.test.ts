import { isSettled, memo, memoByText } from './memo'

test('an answer is worked out once for an object, and for another one anew', () => {
  const make = jest.fn((x: { n: number }) => x.n * 2)
  const twice = memo(make)
  const [a, b] = [{ n: 1 }, { n: 1 }]
  expect([twice(a), twice(a), twice(b)]).toEqual([2, 2, 2])
  expect(make).toHaveBeenCalledTimes(2)
})
test('it goes with the object that is named, and is worked out anew when what it needs is another', () => {
  const make = jest.fn(({ list, by }: { list: number[]; by: number }) => list.map((n) => n * by))
  const scaled = memo(make, { by: ({ list }) => list, needs: ({ by }) => [by] })
  const list = [1, 2]
  expect([scaled({ list, by: 2 }), scaled({ list, by: 2 }), scaled({ list, by: 3 })]).toEqual([
    [2, 4],
    [2, 4],
    [3, 6],
  ])
  expect(make).toHaveBeenCalledTimes(2)
})
test('what may still change in place is worked out each time', () => {
  const sum = memo(({ n }: { n: number }) => n + 1, { settled: isSettled })
  const open = { n: 1 }
  expect(sum(open)).toBe(2)
  open.n = 5
  expect(sum(open)).toBe(6)
  const make = jest.fn(({ n }: { n: number }) => n)
  const once = memo(make, { settled: isSettled })
  const closed = Object.freeze({ n: 1 })
  once(closed)
  once(closed)
  expect(make).toHaveBeenCalledTimes(1)
})
test('by text, an answer of nothing is remembered too; too many are forgotten', () => {
  const make = jest.fn((text: string) => (text === 'none' ? undefined : text.length))
  const long = memoByText(make, 2)
  expect([long('none'), long('none'), long('ab')]).toEqual([undefined, undefined, 2])
  expect(make).toHaveBeenCalledTimes(2)
  long('abc')
  long('ab')
  expect(make).toHaveBeenCalledTimes(4)
})
