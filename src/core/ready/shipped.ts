import type { ReadyThing } from '../edits'
import type { Lesson } from '../lesson/schema'

export type Like = Pick<Lesson, 'frame' | 'rate' | 'style'>
/** A ready thing that ships with the program: made for the frame, rate and style of the lesson it comes into. */
export interface Shipped {
  id: string
  name: string
  about: string
  words: string
  /** What may be said before it is placed: how many there are, a text. */
  asks?: { label: string; usual: string; lines?: number }
  make(like: Like, answer: string): ReadyThing
}
