import { clipEnd, placeMatrixOf, sourceUsAt } from '../lesson/clips'
import { apply, areaOf, boundsOf, grown, intersection, type Point, type Rect } from '../geometry'
import { aimOf, hasPlace, isView, unitOf } from '../kinds'
import type { Element } from '../lesson/schema'
import { clipAt } from '../motion'
import { elementsAt, frameBoxOf } from '../scene'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'
import { pointerAt } from '../trace'
import { momentKind } from '../moments'

/** How much there is to see in each cell of a grid over the frame, row by row; any measure. */
export interface Detail {
  columns: number
  rows: number
  cells: readonly number[]
}
/** What it costs to cover a click, a place that the pointer comes to, a cell of a screen that changes, an element. */
const COSTS = { click: 40, pointer: 1, change: 12, element: 30, aim: 30, detail: 20 }

/** Something that is to be seen in some frames, at a place of the frame: what it costs to cover all of it. */
interface Sight {
  at: Rect
  cost: number
}
const dot = (p: Point, r: number): Rect => ({ x: p.x - r, y: p.y - r, w: 2 * r, h: 2 * r })

/** All that is to be seen in some frames besides an element: clicks, the pointer's way, changes, elements. */
function sightsIn(timed: Timed, own: Element, from: number, to: number): Sight[] {
  const { lesson, clips, moments } = timed
  const unit = unitOf(lesson.frame)
  const out: Sight[] = []
  for (const m of moments.values()) {
    if (m.frame === null || m.frame < from - 15 || m.frame >= to) continue
    const { pointer, change } = momentKind(m)
    if (pointer === 'press' && m.at) out.push({ at: m.rect ?? dot(m.at, 40 * unit), cost: COSTS.click })
    else if (change && m.rect) out.push({ at: m.rect, cost: COSTS.change })
  }
  const step = Math.max(1, Math.round(framesPerSecond(lesson.rate) / 5))
  for (const clip of clips) {
    const medium = lesson.media[clip.media]
    if (!medium?.pointer || clip.id === own.id) continue
    for (let f = Math.max(from, clip.at); f < Math.min(to, clipEnd(clip)); f += step) {
      const p = pointerAt(medium.pointer, sourceUsAt(clip, f, lesson.rate))
      if (p)
        out.push({
          at: dot(apply(placeMatrixOf(clipAt(timed, clip, f), medium, lesson.frame), p), 30 * unit),
          cost: COSTS.pointer,
        })
    }
  }
  const seen = new Map<string, number>()
  for (let f = from; f < to; f += step * 5) for (const e of elementsAt(timed, f)) seen.set(e.id, f)
  for (const [id, f] of seen) {
    const e = lesson.elements.find((x) => x.id === id)!
    if (id === own.id || clips.some((c) => c.id === id) || isView(e) || !hasPlace(e)) continue
    const { matrix, box } = frameBoxOf(timed, e, f)
    out.push({ at: boundsOf(matrix, box), cost: COSTS.element })
    const aim = aimOf(e)
    if (aim) out.push({ at: dot(aim, 50 * unit), cost: COSTS.aim })
  }
  return out
}

/**
 * What it costs to cover each of some rectangles in some frames; the least of them hides least.
 *
 * @param own     what covers it: it does not hide itself
 * @param detail  how much there is to see where, as far as that is known
 */
export function hidingCosts(
  timed: Timed,
  own: Element,
  rects: readonly Rect[],
  [from, to]: readonly [number, number],
  detail: Detail | null = null,
): number[] {
  const sights = sightsIn(timed, own, from, to)
  const { width, height } = timed.lesson.frame
  const whole = detail ? Math.max(1e-9, ...detail.cells) : 1
  return rects.map((r) => {
    const near = grown(r, Math.min(width, height) * 0.01)
    let cost = 0
    for (const s of sights) cost += s.cost * (areaOf(intersection(near, s.at)) / Math.max(1, areaOf(s.at)))
    if (detail) {
      const [cw, ch] = [width / detail.columns, height / detail.rows]
      let sum = 0
      detail.cells.forEach((v, i) => {
        const cell = { x: (i % detail.columns) * cw, y: Math.floor(i / detail.columns) * ch, w: cw, h: ch }
        sum += (v / whole) * (areaOf(intersection(r, cell)) / areaOf(cell))
      })
      cost += COSTS.detail * (sum / Math.max(1, areaOf(r) / (cw * ch)))
    }
    return cost
  })
}
