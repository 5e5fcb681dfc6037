import type { PointerEvent } from 'react'
import { gestures, type Gesture } from './gesture'

const page = new EventTarget()
let held: number
const holder = { setPointerCapture: () => void held++ } as unknown as Element
const at = (clientX: number, clientY = 0, buttons = 1) =>
  ({ clientX, clientY, buttons, pointerId: 1, currentTarget: holder }) as PointerEvent
const escape = () => {
  const e = Object.assign(new Event('keydown', { cancelable: true }), { key: 'Escape' })
  page.dispatchEvent(e)
  return e.defaultPrevented
}
beforeEach(() => {
  held = 0
  Object.assign(globalThis, { window: page })
})
/** What a gesture is told of, in order. */
function told(more: Gesture = {}) {
  const list: string[] = []
  const gesture: Gesture = {
    drag: (e) => void list.push(`drag ${e.clientX}`),
    drop: (e) => void list.push(`drop ${e.clientX}`),
    tap: () => void list.push('tap'),
    quit: () => void list.push('quit'),
    over: () => void list.push('over'),
    ...more,
  }
  return { list, gesture }
}

test('what goes far enough is a drag, and let go it is dropped; what stays is a tap', () => {
  const { press, hand } = gestures()
  const { list, gesture } = told({ slop: 3 })
  press(at(10), gesture)
  hand.onPointerMove(at(12))
  hand.onPointerMove(at(14))
  hand.onPointerMove(at(11))
  hand.onPointerUp(at(11))
  expect(list).toEqual(['drag 14', 'drag 11', 'over', 'drop 11'])
  press(at(10), gesture)
  hand.onPointerMove(at(12))
  hand.onPointerUp(at(12))
  expect(list.slice(4)).toEqual(['over', 'tap'])
  // Nothing is held any more.
  hand.onPointerMove(at(90))
  hand.onPointerUp(at(90))
  expect(list).toHaveLength(6)
})
test('Escape and a lost pointer take it back, once; then that Escape is free again', () => {
  const { press, hand } = gestures()
  const { list, gesture } = told()
  press(at(10), gesture)
  hand.onPointerMove(at(20))
  expect(escape()).toBe(true)
  hand.onPointerUp(at(20))
  expect(list).toEqual(['drag 20', 'over', 'quit'])
  expect(escape()).toBe(false)
  press(at(10), gesture)
  hand.onPointerCancel()
  expect(list.slice(3)).toEqual(['over', 'quit'])
})
test('up and down counts unless only across does; a late holder holds from the first of the drag on', () => {
  const { press, hand } = gestures()
  const { list, gesture } = told({ slop: 5, across: true })
  press(at(10), gesture, { late: true })
  hand.onPointerMove(at(10, 40))
  expect([list, held]).toEqual([[], 0])
  hand.onPointerMove(at(15, 40))
  expect([list, held]).toEqual([['drag 15'], 1])
  hand.onPointerUp(at(15))
  press(at(10), { ...gesture, across: false })
  expect(held).toBe(2)
  hand.onPointerMove(at(10, 40))
  expect(list.at(-1)).toBe('drag 10')
})
test('let go elsewhere, where nothing is told of it, it is over: moved over later it is no drag', () => {
  const { press, hand } = gestures()
  const { list, gesture } = told({ slop: 5, across: true })
  press(at(10), gesture, { late: true })
  // Out of the holder, and up there; then back without a button.
  page.dispatchEvent(new Event('pointerup'))
  expect(escape()).toBe(false)
  hand.onPointerMove(at(60))
  expect(list).toEqual(['over', 'quit'])
  // Outside the page, nothing at all is told of it.
  press(at(10), gesture, { late: true })
  hand.onPointerMove(at(60, 0, 0))
  hand.onPointerMove(at(90))
  expect(list.slice(2)).toEqual(['over', 'quit'])
})
test('one press at a time: another ends the one before', () => {
  const { press, hand } = gestures()
  const one = told()
  const other = told()
  press(at(10), one.gesture)
  press(at(20), other.gesture)
  expect(one.list).toEqual(['over', 'quit'])
  hand.onPointerMove(at(30))
  hand.onPointerUp(at(30))
  expect([one.list.length, other.list]).toEqual([2, ['drag 30', 'over', 'drop 30']])
  expect(escape()).toBe(false)
})
