import { z } from 'zod'
import { toldSchema } from './told'

export const JobState = z.enum(['sending', 'waiting', 'running', 'done', 'failed', 'cancelled'])
/** Where a job stands. A file being sent is `sending` until all of it has arrived. */
export type JobState = z.infer<typeof JobState>
export const JOB_KINDS = ['import', 'export', 'trace', 'align', 'narrate', 'clean'] as const
export type JobKindName = (typeof JOB_KINDS)[number]

/** What belongs to a job's kind: an export's frames and bytes, an import's SHA-256, numbers of moments. */
export const JobFacts = z.object({
  frame: z.number().optional(),
  of: z.number().optional(),
  framesPerSecond: z.number().optional(),
  bytes: z.number().optional(),
  from: z.number().optional(),
  to: z.number().optional(),
  quality: z.string().optional(),
  height: z.number().optional(),
  /** How loud an export was before it was brought to a loudness, and that. */
  lufsBefore: z.number().optional(),
  lufs: z.number().optional(),
  sha256: z.string().optional(),
  said: z.string().optional(),
  /** The revision that its lesson had when it was done: what it did to the lesson is in it. */
  revision: z.number().optional(),
  /** Nothing was changed: whether it is meant is asked first. */
  asks: z.boolean().optional(),
  /** It brought in another take of the narration. */
  take: z.boolean().optional(),
  /** Another job that it began. */
  begins: z.string().optional(),
  /** In which language an export is, and whether captions came with it. */
  language: z.string().optional(),
  captions: z.boolean().optional(),
})
export type JobFacts = z.infer<typeof JobFacts>

/** Work that goes on when its window is closed: a file brought in, an export, a search for the pointer. */
export const Job = z.object({
  id: z.string(),
  kind: z.enum(JOB_KINDS),
  lesson: z.string().nullable(),
  /** What it is about: the id of an upload, the SHA-256 of a recording; empty for an export. */
  subject: z.string(),
  name: z.string(),
  state: JobState,
  /** What is being done, in a word or two, and how far that has come, 0 to 1. */
  step: z.string(),
  share: z.number(),
  /** What went wrong, or what there is to know about what came of it. */
  sentence: z.string().nullable(),
  facts: JobFacts,
  createdAt: z.string(),
})
export type Job = z.infer<typeof Job>
export const isOver = (state: JobState): boolean => state === 'done' || state === 'failed' || state === 'cancelled'

/** A line of what windows are told of as it happens. */
export const News = z.discriminatedUnion('about', [
  z.object({
    about: z.literal('lesson'),
    lesson: z.string(),
    revision: z.number(),
    client: z.string(),
    label: toldSchema,
    removed: z.boolean().optional(),
  }),
  z.object({ about: z.literal('job'), job: Job, gone: z.boolean().optional() }),
])
export type News = z.infer<typeof News>
