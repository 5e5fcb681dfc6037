import { z } from 'zod'
import { PLAYS } from '../../lesson/timeMap'

/** How fast a sound is lowered before words are spoken, and comes back after them, where nothing else is said. */
export const DUCKING = { duckInMs: 150, duckOutMs: 600 }
/** A sound of the lesson's media. */
export const SoundLook = z.strictObject({
  kind: z.literal('sound'),
  media: z.string().max(100),
  ...PLAYS,
  levelDb: z.number().min(-60).max(24).default(0),
  muted: z.boolean().default(false),
  /** By how much it is lowered while words are spoken elsewhere, in dB; 0: it is not. And how fast, and back. */
  duckDb: z.number().min(-60).max(0).default(0),
  duckInMs: z.number().min(0).max(5000).default(DUCKING.duckInMs),
  duckOutMs: z.number().min(0).max(10_000).default(DUCKING.duckOutMs),
})
export type SoundLook = z.infer<typeof SoundLook>
