import type { Passing } from '../lesson/schema'

type Off = NonNullable<Passing['off']>
/** It comes up a little into its place as it appears. */
export const rising = (dy: number, frames: number): Passing => ({
  how: 'typed',
  from: 'left',
  frames,
  easing: 'cubic-bezier(0.16, 1, 0.3, 1)',
  off: { dx: 0, dy, turn: 0, scale: 1, opacity: 0 } satisfies Off,
})
/** It swells into its place, a little past its size. */
export const popping = (frames: number): Passing => ({
  how: 'typed',
  from: 'left',
  frames,
  easing: 'overshoot(0.6)',
  off: { dx: 0, dy: 0, turn: 0, scale: 0.6, opacity: 0 } satisfies Off,
})
export const drawing = (frames: number, easing = 'ease-in-out'): Passing => ({
  how: 'draw',
  from: 'left',
  frames,
  easing,
})
export const uncovering = (frames: number): Passing => ({
  how: 'uncover',
  from: 'left',
  frames,
  easing: 'cubic-bezier(0.65, 0, 0.35, 1)',
})
