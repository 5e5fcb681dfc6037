import type { KeyRef } from '@/core/edits'
import type { ElementKind } from '@/core/kinds'
import type { Lesson } from '@/core/lesson/schema'
import type { Timed } from '@/core/timing'
import type { Entry, SaveState } from './saver'
import type { Unkept } from './shelf'

export interface Passage {
  from: number
  to: number
}
/** What is being done: what the next press on the picture is for. */
export type Doing =
  | { do: 'select' }
  /** A kind waits for its spot; it lasts until the end of the moment `until`. */
  | { do: 'add'; kind: ElementKind; moment: string | null; until?: string; media?: string }
  /** An element waits for what it is to point at next; elements, for what they are to ride on. */
  | { do: 'repoint'; element: string }
  | { do: 'ride'; elements: string[] }
  /** What is to be seen only within the rectangle that is drawn. */
  | { do: 'window'; elements: string[] }
  /** A part of the recording is to be lifted out: running, or as a still. */
  | { do: 'lift'; as: 'runs' | 'still' }
  /** A colour is picked for a value of an element. */
  | { do: 'pick'; element: string; path: string; label: string }
  /** What is selected is cropped by its handles; its anchor point can be dragged. */
  | { do: 'crop' }
  | { do: 'anchor' }
  /** The pointer of the take is marked on the picture and can be dragged to where it is. */
  | { do: 'correct' }
export interface Panes {
  order: boolean
  details: boolean
  timeline: boolean
  picture: boolean
}
export interface Aids {
  safe: boolean
  rulers: boolean
  grid: number
  snap: boolean
  onion: number
  blur: boolean
  /** What is selected is shown alone, before a board of squares. */
  board: boolean
}

/** A lesson that was gone into: which part of the one around it, by which of its elements. */
export interface Inside {
  part: string
  element: string
}

/** All that is on the desk: the lesson, how it is looked at, and what is going on with it. */
export interface Desk {
  id: string
  ready: boolean
  lesson: Lesson
  timed: Timed
  /** The way to it where it stands in another lesson, which is then `outer`: the outermost of all. */
  inside: readonly Inside[]
  outer: Lesson | null
  /** The language that the lesson is looked at in, when that is not its own; `raw` is then the outermost of all. */
  language: string | null
  raw: Lesson | null
  /** The lesson as it looks in the middle of a drag. */
  live: Timed | null
  /** The history next to where the lesson stands; `earlier` and `later` count what lies beyond it on the server. */
  past: Entry[]
  future: Entry[]
  earlier: number
  later: number
  save: SaveState
  /** Edits that could not be stored, until they are put away. */
  unkept: Unkept[]
  playhead: number
  /** 0 stands still; else times the lesson's own speed, backwards when negative. */
  speed: number
  /** How fast it plays when it is told to play. */
  pace: number
  passage: Passage | null
  looping: boolean
  elements: string[]
  moment: string | null
  doing: Doing
  /** Keyframes that are selected; with `path` null, a whole pose. */
  keys: KeyRef[]
  /** On a move: whether edits change the pose it leaves or the one it leads to. */
  moveEnd: 'start' | 'end'
  /** On a later pose: whether what is changed is this pose's alone, or that of all later ones as well. */
  reach: 'pose' | 'later'
  /** Whether moving an element moves all its poses. */
  wholePath: boolean
  /** Whether a new end of an element pushes along what follows on its track. */
  pushes: boolean
  /** Whether the keyframes of the selected element have rows of their own on the timeline. */
  keysOpen: boolean
  pictureZoom: 'fit' | number
  /** Words that were swept over, from the first to the last: what is added next hangs on both. */
  swept: { first: string; last: string } | null
  /** Only these frames are played, once; then the playhead goes back. */
  just: { from: number; to: number; back: number } | null
  /** What helps to place things on the picture. */
  aids: Aids
  /** Only these are shown, while they are looked at. */
  only: string[] | null
  /** Another recording that may take the place of a medium: its script is asked for. */
  another: { media: string; by: string } | null
  panel:
    | 'none'
    | 'languages'
    | 'sounds'
    | 'retimed'
    | 'palette'
    | 'keys'
    | 'files'
    | 'pictures'
    | 'export'
    | 'lesson'
    | 'ready'
  /** Which panes are put away, and whether the picture takes the place of all. */
  panes: Panes
}
