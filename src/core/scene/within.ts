import { boundsOf, IDENTITY, times, type Matrix } from '../geometry'
import type { Drawing, Layer, Picture, Shadow, Shape, Source } from '../display'
import { lessonIn } from '../kinds'
import { pathInto } from '../lesson/inner'
import type { Element } from '../lesson/schema'
import type { Timed } from '../timing'
import { memo } from '../values'

/** An element of a lesson in a lesson, with the frames of the outer one in which it is there. */
export interface Inner {
  /** The element that places its lesson. */
  by: Element
  element: Element
  from: number
  to: number
}
/** The elements of the lessons in a lesson, those that are shown in it, by their ways. */
export const innerElements = memo((timed: Timed): ReadonlyMap<string, Inner> => {
  const out = new Map<string, Inner>()
  for (const by of timed.lesson.elements) {
    const there = lessonIn(timed, by)
    if (!there) continue
    const { inner, span, shownAt } = there
    for (const element of inner.lesson.elements) {
      const own = inner.spans.get(element.id)!
      const [from, to] = [Math.max(span.from, shownAt(own.from)), Math.min(span.to, shownAt(own.to))]
      if (from < to) out.set(pathInto(by.id, element.id), { by, element, from, to })
    }
  }
  return out
})

/** Into which element a picture is brought, and of which of the lesson's parts it is. */
interface Names {
  element: string
  part: string
}

/** The layers of a picture on its ground, as they stand in another that it is laid in by a matrix. */
export function broughtIn(picture: Picture, by: Matrix, names: Names): Layer[] {
  const bring = bringer(by, names)
  return [bring(groundOf(picture)), ...picture.layers.map(bring)]
}

/** The same source, by its path from the lesson that the picture stands in. */
export const sourceWithin = (source: Source, part: string): Source => ({
  ...source,
  media: pathInto(part, source.media),
})

function groundOf({ width, height, background }: Picture): Drawing {
  const box = { x: 0, y: 0, w: width, h: height }
  return {
    element: '',
    matrix: IDENTITY,
    opacity: 1,
    bounds: box,
    shapes: [{ type: 'path', d: `M0 0H${width}V${height}H0Z`, fill: background }],
  }
}

/** Layers as they stand when the pixels that they lie in are brought elsewhere by a matrix. */
export const moved = (layers: readonly Layer[], by: Matrix): Layer[] => layers.map(bringer(by, null))

function bringer(by: Matrix, names: Names | null): (layer: Layer) => Layer {
  const into = (way: 'element' | 'part', name: string) => (names ? pathInto(names[way], name) : name)
  const k = Math.hypot(by[0], by[1])
  // What several instants share stays shared, so that it is drawn once.
  const shapesOf = new Map<Shape[], Shape[]>()
  function shapes(own: Shape[]): Shape[] {
    let out = shapesOf.get(own)
    if (!out) shapesOf.set(own, (out = own.map(shape)))
    return out
  }
  function shape(s: Shape): Shape {
    if (s.type === 'picture') return { ...s, media: into('part', s.media) }
    if (s.type !== 'below' || s.effect === 'larger') return s
    return { ...s, px: s.px * k }
  }
  const shadowIn = (s: Shadow): Shadow => ({
    ...s,
    blurPx: s.blurPx * k,
    dx: by[0] * s.dx + by[2] * s.dy,
    dy: by[1] * s.dx + by[3] * s.dy,
  })
  function bring<L extends Layer>(layer: L): L {
    return {
      ...layer,
      element: into('element', layer.element),
      matrix: times(by, layer.matrix),
      bounds: boundsOf(by, layer.bounds),
      ...(layer.blurPx !== undefined && { blurPx: layer.blurPx * k }),
      ...(layer.shadow && { shadow: shadowIn(layer.shadow) }),
      ...('shapes' in layer && { shapes: shapes(layer.shapes) }),
      ...('instants' in layer && { instants: layer.instants.map(bring) }),
      // What is seen in perspective lies in its own pixels.
      ...('layers' in layer && { layers: layer.layers.map(layer.warp ? bringer(IDENTITY, names) : bring) }),
      ...('source' in layer && names && { source: sourceWithin(layer.source, names.part) }),
    }
  }
  return bring
}
