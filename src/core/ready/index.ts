import type { ReadyThing } from '../edits'
import type { Lesson } from '../lesson/schema'
import { countdown, repetitions } from './countdown'
import { howFar } from './howFar'
import { lowerThird, titleCard } from './titles'
import { notices } from './notices'
import { showClick } from './showClick'
import { buildingList } from './list'

export { shippedTemplates, templateOf, type LessonTemplate } from './template'

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

export const SHIPPED_THINGS: readonly Shipped[] = [
  howFar,
  countdown,
  repetitions,
  lowerThird,
  titleCard,
  buildingList,
  notices,
  showClick,
]
