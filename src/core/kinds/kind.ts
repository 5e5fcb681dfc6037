import { type Putting } from './put'
import type { Element, Lesson } from '../lesson/schema'
import type { Point, Quad, Rect } from '../geometry'
import type { SeenColour } from '../effects'
import type { Shape, Source, Window, Work } from '../display'
import type { Rate } from '../time'
import type { Span, Timed } from '../timing'
import type { Field, KeyValue } from '../values'
import type { ChimeLook } from './chime/look'
import type { ElementKind, Look } from './looks'
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
/** The values that an element has when it points at the next thing, and how far away that is. */
export interface Repointed {
  values: Record<string, KeyValue>
  way: number
}

/** How a view is gone to and left: frames on the way, eased; `smooth`, long ways draw back and come near again. */
export interface Going {
  inFrames: number
  backFrames: number
  easing: string
  smooth?: boolean
}

/** A lesson that is placed in another. */
export interface Placed {
  /** Which of the outer lesson's parts it is. */
  part: string
  /** So many of its frames are left out at its beginning, and all from `toFrame` on. */
  inFrames: number
  toFrame: number | null
  /** Given more time than it takes, it goes slower; else it rests at its end. `asks`: nobody has said yet which. */
  slower: boolean
  asks: boolean
  levelDb: number
  muted: boolean
}

/** A sound that is heard each time something happens: which, when, and how loud. */
export interface Chimes {
  media: string
  at: ChimeLook['at']
  of: string | null
  variants: number
  chance: number
  levelDb: number
  duckDb: number
  muted: boolean
}

/** An edge of the frame. */
export type FrameEdge = 'top' | 'bottom' | 'left' | 'right'

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
  | 'minus'
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

