import { apply, boundsOf, grown, meets, type Matrix, type Rect } from '../geometry'
import type { Drawing, Group, Layer, Shape, Window } from '../display'
import { moved } from './within'

type Larger = Extract<Shape, { type: 'below' }>
const isLarger = (s: Shape): s is Larger => s.type === 'below' && s.effect === 'larger'
/** What is hidden in blocks stays hidden by the very same blocks: it is never drawn anew. */
const hides = (layers: readonly Layer[]): boolean =>
  layers.some(
    (l) =>
      ('shapes' in l && l.shapes.some((s) => s.type === 'below' && s.effect === 'blocks')) ||
      ('layers' in l && hides(l.layers)),
  )
/** Makes all larger around a point. */
const around = (at: { x: number; y: number }, by: number): Matrix => [by, 0, 0, by, at.x * (1 - by), at.y * (1 - by)]

/** A ground of one colour for a rectangle of the picture. */
const groundFor = (element: string, r: Rect, fill: string): Drawing => ({
  element,
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  bounds: r,
  shapes: [{ type: 'path', d: `M${r.x} ${r.y}h${r.w}v${r.h}h${-r.w}Z`, fill }],
})

/**
 * What a magnifier draws, as layers: what lies below it is laid once more, larger, within its window, so that footage
 * and letters are as sharp as their own pixels allow.
 *
 * @param own    what it draws by itself: what is below made larger, and its rim
 * @param below  all that lies below it, back to front
 */
export function enlarged(own: readonly Layer[], below: readonly Layer[], background: string): Layer[] {
  return own.flatMap((layer): Layer[] => {
    const shape = 'shapes' in layer ? layer.shapes.find(isLarger) : undefined
    if (!shape || layer.clip || layer.blurPx || hides(below)) return [layer]
    const drawing = layer as Drawing
    const { matrix, element, opacity } = drawing
    const pane: Window = { x: shape.x, y: shape.y, w: shape.w, h: shape.h, ...(shape.edge?.round && { round: true }) }
    const bounds = boundsOf(matrix, pane)
    const middle = apply(matrix, { x: pane.x + pane.w / 2, y: pane.y + pane.h / 2 })
    const inside = moved(below, around(middle, shape.px)).filter((l) => meets(l.bounds, bounds))
    const group: Group = {
      element,
      matrix,
      opacity,
      bounds: grown(bounds, 1),
      clip: pane,
      layers: [groundFor(element, grown(bounds, 2), background), ...inside],
      apart: true,
    }
    const rest = drawing.shapes.filter((s) => s !== shape)
    return rest.length > 0 ? [group, { ...drawing, shapes: rest }] : [group]
  })
}
