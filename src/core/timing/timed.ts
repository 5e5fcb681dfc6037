import type { Clip } from '../lesson/clips'
import type { Lesson } from '../lesson/schema'
import type { TimedMoment } from '../moments'

/** Half-open: [from, to), in lesson frames. */
export interface Span {
  from: number
  to: number
  startLost: boolean
  endLost: boolean
  /** It would end before it starts, and is shown for one frame. */
  backwards?: true
}
/** An element whose ties lead round in a circle, and with which others, in a sentence. */
export interface Circle {
  element: string
  sentence: string
}

/** A lesson with every tie turned into frames. */
export interface Timed {
  lesson: Lesson
  length: number
  /** Its footage and sounds with the frames that they stand in, in document order. */
  clips: readonly Clip[]
  moments: Map<string, TimedMoment>
  spans: Map<string, Span>
  circles: Circle[]
}
