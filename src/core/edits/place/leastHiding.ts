import { z } from 'zod'
import type { Rect } from '../../geometry'
import type { Element } from '../../lesson/schema'
import { posedAt } from '../../motion'
import { hidingCosts } from '../../review/hiding'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { define, Id } from '../ground/act'
import { Count, Here, Num } from '../ground/args'
import { bring, FrameSpot, spotRect, valuesIn } from './arranging'
import { elementIn } from '../ground/chosen'
import { putPose } from '../motion/posing'
import { Unfit } from '../ground/unfit'
import { pressesIn } from '../../moments'
import { said } from '../../../words/words'

/** How much there is to see in each cell of a grid over the frame, row by row. */
const Detail = z
  .object({
    columns: z.number().int().min(1).max(200),
    rows: z.number().int().min(1).max(200),
    cells: z.array(z.number()).max(40_000).readonly(),
  })
  .nullable()
type Detail = z.infer<typeof Detail>
/** Where something small is looked for a place: nobody wants it in the middle. */
const SPOTS = FrameSpot.options.filter((s) => s !== 'middle')

/** The rectangle in which something so wide hides least in some frames. */
function leastSpot(timed: Timed, e: Element, share: number, span: readonly [number, number], detail: Detail): Rect {
  const rects = SPOTS.map((s) => spotRect(e, s, share, timed.lesson.frame))
  const costs = hidingCosts(timed, e, rects, span, detail)
  return rects[costs.indexOf(Math.min(...costs))]!
}
/** The frames from here on in which an element is there. */
function spanFrom(timed: Timed, id: string, frame: number): [number, number] {
  const span = timed.spans.get(id)!
  const from = Math.min(span.to - 1, Math.max(span.from, frame))
  return [from, span.to]
}

/**
 * Lets an element stand small where it hides least of what is below it, from the playhead to its end.
 *
 * @param share   how wide it is then, as a share of the frame
 * @param frames  for how long it goes there
 */
export const standLeast = define(
  'standLeast',
  [Id.element, Num, Here, Count, Detail],
  (id, share, here, frames, detail) => (draft, given) => {
    const own = elementIn(given.timed.lesson, id)!
    const wide = Math.min(1, Math.max(0.02, share))
    const rect = leastSpot(given.timed, own, wide, spanFrom(given.timed, id, here.frame), detail)
    bring(draft, given, [id], { here, frames }, (e) => valuesIn(e, rect))
  },
)

/** How long before a click what would cover it is out of the way, in seconds. */
const EARLY_S = 0.4
/** Lets an element that stands small go out of the way of each click that it would cover, tied to that click. */
export const makeWay = define('makeWay', [Id.element, Count, Detail], (id, frames, detail) => (draft, given) => {
  const { timed } = given
  const span = timed.spans.get(id)!
  const early = Math.round(framesPerSecond(draft.rate) * EARLY_S)
  const clicks = pressesIn(timed.moments).filter((m) => m.at && m.frame > span.from && m.frame < span.to)
  const own = elementIn(timed.lesson, id)!
  let went: Rect | null = null
  let moved = 0
  for (const click of clicks) {
    const stands: Rect | null = went ?? standsAt(timed, own, click.frame!)
    if (!stands || !covers(stands, click.at!)) continue
    const share = stands.w / draft.frame.width
    const next = clicks.find((c) => c.frame! > click.frame!)?.frame ?? span.to
    const at = leastSpot(timed, own, share, [click.frame! - early, Math.min(span.to, next + 1)], detail)
    if (covers(at, click.at!)) continue
    went = at
    const e = elementIn(draft, id)!
    const start = -early - frames
    putPose(
      timed,
      draft,
      own,
      {
        id: given.newId('way'),
        start: { on: 'moment', moment: click.id, edge: 'start', offset: start, last: click.frame! + start },
        end: { on: 'length', frames },
        easing: 'ease-in-out',
        values: valuesIn(e, at),
        curve: null,
      },
      click.frame! - early,
    )
    moved++
  }
  if (moved === 0) throw new Unfit(said('edits.itCoversNoClick'))
})
const covers = (r: Rect, p: { x: number; y: number }): boolean =>
  p.x > r.x - 20 && p.x < r.x + r.w + 20 && p.y > r.y - 20 && p.y < r.y + r.h + 20
/** The rectangle in which an element that stands upright is at a frame; null while it fills the frame. */
function standsAt(timed: Timed, e: Element, frame: number): Rect | null {
  const posed = posedAt(timed, e, frame)
  if (!posed) return null
  const [w, h] = [posed.width * Math.abs(posed.scale.x), posed.height * Math.abs(posed.scale.y)]
  if (w > timed.lesson.frame.width * 0.8) return null
  return { x: posed.x - w * posed.anchor.x, y: posed.y - h * posed.anchor.y, w, h }
}
