import type { Point } from '../../geometry'
import type { Element } from '../../lesson/schema'
import type { Said } from '../../../words/words'
import { kindOf } from '../registry'

/** A spot that can be dragged: an end of the element, or something that it leads to. */
export interface Handle {
  id: string
  label: Said
  /** What is done with it: “Point”, “Bend”. */
  act: Said
  at: Point
  /** Whether `at` is in the element’s own pixels, or in those of its place. */
  in: 'own' | 'place'
  kind: 'end' | 'spot' | 'lift'
}
/** What of it can be dragged on the picture besides its box. */
export interface Handled {
  all: Handle[]
  /** One of a draft’s handles was dragged to a point: `to` in the pixels of its place, `local` in its own. */
  pull(handle: string, to: Point, local: Point): void
}
export const handles = (e: Element): Handled | null => kindOf(e).roles.handles?.(e) ?? null
