import { lookAs } from '@/core/testing/looks'
import { byHand, made as madeBy } from '@/core/testing/made'
import { chances } from '../../chance'
import { CALM, framingAt } from '../../framing'
import type { Lesson } from '../../lesson/schema'
import { explainedIn, timedOf } from '../../scene'
import { element, lasting, lessonWithTake, loose, on, others } from '../../testing/lessons'
import { followPointer, idsFrom, moveElements, removeElements, setEdge, takeOut, type Edit } from '..'

/** A take whose pointer rests at the upper left, goes to the lower right at 5 s and comes back at 8 s. */
function lesson(): Lesson {
  const made = lessonWithTake()
  made.media.take!.pointer = [
    [0, 400, 300],
    [5_000_000, 400, 300],
    [5_600_000, 1500, 800],
    [8_000_000, 1500, 800],
    [8_600_000, 420, 320],
    [10_000_000, 420, 320],
  ]
  return made
}
let edits = 0
/** The lesson after an edit, which is held to being undone and made again to the letter. */
const after = (before: Lesson, edit: Edit): Lesson => madeBy(before, edit, idsFrom(`e${++edits}`))
/** A callout far from the pointer, from a frame on. */
const called = (of: Lesson, frame: number, frames = 60, at = { x: 1500, y: 250 }) => {
  const e = element(of, 'callout', 'note', loose(frame), lasting(frames), at)
  lookAs(e, 'callout').tip = { x: at.x - 150, y: at.y + 130 }
  return e
}
/** How many frames of what is explained are cut by more than a tenth. */
function cutFrames(of: Lesson): number {
  const timed = timedOf(of)
  return explainedIn(timed).reduce((n, { from, to, rect: r }) => {
    let cut = 0
    for (let f = from; f < to; f++) {
      const v = framingAt(timed, f)
      const w = Math.max(0, Math.min(r.x + r.w, v.x + v.w) - Math.max(r.x, v.x))
      const h = Math.max(0, Math.min(r.y + r.h, v.y + v.h) - Math.max(r.y, v.y))
      if (w * h < 0.9 * r.w * r.h) cut++
    }
    return n + cut
  }, 0)
}
const zoomOf = (of: Lesson) => others(of).find((e) => e.id === 'z')!
const add = (of: Lesson, e: ReturnType<typeof called>): Edit => byHand(of, (d) => void d.elements.push(e))
const followed = () => after(lesson(), followPointer('z', CALM))

test('what is added away from the pointer is in the picture in the same edit; the rest of the framing stays', () => {
  const before = followed()
  const made = after(before, add(before, called(before, 60)))
  expect(explainedIn(timedOf(made)).map((x) => x.element)).toContain('note')
  expect(cutFrames(made)).toBe(0)
  for (const f of [185, 200, 290]) expect(framingAt(timedOf(made), f)).toEqual(framingAt(timedOf(before), f))
})
test('it follows when that is moved, timed elsewhere, or taken away', () => {
  const before = followed()
  const made = after(before, add(before, called(before, 60)))
  const later = after(made, setEdge('note', 'start', loose(190)))
  expect(cutFrames(later)).toBe(0)
  expect(framingAt(timedOf(later), 90)).toEqual(framingAt(timedOf(before), 90))
  const lower = after(made, moveElements(['note'], 0, 700, true))
  expect(cutFrames(lower)).toBe(0)
  const tied = after(made, setEdge('note', 'start', on('take/click-2')))
  expect(cutFrames(tied)).toBe(0)
  const gone = after(made, removeElements(['note']))
  for (let f = 0; f < 300; f += 10) expect(framingAt(timedOf(gone), f)).toEqual(framingAt(timedOf(before), f))
})
test('a piece cut out of the take leaves what is explained in the picture', () => {
  const before = followed()
  const made = after(before, add(before, called(before, 200, 40)))
  expect(cutFrames(after(made, takeOut(['takes-1'], 20, 70, true)))).toBe(0)
})
test('a view that was moved by hand stays', () => {
  const before = followed()
  const pose = zoomOf(before).poses[0]!
  const set = { x: 1400, y: 760, width: 700, height: 393.75 }
  const moved = after(
    before,
    byHand(before, (d) => {
      const p = d.elements.find((e) => e.id === 'z')!.poses.find((x) => x.id === pose.id)!
      Object.assign(p.values, set)
    }),
  )
  expect(zoomOf(moved).poses[0]!.found).toBeUndefined()
  const added = add(moved, called(moved, 175, 50, { x: 300, y: 900 }))
  const made = after(moved, added)
  expect(zoomOf(made).poses.some((p) => p.id === pose.id && p.values.x === 1400 && p.values.width === 700)).toBe(true)
})
test('views that were set by hand are there once each after every edit, whatever comes and goes around them', () => {
  const next = chances(5)
  for (let round = 0; round < 12; round++) {
    let now = followed()
    const { poses } = zoomOf(now)
    const all = next() < 0.3
    const mine = poses[Math.floor(next() * poses.length)]!.id
    now = after(
      now,
      byHand(now, (d) => {
        const own = d.elements.find((e) => e.id === 'z')!
        const [x, y] = [500 + next() * 800, 300 + next() * 400]
        // Twice the same view, a while apart: one that was found may come out alike.
        Object.assign(own.poses.find((p) => p.id === mine)!.values, { x, y, width: 960, height: 540 })
        if (next() < 0.5) Object.assign(own, { x, y, width: 960, height: 540 })
        if (all) for (const p of own.poses) Object.assign(p.values, { width: 970 })
      }),
    )
    for (let i = 0; i < 3; i++) {
      const e = { ...called(now, Math.floor(next() * 240), 20 + Math.floor(next() * 60)), id: `n${i}` }
      Object.assign(e, { x: 300 + next() * 1300, y: 150 + next() * 700 })
      now = after(now, add(now, e))
    }
    const ids = zoomOf(now).poses.map((p) => p.id)
    expect(ids.filter((id) => id === mine)).toEqual([mine])
    expect(new Set(ids).size).toBe(ids.length)
    if (all) expect(ids.filter((id) => poses.some((p) => p.id === id))).toEqual(poses.map((p) => p.id))
  }
})
