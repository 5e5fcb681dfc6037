import { z } from 'zod'
import { Easing } from '../values'

const px = z.number().min(-100_000).max(100_000)

export const SIDES = ['left', 'right', 'top', 'bottom'] as const
export const Passing = z.strictObject({
  /** `draw`: its lines are drawn, then what they hold comes in; `uncover`: from one side. */
  how: z.enum(['none', 'fade', 'slide', 'grow', 'draw', 'uncover', 'typed']).default('none'),
  from: z.enum(SIDES).default('left'),
  frames: z.number().int().min(0).max(100_000).default(10),
  easing: Easing.default('ease-out'),
  /** Whether a slide or a growth fades as well. */
  fades: z.boolean().optional(),
  /** How it stands off its place before a typed arrival, and after a typed departure. */
  off: z
    .strictObject({
      dx: px.default(0),
      dy: px.default(0),
      turn: z.number().min(-36_000).max(36_000).default(0),
      scale: z.number().min(0).max(100).default(1),
      opacity: z.number().min(0).max(1).default(1),
    })
    .optional(),
})
/** How an element comes or goes, and for how many frames. */
export type Passing = z.infer<typeof Passing>
