import { type Putting } from './put'
import type { Element, Lesson } from '../lesson/schema'
import type { Point, Rect } from '../geometry'
import type { SeenColour } from '../effects'
import type { Shape, Source, Work } from '../display'
import type { Span, Timed } from '../timing'
import type { Field } from '../values'
import type { ElementKind, Look } from './looks'
import type { Roles } from './roles'
import type { Said } from '../../words/words'

/** An element with the look of a kind; of a kind that is not known, any element. */
export type ElementOf<K extends ElementKind> = ElementKind extends K
  ? Element
  : Element & { look: Extract<Look, { kind: K }> }

/** What an element shows in one frame, in its own pixels with the anchor point at 0,0. */
export interface Drawn {
  shapes: Shape[]
  /** A picture of a medium that fills the box, instead of shapes. */
  source?: Source
  /** What the shapes may cover. */
  box: Rect
  /** Drawn here instead of at the element's place. */
  at?: Point
  scale?: number
  opacity?: number
  /** What is done to the pixels of what is drawn. */
  work?: Work
  /** Pixels of its own by which the whole is blurred. */
  blurPx?: number
}

/** Pictures for kinds, by their names; drawn in the interface. */
export type IconName =
  | 'arrow-up-right'
  | 'bell'
  | 'blend'
  | 'circle-dot'
  | 'eye-off'
  | 'film'
  | 'gauge'
  | 'highlighter'
  | 'image'
  | 'layers'
  | 'list-ordered'
  | 'lightbulb'
  | 'map-pin'
  | 'message-square'
  | 'minus-bold'
  | 'monitor'
  | 'mouse-pointer-2'
  | 'paint-bucket'
  | 'pointer'
  | 'rectangle-horizontal'
  | 'scan-search'
  | 'shapes'
  | 'sliders'
  | 'smile'
  | 'group'
  | 'hash'
  | 'type'
  | 'volume'
  | 'zoom-in'

/** How a kind is told apart on the timeline by more than its name: a colour, and a pattern in CSS. */
export interface Swatch {
  colour: string
  pattern: string
  /** The size of the pattern’s tiles. */
  tile?: string
}

/** How a new one comes into a lesson. */
export interface Added<E> {
  /** It comes with a file, not from the choice of kinds. */
  with?: 'clip' | 'sound' | 'part' | 'chime'
  /** Its box can be drawn as it is added. */
  drawn?: true
  /** It is added without a spot. */
  spotless?: true
  /** For how many frames it lasts at so many a second, for all the lesson, or until that ends; else three seconds. */
  lasts?: 'lesson' | 'to the end' | ((e: E, fps: number) => number)
  /** Puts a draft at a spot; without this it stands there with its anchor point. */
  put?(e: E, spot: Putting): void
}

/**
 * An element kind: how big it is, what it draws, what a new one looks like. What else it does in a lesson are its
 * roles.
 */
export interface Kind<K extends ElementKind> {
  kind: K
  /** As people call it: “Progress bar”. */
  title: Said
  /** As it is called where there is little room, and it is known what it is. */
  short?: Said
  icon: IconName
  swatch: Swatch
  /** The values of its look that can be changed by hand, in the order in which they are shown. */
  fields: readonly Field[]
  /** Paths of those that are mostly changed, at most eight, in the order in which they stand first; else all do. */
  first?: readonly string[]
  /** The colour of its look that it is seen by, as a mark on a recording. */
  seenBy?: string
  /** The value of its look that reads a gauge when nothing else is said. */
  reading?: string
  /**
   * Parts of its look that are what it says or shows, not how it looks: they stay when it takes over another’s look.
   */
  content?: readonly string[]
  /**
   * Parts of its look that may be there or not, with what a new one is; `seen`: which of its values begin as a colour
   * of what is shown: of the screen along its edges, the one that it is of most, one that is seen beside those.
   */
  parts?: readonly {
    path: string
    label: Said
    fresh: object | string
    seen?: Readonly<Record<string, SeenColour>>
  }[]
  /** Which of its sides can be pulled on the picture; `ends`, a line: a length, no height, no anchor point. */
  pulls: 'width' | 'both' | 'shape' | 'ends' | 'none'
  /**
   * Where it lies: free, without this; `frame`, over all of the picture; `across`, with the frame too, but with a size
   * of its own; `nowhere`, for what has no place. Nothing is kept to those, and none is meant when things are gathered
   * up.
   */
  lies?: 'frame' | 'across' | 'nowhere'
  /** So thin that a press beside it is meant for it: how far it rises above and below its box. */
  thin?(e: ElementOf<K>): number
  /** Width and height in pixels: the element's own, or what its content needs. */
  size(e: ElementOf<K>): { w: number; h: number }
  /** A draft was given a height by hand. */
  heightByHand?(e: ElementOf<K>): void
  /** Puts a draft where it has to be, when that follows from the frame. */
  settle?(e: ElementOf<K>, lesson: Pick<Lesson, 'frame' | 'media'>): void
  /** The frames in which it may be seen, when that is more than its span. */
  seen?(e: ElementOf<K>, span: Span, timed: Timed): { from: number; to: number }
  /**
   * Where its letters and lines can stay as large as they are while what it lies on is shown `k` times larger: what is
   * then drawn, to be placed `k` times smaller.
   */
  kept?(e: ElementOf<K>, k: number): ElementOf<K>
  draw(e: ElementOf<K>, frame: number, span: Span, timed: Timed): Drawn[]
  /** The same while it draws itself, where that is more than its lines growing: a share of it, 0 to 1. */
  drawPartly?(e: ElementOf<K>, share: number, frame: number, span: Span, timed: Timed): Drawn[]
  added: Added<ElementOf<K>>
  /** The look, the size and the arrangement of a new element, for a frame of the lesson's size. */
  fresh(
    lesson: Pick<Lesson, 'frame' | 'elements' | 'media'>,
  ): Pick<ElementOf<K>, 'look' | 'width' | 'height' | 'space'> & Partial<Pick<Element, 'anchor' | 'x' | 'y'>>
  roles: Roles<ElementOf<K>>
}

/** The size of what is as large as it is said to be. */
export const ownSize = (e: Element): { w: number; h: number } => ({ w: e.width, h: e.height })

/** The element's box in its own pixels, with the anchor point at 0,0. */
export const localBox = (e: Element, size: { w: number; h: number }): Rect => ({
  x: -e.anchor.x * size.w,
  y: -e.anchor.y * size.h,
  w: size.w,
  h: size.h,
})