/** An element kind: how big it is, what it draws, and what a new one looks like. */
export interface Kind<K extends ElementKind> {
  kind: K
  /** As people call it: “Progress bar”. */
  title: Said
  /** As it is called where there is little room, and it is known what it is. */
  short?: Said
  icon: IconName
  /** Its icon is drawn in thicker lines. */
  boldIcon?: true
  swatch: Swatch
  /** The values of its look that can be changed by hand, in the order in which they are shown. */
  fields: readonly Field[]
  /** Paths of those that are mostly changed, at most eight, in the order in which they stand first; else all do. */
  first?: readonly string[]
  /** Which of its sides can be pulled on the picture. */
  pulls: 'width' | 'both' | 'shape' | 'none'
  /** It lies over the whole picture: nothing is kept to it, and it is not meant when things are gathered up. */
  whole?: true
  /** Its width and height go with the frame’s own, not with what is drawn. */
  withFrame?: true
  /** It is known by its rectangle alone: nothing else of it can be keyed. */
  onlyFramed?: true
  /** It says which part of the take fills the picture, and draws nothing itself: how it goes there and back. */
  view?(e: ElementOf<K>): Going
  /** What is under it must not be seen: in doubt it stays. */
  hides?: true
  /** It can be picked on the picture although it lies over all of it. */
  pickable?: true
  /** It is a line: it has a length, and neither a height nor an anchor point of its own. */
  line?: true
  /** It shows nothing itself, and is seen on the picture only while someone works on it. */
  unseen?: true
  /** The colour of its look that it is seen by, as a mark on a recording. */
  seenBy?: string
  /** The value of its look that reads a gauge when nothing else is said. */
  reading?: string
  /** Nothing else of it can be keyed. */
  onlyKeyed?: readonly string[]
  /** Its value at a frame, for those that read it; of an element as its keyframes have it. */
  gauge?(e: ElementOf<K>, frame: number, span: Span, timed: Timed): number
  /** It is a pointer: a framing can follow it, and it presses where it stops. */
  leads?: true
  /** It is so thin that a press beside it is meant for it. */
  thin?: true
  /** What is drawn over its marks although it stands below them; and whether it draws such marks. */
  overMarks?: true
  marks?: true
  /**
   * Parts of its look that are what it says or shows, not how it looks: they stay when it takes over another’s look.
   */
  content?: readonly string[]
  /** Whether it stands for many, each at a place of its own, and so has none itself. */
  rule?(e: ElementOf<K>): boolean
  /** One of those that it stands for at a click: what it is then, and for how many frames. */
  single?(e: ElementOf<K>): { look: ElementOf<K>['look']; frames: number }
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
  /** How far it rises above and below its box. */
  rises?(e: ElementOf<K>): number
  /** Puts a draft where it has to be, when that follows from the frame. */
  settle?(e: ElementOf<K>, lesson: Pick<Lesson, 'frame' | 'media'>): void
  /** The edge of the frame that it is kept to; null when it lies free. */
  held?(e: ElementOf<K>): FrameEdge | null
  /** Where it lies while something leaves only a part of the frame free; null: where it is. */
  within?(e: ElementOf<K>, free: Rect): Partial<Element> | null
  /** What it leaves free of the frame that it covers the edges of. */
  leaves?(e: ElementOf<K>): Rect
  /** It stays upright, whatever its box allows. */
  upright?: true
  /** A draft was placed by hand: it lets go of what it was kept to. */
  letGo?(e: ElementOf<K>): void
  /** A draft was given a height by hand. */
  heightByHand?(e: ElementOf<K>): void
  /** The picture that it shows, or the footage or sound that it plays. */
  medium?(e: ElementOf<K>): string
  /** It plays a medium as time goes by. */
  plays?: 'footage' | 'sound'
  /** It comes into a lesson with a file, not from the choice of kinds. */
  laid?: 'clip' | 'sound' | 'part' | 'chime'
  /** Its medium is a sound, although it does not play it as time goes by. */
  sounds?: true
  /** A sound that is heard each time something happens. */
  chimes?(e: ElementOf<K>): Chimes
  /** The lesson that it places in this one. */
  lesson?(e: ElementOf<K>): Placed
  /** Whether it takes its place and size from the frame, so that it is what lies below all else. */
  ground?(e: ElementOf<K>): boolean
  /** A draft comes to another rate: what else of it is counted in frames. */
  rerate?(e: ElementOf<K>, to: (frames: number) => number): void
  /** A draft loses its first frames: what it plays goes on with what comes after them. */
  cutOff?(e: ElementOf<K>, frames: number, rate: Rate): void
  /** Whether what rides on it lies where it lies in the stack, and is faded and masked with it. */
  carries?(e: ElementOf<K>): boolean
  /** What it changes of what is painted so far: all, its own track, one element. */
  treats?(e: ElementOf<K>): 'below' | 'track' | { element: string }
  /** What is drawn behind and before what it carries, in its own pixels. */
  backing?(e: ElementOf<K>): { behind: Shape[]; before: Shape[] }
  /** The four corners of its own pixels that what it carries is brought to, as seen in perspective; null: none. */
  quad?(e: ElementOf<K>): { quad: Quad; featherPx: number } | null
  /** The opening in it that something can be shown in, in its own pixels. */
  screen?(e: ElementOf<K>): Window
  /** Whether only what lies in its box is seen of what it carries. */
  masks?(e: ElementOf<K>): boolean
  /** The spot that it points at besides its own place, in the pixels of that; null when it has none. */
  aim?(e: ElementOf<K>): Point | null
  /** What leads from it to that spot, as people call it. */
  aimName?: Said
  /** Lets a draft point at a spot, or at none. */
  aimAt?(e: ElementOf<K>, spot: Point | null): void
  /** What of it can be dragged on the picture besides its box. */
  handles?(e: ElementOf<K>): Handle[]
  /** One of its handles was dragged to a point: `to` in the pixels of its place, `local` in its own. */
  pull?(e: ElementOf<K>, handle: string, to: Point, local: Point): void
  /** Whether it points at something and can be sent to the next thing. */
  points?(e: ElementOf<K>): boolean
  /** How it turns to the next thing that it is to point at, inside a frame. */
  repoint?(e: ElementOf<K>, to: Point, frame: Lesson['frame']): Repointed
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
  /** The same while it draws itself, where that is more than its lines growing: a share of it, 0 to 1. */
  drawPartly?(e: ElementOf<K>, share: number, frame: number, span: Span, timed: Timed): Drawn[]
  /** Its box can be drawn as it is added. */
  drawn?: true
  /** A new one lasts as long as the lesson. */
  wholeLesson?: true
  /** A new one stays until the lesson ends. */
  toTheEnd?: true
  /** It is added without a spot. */
  spotless?: true
  /** It shows what lies below it larger. */
  enlarges?: true
  /** Puts a new one, a draft, at a spot; without this it stands there with its anchor point. */
  put?(e: ElementOf<K>, spot: Putting): void
  /** For how many frames a new one lasts at so many frames a second; three seconds without this. */
  lasts?(e: ElementOf<K>, fps: number): number
  /** The look, the size and the arrangement of a new element, for a frame of the lesson's size. */
  fresh(
    lesson: Pick<Lesson, 'frame' | 'elements' | 'media'>,
  ): Pick<ElementOf<K>, 'look' | 'width' | 'height' | 'space'> & Partial<Pick<Element, 'anchor' | 'x' | 'y'>>
}

/** The element's box in its own pixels, with the anchor point at 0,0. */
export const localBox = (e: Element, size: { w: number; h: number }): Rect => ({
  x: -e.anchor.x * size.w,
  y: -e.anchor.y * size.h,
  w: size.w,
  h: size.h,
})
