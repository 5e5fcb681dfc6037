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
/** A kind waiting for its spot on the picture; or an element waiting for what it is to point at next, or ride on. */
export interface Adding {
  kind: ElementKind
  moment: string | null
  /** It lasts until the end of this moment. */
  until?: string
  media?: string
  repoint?: string
  ride?: string[]
  /** What is to be seen only within the rectangle that is drawn. */
  window?: string[]
  /** A part of the recording is to be lifted out: running, or as a still. */
  lift?: 'runs' | 'still'
}
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
  adding: Adding | null
  /** Whether the pointer of the take is marked on the picture and can be dragged to where it is. */
  correcting: boolean
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
  /** The element for which a colour is being picked on the picture, and which of its values that is for. */
  picking: { element: string; path: string; label: string } | null
  /** Whether ready things are being chosen from. */
  readyOpen: boolean
  pictureZoom: 'fit' | number
  /** Whether the anchor point can be dragged on the picture. */
  anchorOpen: boolean
  /** What is selected is cropped by its handles. */
  cropping: boolean
  /** Words that were swept over, from the first to the last: what is added next hangs on both. */
  swept: { first: string; last: string } | null
  /** Only these frames are played, once; then the playhead goes back. */
  just: { from: number; to: number; back: number } | null
  /** What helps to place things on the picture. */
  aids: Aids
  /** Only these are shown, while they are looked at. */
  only: string[] | null
  panel: 'none' | 'languages' | 'sounds' | 'retimed' | 'palette' | 'keys' | 'files' | 'pictures' | 'export' | 'lesson'
  /** Which panes are put away, and whether the picture takes the place of all. */
  panes: Panes
}

/** How somebody works and looks at things, in whatever lesson: this browser keeps it. */
export type Ways = Pick<Desk, 'wholePath' | 'pushes' | 'pace' | 'pictureZoom' | 'aids' | 'panes'>
export const waysOf = ({ wholePath, pushes, pace, pictureZoom, aids, panes }: Desk): Ways => ({
  wholePath,
  pushes,
  pace,
  pictureZoom,
  aids,
  panes,
})
