import { z } from 'zod'
import { TextFace } from '../../text/face'
import { Colour } from '../../values'

/** A bar with a part for each chapter of its span, which fills as the chapter goes by. */
export const ChaptersLook = z.strictObject({
  kind: z.literal('chapters'),
  place: z.enum(['top', 'bottom', 'free']).default('bottom'),
  /** Runs through evenly; or goes to each chapter's end as it begins and stops there. */
  goes: z.enum(['through', 'stops']).default('through'),
  /** How long it is on its way from stop to stop; and how far along the part it then stands, in %. */
  wayFrames: z.number().int().min(1).max(10_000).default(15),
  stopAt: z.number().min(0).max(100).default(100),
  /** As wide as the chapters are long, or all alike. */
  widths: z.enum(['time', 'equal']).default('time'),
  fill: Colour,
  unfilled: Colour.nullable(),
  gapPx: z.number().min(0).max(200).default(6),
  corner: z.number().min(0).max(400).default(0),
  labels: z.enum(['none', 'above', 'below', 'inside']).default('above'),
  face: TextFace,
  /** Of a chapter's label while it is on, and while it is not. */
  lit: Colour,
  ink: Colour,
  /** What the labels stand on. */
  ground: Colour.nullable().default(null),
})
export type ChaptersLook = z.infer<typeof ChaptersLook>
