import type { Lesson } from '../lesson/schema'
import type { Placed } from '../moments'

/** Half-open: [from, to), in lesson frames. */
export interface Span { from: number; to: number; startLost: boolean; endLost: boolean }
export interface Finding { code: 'lost' | 'cycle' | 'order' | 'unread'; element: string; sentence: string }

/** A lesson with every tie turned into frames. */
export interface Timed {
  lesson: Lesson
  length: number
  moments: Map<string, Placed>
  spans: Map<string, Span>
  findings: Finding[]
}
