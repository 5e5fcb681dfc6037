import { apply, inverse, isFlat, type Matrix, type Point, type Rect } from '../geometry'
import { snapRect, type SnapLine, type Snapped } from './snap'

/** A drag on the picture, as far as the hand tells: from where to where, and what is held down meanwhile. */
export interface Pulled {
  from: Point
  to: Point
  /** Along one axis only, the one along which it is pulled more. */
  straight: boolean
}

/**
 * By how much what is dragged moves, in the pixels of its own space. Freely it goes by whole pixels; where it keeps to
 * a line of the picture it goes exactly there, and lines across the axis that it is held to are none.
 *
 * @param around  the upright box on the picture of all that is dragged, which is kept to lines; null: to none
 * @param reach   how near to a line it must come, in pixels of the picture
 * @param space   from its own space to the picture
 */
export function draggedBy(
  { from, to, straight }: Pulled,
  around: Rect | null,
  lines: readonly SnapLine[],
  reach: number,
  space: Matrix,
): { dx: number; dy: number; snapped: Snapped | null } {
  const pulled = { x: to.x - from.x, y: to.y - from.y }
  const only = straight ? (Math.abs(pulled.x) > Math.abs(pulled.y) ? 'x' : 'y') : null
  const by = { x: only === 'y' ? 0 : pulled.x, y: only === 'x' ? 0 : pulled.y }
  const snapped =
    around &&
    snapRect(
      { ...around, x: around.x + by.x, y: around.y + by.y },
      lines.filter((l) => !only || l.axis === only),
      reach,
    )
  // What is seen from its edge has no way back: it goes as the picture does.
  const back = isFlat(space) ? space : inverse(space)
  const end = apply(back, { x: by.x + (snapped?.dx ?? 0), y: by.y + (snapped?.dy ?? 0) })
  const start = apply(back, { x: 0, y: 0 })
  // Where its own axes are not the picture's, each of the two has a part in keeping to a line.
  const slanted = back[1] !== 0 || back[2] !== 0
  const either = Boolean(snapped?.dx || snapped?.dy)
  const step = (v: number, kept: number | undefined) =>
    kept || (slanted && either) ? Math.round(v * 100) / 100 : Math.round(v)
  return {
    dx: step(end.x - start.x, snapped?.dx),
    dy: step(end.y - start.y, snapped?.dy),
    snapped: snapped?.lines.length ? snapped : null,
  }
}

/** A point that keeps to lines of the picture within `reach` pixels; with the lines. */
export function snapPoint(p: Point, lines: readonly SnapLine[], reach: number): { at: Point; snapped: Snapped | null } {
  const s = snapRect({ ...p, w: 0, h: 0 }, lines, reach)
  return { at: { x: p.x + s.dx, y: p.y + s.dy }, snapped: s.lines.length ? s : null }
}

/**
 * The rectangle that is drawn from one point to another.
 *
 * @param frame  of whose proportions it is to be, as large as the longer way asks for; null: as it is drawn
 */
export function drawnBetween(a: Point, b: Point, frame: { width: number; height: number } | null = null): Rect {
  const [across, down] = [Math.abs(b.x - a.x), Math.abs(b.y - a.y)]
  const w = frame ? Math.max(across, (down * frame.width) / frame.height) : across
  const h = frame ? (w * frame.height) / frame.width : down
  return { x: b.x < a.x ? a.x - w : a.x, y: b.y < a.y ? a.y - h : a.y, w, h }
}

/** How near to an edge or the middle an anchor point comes to lie on it, as a share. */
const ANCHOR_NEAR = 0.06
/** Where in a box an anchor point lies, as shares; near an edge or the middle, on it. */
export function anchorIn(box: Rect, p: Point): Point {
  const share = (v: number, at: number, long: number) => {
    const k = Math.min(1, Math.max(0, (v - at) / Math.max(1, long)))
    const half = Math.round(k * 2) / 2
    return Math.abs(k - half) < ANCHOR_NEAR ? half : Math.round(k * 1000) / 1000
  }
  return { x: share(p.x, box.x, box.w), y: share(p.y, box.y, box.h) }
}

/**
 * By how much of a box each edge is cropped that a grip has been pulled to a point of its space, as shares.
 *
 * @param pull  which edges it pulls: −1 the left or top one, 1 the right or bottom one, 0 none
 */
export function croppedTo(
  box: Rect,
  pull: Point,
  p: Point,
): Partial<Record<'left' | 'right' | 'top' | 'bottom', number>> {
  const [x, y] = [(p.x - box.x) / Math.max(1, box.w), (p.y - box.y) / Math.max(1, box.h)]
  return {
    ...(pull.x === -1 && { left: x }),
    ...(pull.x === 1 && { right: 1 - x }),
    ...(pull.y === -1 && { top: y }),
    ...(pull.y === 1 && { bottom: 1 - y }),
  }
}

/** The handles of a curved way, each from its own end. */
interface Curve {
  start: Point
  landing: Point
}
const third = (from: Point, to: Point): Point => ({ x: (to.x - from.x) / 3, y: (to.y - from.y) / 3 })
/**
 * The curve of a way from `a` to `b` once one of its handles, or its middle, is dragged to a place.
 *
 * @param curve  as it was; null: straight
 */
export function bentWay(which: keyof Curve | 'middle', [a, b]: [Point, Point], curve: Curve | null, to: Point): Curve {
  const straight = { start: third(a, b), landing: third(b, a) }
  if (which !== 'middle') {
    const from = which === 'start' ? a : b
    return { ...(curve ?? straight), [which]: { x: to.x - from.x, y: to.y - from.y } }
  }
  // Both handles move by four thirds of how far the middle is drawn off.
  const off = { x: ((to.x - (a.x + b.x) / 2) * 4) / 3, y: ((to.y - (a.y + b.y) / 2) * 4) / 3 }
  return {
    start: { x: straight.start.x + off.x, y: straight.start.y + off.y },
    landing: { x: straight.landing.x + off.x, y: straight.landing.y + off.y },
  }
}
