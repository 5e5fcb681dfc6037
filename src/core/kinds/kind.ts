import type { Element, Lesson } from '../lesson/schema'
import type { Point, Rect } from '../geometry'
import type { Shape } from '../display'
import type { Span, Timed } from '../timing'
import type { Field } from '../values'
import type { ElementKind, Look } from './looks'

export type ElementOf<K extends ElementKind> = Element & { look: Extract<Look, { kind: K }> }

/** What an element shows in one frame, in its own pixels with the anchor point at 0,0. */
export interface Drawn {
  shapes: Shape[]
  /** What the shapes may cover. */
  box: Rect
  /** Drawn here instead of at the element's place. */
  at?: Point
  scale?: number
  opacity?: number
  /** Pixels of its own by which the whole is blurred. */
  blurPx?: number
}

/** An element kind: how big it is, what it draws, and what a new one looks like. */
export interface Kind<K extends ElementKind> {
  kind: K
  /** As people call it: “Progress bar”. */
  title: string
  /** The values of its look that can be changed by hand, in the order in which they are shown. */
  fields: readonly Field[]
  /** Which of its sides can be pulled on the picture. */
  pulls: 'width' | 'both' | 'shape' | 'none'
  /** It lies over the whole picture: nothing is kept to it, and it is not meant when things are gathered up. */
  whole?: true
  /** Its width and height go with the frame’s own, not with what is drawn. */
  withFrame?: true
  /** It is known by its rectangle alone: nothing else of it can be keyed. */
  onlyFramed?: true
  /** Width and height in pixels: the element's own, or what its content needs. */
  size(e: ElementOf<K>): { w: number; h: number }
  /** The frames in which it may be seen, when that is more than its span. */
  seen?(e: ElementOf<K>, span: Span, timed: Timed): { from: number; to: number }
  /**
   * Where its letters and lines can stay as large as they are while what it lies on is shown `k` times larger: what is
   * then drawn, to be placed `k` times smaller.
   */
  kept?(e: ElementOf<K>, k: number): ElementOf<K>
  draw(e: ElementOf<K>, frame: number, span: Span, timed: Timed): Drawn[]
  /** The look, the size and the arrangement of a new element, for a frame of the lesson's size. */
  fresh(lesson: Lesson): Pick<ElementOf<K>, 'look' | 'width' | 'height' | 'space'> & Partial<Pick<Element, 'anchor'>>
}

/** The element's box in its own pixels, with the anchor point at 0,0. */
export const localBox = (e: Element, size: { w: number; h: number }): Rect => ({
  x: -e.anchor.x * size.w,
  y: -e.anchor.y * size.h,
  w: size.w,
  h: size.h,
})
