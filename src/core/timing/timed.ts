import type { Clip } from '../lesson/clips'
import type { Lesson } from '../lesson/schema'
import type { TimedMoment } from '../moments'

/** Half-open: [from, to), in lesson frames. */
export interface Span {
  from: number
  to: number
  startLost: boolean
  endLost: boolean
}
/**
 * What is amiss with an element, in a sentence; `frame`: where in the lesson to look, when it is not the element's
 * start.
 */
export interface Finding {
  code: 'lost' | 'cycle' | 'order' | 'unread' | 'unseen' | 'apart' | 'cut'
  element: string
  /** The pose whose move it is about. */
  pose?: string
  sentence: string
  frame?: number
}

/** A lesson with every tie turned into frames. */
export interface Timed {
  lesson: Lesson
  length: number
  /** Its footage and sounds with the frames that they stand in, in document order. */
  clips: readonly Clip[]
  moments: Map<string, TimedMoment>
  spans: Map<string, Span>
  findings: Finding[]
}
