import { z } from 'zod'

const number = z.number().min(-1e9).max(1e9)
/**
 * How a value comes of a gauge: evenly, from a range of the gauge to one of its own; or by steps, each holding from a
 * value of the gauge on.
 */
export const Reading = z.strictObject({
  gauge: z.string().max(100),
  from: z.tuple([number, number]).default([0, 100]),
  to: z.tuple([number, number]).default([0, 100]),
  /** Nothing in between multiples of this; 0: anything. */
  step: z.number().min(0).max(1e6).default(0),
  steps: z
    .array(z.strictObject({ from: number, value: z.union([z.string().max(4000), z.boolean(), number]) }))
    .max(100)
    .default([]),
})
export type Reading = z.infer<typeof Reading>

/**
 * What a reading comes to at a value of its gauge; beyond its range, what it comes to at the end of it.
 *
 * @returns undefined before the first of its steps
 */
export function readAt({ from, to, step, steps }: Reading, value: number): number | string | boolean | undefined {
  if (steps.length > 0) return steps.findLast((s) => value >= s.from)?.value
  const [a, b] = from
  const share = b === a ? (value >= b ? 1 : 0) : Math.min(1, Math.max(0, (value - a) / (b - a)))
  const own = to[0] + (to[1] - to[0]) * share
  return step > 0 ? Math.round(own / step) * step : own
}
