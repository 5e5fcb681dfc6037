import { z } from 'zod'
import { TextFace } from '../../text/face'
import { Colour } from '../../values'

/** A number with words before and after it, in figures of equal width. */
export const CounterLook = z.strictObject({
  kind: z.literal('counter'),
  value: z.number().min(-1e6).max(1e6),
  /**
   * What it counts by itself: its value, keyed or read; the seconds left or gone of its span, how much of it is gone in
   * %, or which round it is.
   */
  counts: z.enum(['value', 'left', 'gone', 'percent', 'round']).default('value'),
  /** So many times over its span; `{n}` in the words before and after it. */
  rounds: z.number().int().min(1).max(999).default(1),
  /** It has come to its end so long before each round is over, and rests there. */
  restFrames: z.number().int().min(0).max(100_000).default(0),
  /** As a number; or as a time, of so many seconds. */
  shows: z.enum(['number', 'minutes', 'seconds']).default('number'),
  /** Behind the point. */
  digits: z.number().int().min(0).max(4).default(0),
  /** Figures before the point, at the least: filled up with zeros. */
  atLeast: z.number().int().min(1).max(8).default(1),
  grouped: z.boolean().default(false),
  before: z.string().max(200).default(''),
  after: z.string().max(200).default(''),
  face: TextFace,
  align: z.enum(['left', 'centre', 'right']).default('centre'),
  ink: Colour,
  outline: Colour.nullable().default(null),
  outlinePx: z.number().min(0).max(60).default(0),
})
export type CounterLook = z.infer<typeof CounterLook>
