import { z } from 'zod'
import { Colour } from '../../values'

/** The edges of the frame that a bar can be kept to. */
export const BAR_EDGES = ['top', 'bottom', 'left', 'right'] as const

/** A progress bar that reads how much of its span has gone by, evenly: straight, or as a ring. */
export const BarLook = z.strictObject({
  kind: z.literal('bar'),
  shape: z.enum(['straight', 'ring']).default('straight'),
  fill: Colour,
  unfilled: Colour.nullable(),
  border: Colour.nullable(),
  borderPx: z.number().min(0).max(60),
  /** A ring runs clockwise where it runs to the right, else the other way. */
  runs: z.enum(['right', 'left', 'down', 'up']),
  place: z.enum([...BAR_EDGES, 'free']),
  /** Kept to the edge of what letterbox bars leave free, while there are any. */
  withinBars: z.boolean().default(false),
  /** How round its ends are; of a ring, rounded ends where it is more than 0. */
  corner: z.number().min(0).max(400).default(0),
  /** How thick the ring is; as thick as half its width, it is a disc. */
  ringPx: z.number().min(1).max(2000).default(24),
  /** Where the ring begins, clockwise from the top. */
  turnFrom: z.number().min(-360).max(360).default(0),
  /** So many times over its span. */
  rounds: z.number().int().min(1).max(999).default(1),
  /** It is full so long before each end. */
  restFrames: z.number().int().min(0).max(100_000).default(0),
  /** What happens when its span is over. */
  after: z.enum(['gone', 'stays', 'fades', 'fades-after']),
  /** How much of it is filled, in %, where that does not follow from its own span. */
  given: z
    .strictObject({ share: z.number().min(0).max(100) })
    .nullable()
    .default(null),
  fadeFrames: z.number().int().min(1).max(600).default(15),
})
export type BarLook = z.infer<typeof BarLook>
