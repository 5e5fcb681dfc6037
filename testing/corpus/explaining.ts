import { chances } from '@/core/chance'
import {
  addElements,
  applyEdit,
  followPointer,
  idsFrom,
  moveElements,
  removeElements,
  setEdge,
  type Edit,
} from '@/core/edits'
import { CALM } from '@/core/framing'
import { newElement } from '@/core/kinds'
import type { Lesson } from '@/core/lesson/schema'
import { lessonWithTake } from '@/core/testing/lessons'
import { setAt } from '@/core/values'

const [W, H, FPS] = [1920, 1080, 30]
const KINDS = ['callout', 'arrow', 'shape', 'highlight'] as const

/**
 * A lesson of a minute in which the pointer goes from place to place and presses there, with a framing that follows it;
 * and the same with things explained beside what is pressed, some of them moved, timed elsewhere or taken away again.
 */
export function explainingLesson(seed: number, seconds = 60): { bare: Lesson; explained: Lesson } {
  const next = chances(seed * 77)
  const lesson = lessonWithTake()
  const take = lesson.media.take!
  const frames = seconds * FPS
  Object.assign(take, { frames, durationUs: seconds * 1e6, moments: [] })
  lesson.elements[0]!.end = { on: 'length', frames }
  const path: [number, number, number][] = []
  const spots: { t: number; x: number; y: number }[] = []
  let at = { x: next() * W, y: next() * H }
  for (let t = 0; t < seconds;) {
    const to = { x: Math.round(next() * W), y: Math.round(next() * H) }
    const flight = 0.4 + next() * 0.5
    for (let k = 0; k <= 12; k++) {
      const s = (k / 12) ** 2 * (3 - k / 6)
      const place = [Math.round(at.x + (to.x - at.x) * s), Math.round(at.y + (to.y - at.y) * s)] as const
      path.push([Math.round((t + (flight * k) / 12) * 1e6), ...place])
    }
    t += flight
    const us = Math.round((t + 0.3) * 1e6)
    spots.push({ t: t + 0.3, ...to })
    if (us < seconds * 1e6)
      take.moments.push({ id: `take/click-${spots.length}`, kind: 'click', label: 'a click', fromUs: us, at: to })
    t += 0.8 + next() * 3
    at = to
  }
  take.pointer = path.filter(([us]) => us < seconds * 1e6)
  let edits = 0
  const after = (l: Lesson, edit: Edit): Lesson => {
    const r = applyEdit(l, edit, idsFrom(`e${seed}-${++edits}`))
    return 'edited' in r ? r.edited.lesson : l
  }
  const bare = after(lesson, followPointer('follow', CALM))
  const count = 3 + Math.floor(next() * 5)
  let now = bare
  for (let i = 0; i < count; i++) {
    const spot = spots[Math.floor(next() * spots.length)]!
    const kind = KINDS[Math.floor(next() * KINDS.length)]!
    const start = Math.min(frames - 40, Math.max(0, Math.round((spot.t + next() * 2 - 1) * FPS)))
    const e = newElement(now, kind, `e${i}`, {
      start: { on: 'loose', frame: start },
      end: { on: 'length', frames: Math.round(30 + next() * 90) },
    })
    e.x = Math.min(W - 260, Math.max(260, spot.x + (next() - 0.5) * 600))
    e.y = Math.min(H - 120, Math.max(120, spot.y + (next() - 0.5) * 400))
    if (kind === 'callout') setAt(e.look, 'tip', { x: spot.x, y: spot.y })
    if (kind === 'arrow') e.rotation = next() * 360
    now = after(now, addElements([e]))
  }
  for (let i = 0; i < 3; i++) {
    const id = `e${Math.floor(next() * count)}`
    const what = next()
    const moved = moveElements([id], (next() - 0.5) * 300, (next() - 0.5) * 200, true)
    const later = setEdge(id, 'start', { on: 'loose', frame: Math.floor(next() * (frames - 100)) })
    now = after(now, what < 0.4 ? moved : what < 0.8 ? later : removeElements([id]))
  }
  return { bare, explained: now }
}
