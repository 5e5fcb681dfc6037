/** Where a job stands. A file being sent is `sending` until all of it has arrived. */
export type JobState = 'sending' | 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'
export const JOB_KINDS = ['import', 'export', 'trace'] as const
export type JobKindName = (typeof JOB_KINDS)[number]

/** Work that goes on when its window is closed: a file brought in, an export, a search for the pointer. */
export interface Job {
  id: string
  kind: JobKindName
  lesson: string | null
  /** What it is about: the id of an upload, the SHA-256 of a recording; empty for an export. */
  subject: string
  name: string
  state: JobState
  /** What is being done, in a word or two, and how far that has come, 0 to 1. */
  step: string
  share: number
  /** What went wrong, or what there is to know about what came of it. */
  sentence: string | null
  /** What belongs to its kind: an export’s frames and bytes, an import’s SHA-256, numbers of moments. */
  facts: JobFacts
  createdAt: string
}
export interface JobFacts {
  frame?: number
  of?: number
  framesPerSecond?: number
  bytes?: number
  from?: number
  to?: number
  quality?: string
  height?: number
  sha256?: string
  said?: string
}
export const isOver = (state: JobState): boolean => state === 'done' || state === 'failed' || state === 'cancelled'

/** What windows are told of as it happens. */
export type News =
  | { about: 'lesson'; lesson: string; revision: number; client: string; label: string; removed?: boolean }
  | { about: 'job'; job: Job; gone?: boolean }
