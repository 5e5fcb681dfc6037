import { z } from 'zod'
import { Colour } from '../../values'
import { TextFace } from '../../text/face'

const place = z.number().min(-100_000).max(100_000)

/** A box of text with a tail, or a line to a dot, that points at a spot. */
export const CalloutLook = z.strictObject({
  kind: z.literal('callout'),
  text: z.string().max(4000),
  face: TextFace,
  align: z.enum(['left', 'centre', 'right']).default('left'),
  fill: Colour,
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
  ink: Colour,
  corner: z.number().min(0).max(400),
  padding: z.number().min(0).max(400),
  /** The box is as tall as its text needs; otherwise its height is the element's. */
  fitText: z.boolean(),
  /** The spot that it points at, in the same pixels as the element's place; null: at none. */
  tip: z.strictObject({ x: place, y: place }).nullable(),
  /** How it points: by a tail all the way there, by a short one that shows where, by a line to a dot. */
  lead: z.enum(['wedge', 'tail', 'line']).default('wedge'),
  tailPx: z.number().min(2).max(400),
  /** How long a short tail is. */
  tailLong: z.number().min(0).max(1000).default(26),
  line: Colour.default('#2b2118'),
  linePx: z.number().min(0.5).max(60).default(4),
  /** How wide the dot is. */
  dotPx: z.number().min(0).max(400).default(18),
  /** Around line and dot, so that they are seen on anything. */
  halo: Colour.nullable().default(null),
  /** A strip of colour along its left side. */
  strip: Colour.nullable().default(null),
  stripPx: z.number().min(0).max(200).default(8),
  /** A number or a letter on its corner; empty: none. */
  mark: z.string().max(4).default(''),
  markFill: Colour.default('#2b2118'),
  markInk: Colour.default('#ffffff'),
  /** How far a hand is off as it draws the outline and the line, in pixels; 0: drawn exactly. */
  rough: z.number().min(0).max(60).default(0),
})
export type CalloutLook = z.infer<typeof CalloutLook>
