import { kindOf, partly, type Drawn } from '../kinds'
import type { Element } from '../lesson/schema'
import { placementOf } from '../motion'
import type { Span, Timed } from '../timing'
import type { Drawing, Footage, Layer } from '../display'
import { readable } from './readable'
import { alike, apart } from './shutter'
import { clipOf } from './outline'
import { shadowOf, withShadow } from '../motion'
import { boundsOf, grown, IDENTITY, isFlat, meets, placeMatrix, times, union, type Matrix } from '../geometry'

/** How far something must move within an open shutter to be blurred, in pixels of the picture. */
const STILL_PX = 0.2
/** How far apart two instants may be, in pixels of the picture, before the steps between them show. */
const STEP_PX = 2

/** An element, and for how long it is there. */
export interface SeenFor {
  element: Element
  span: Span
}
/** A frame of a lesson, and how the pixels of the element’s place come to lie on the picture. */
interface SeenAt {
  timed: Timed
  frame: number
  framing: Matrix
  /** One of several instants of an open shutter. */
  instant?: true
}

/** The layers of one element at a frame; of one that moves while the shutter is open, at its instants. */
export function layersOf(seen: SeenFor, at: SeenAt, blurred: boolean): Layer[] {
  const { element: e, span } = seen
  const { timed, frame } = at
  const { motionBlur } = timed.lesson
  const still = drawingsOf(seen, at)
  const own = still[0]
  if (
    !blurred ||
    !motionBlur.on ||
    !e.motionBlur ||
    still.length !== 1 ||
    !own ||
    'source' in own ||
    own.work ||
    own.shapes.some((s) => s.type === 'below' || s.type === 'grade') ||
    !canMove(timed, e)
  )
    return still
  const open = motionBlur.shutter / 360
  const instantAt = (share: number) => {
    const instant = Math.min(span.to - 1e-3, Math.max(span.from, frame + open * (share - 0.5)))
    return drawingsOf(seen, { ...at, frame: instant, instant: true }) as Drawing[]
  }
  const opens = instantAt(0)[0]
  const shuts = instantAt(1)[0]
  if (!opens || !shuts || (apart(opens, own) < STILL_PX && apart(own, shuts) < STILL_PX)) return still
  // No more instants than it takes for the steps between them not to be seen.
  const n = Math.min(motionBlur.samples, Math.max(3, Math.ceil((apart(opens, own) + apart(own, shuts)) / STEP_PX) + 1))
  const instants = Array.from({ length: n }, (_, i) => instantAt((i + 0.5) / n)).flat()
  const first = instants[0]!
  // What looks the same is the same drawing, so that it has to be drawn once.
  for (const i of instants) {
    if (i === first) continue
    i.shapes = i.shapes.map((s, n) => (alike(s, first.shapes[n]) ? first.shapes[n]! : s))
    if (i.shapes.length === first.shapes.length && i.shapes.every((s, n) => s === first.shapes[n]))
      i.shapes = first.shapes
  }
  const bounds = instants.map((i) => i.bounds).reduce(union)
  const { shadow } = own
  return [
    {
      element: e.id,
      matrix: IDENTITY,
      opacity: 1,
      bounds: shadow ? withShadow(bounds, shadow) : bounds,
      ...(shadow && { shadow }),
      instants,
    },
  ]
}
/** Whether anything can move an element at all. */
function canMove(timed: Timed, e: Element): boolean {
  const passes = (how: string) => how === 'slide' || how === 'grow' || how === 'typed'
  return (
    e.poses.length > 0 ||
    passes(e.arrival.how) ||
    passes(e.departure.how) ||
    (e.rides?.on !== null && e.rides !== null && timed.spans.has(e.rides.on))
  )
}

/** What an element draws in a frame; only as much of it as is drawn, while it draws itself. */
function drawnOf(e: Element, frame: number, span: Span, timed: Timed, share = 1): Drawn[] {
  const kind = kindOf(e)
  if (share < 1 && kind.drawPartly) return kind.drawPartly(e, share, frame, span, timed)
  const drawn = kind.draw(e, frame, span, timed)
  return share < 1 ? drawn.map((d) => partly(d, share)) : drawn
}

/** What one element shows at a frame, placed on the picture. */
export function drawingsOf(
  { element: e, span }: SeenFor,
  { timed, frame, framing, instant }: SeenAt,
): (Drawing | Footage)[] {
  const placement = placementOf(timed, e, frame, framing)
  if (!placement) return []
  const { element, by } = readable(placement.element, framing)
  const out: (Drawing | Footage)[] = []
  for (const d of drawnOf(element, frame, span, timed, placement.drawn)) {
    const opacity = element.opacity * placement.opacity * (d.opacity ?? 1)
    if (opacity <= 0) continue
    let own = d.at ? times(placement.carry, placeMatrix(d.at.x, d.at.y, 0, d.scale ?? 1)) : placement.matrix
    if (!d.at && d.scale !== undefined) own = times(own, [d.scale, 0, 0, d.scale, 0, 0])
    if (by !== 1) own = times(own, [by, 0, 0, by, 0, 0])
    if (isFlat(own)) continue
    const { box, source } = d
    if (source && (box.w <= 0 || box.h <= 0)) continue
    // What plays is laid by the pixels of its source.
    const [across, down] = source ? [box.w / source.width, box.h / source.height] : [1, 1]
    const matrix = times(framing, source ? times(own, [across, 0, 0, down, box.x, box.y]) : own)
    const whole = source ? { x: 0, y: 0, w: source.width, h: source.height } : box
    const clip = clipOf(element, whole, 1 / Math.max(across, down))
    if (clip && (clip.w <= 0 || clip.h <= 0)) continue
    let bounds = boundsOf(matrix, clip ?? whole)
    const blurPx = (element.blurPx + (d.blurPx ?? 0)) * Math.hypot(framing[0], framing[1])
    if (blurPx > 0) bounds = grown(bounds, Math.ceil(blurPx * 3))
    const shadow =
      instant || d.shapes.some((s) => s.type === 'below' || s.type === 'grade') ? null : shadowOf(element, framing)
    if (shadow) bounds = withShadow(bounds, shadow)
    if (meets(bounds, { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height }))
      out.push({
        element: e.id,
        matrix,
        opacity,
        bounds,
        ...(source ? { source } : { shapes: d.shapes }),
        ...(instant && { box: d.box }),
        ...(clip && { clip }),
        ...(blurPx > 0 && { blurPx }),
        ...(shadow && { shadow }),
        ...(d.work && { work: d.work }),
      } as Drawing | Footage)
  }
  return out
}
