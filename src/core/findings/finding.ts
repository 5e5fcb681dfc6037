import type { Edit } from '../edits'
import type { Timed } from '../timing'
import { type Said } from '../../words/words'

/**
 * What is amiss with an element, in a sentence; `frame`: where in the lesson to look, when it is not the element's
 * start.
 */
export interface Found {
  element: string
  sentence: string
  frame?: number
  /** The pose whose move it is about. */
  pose?: string
  /** Another element that it is about. */
  about?: string
}
/** One press that settles what was found: what stands on it, and what it does, by name. */
export interface Mend {
  words: string
  label: Said
  change: Edit
}
/** Something that can be amiss with a lesson. */
export interface Finder {
  /** By which it is known. */
  code: string
  /** Whether it shows in the film itself, so that whatever draws the lesson tells of it. */
  inFilm: boolean
  /** All of it that there is. */
  find(timed: Timed): Found[]
  mends?(found: Found, timed: Timed): Mend[]
}
