import type { Pose } from '../lesson/schema'

/**
 * A pose as several that land together, its values grouped by where each sets out. The first keeps its id, its name
 * and what it presses.
 *
 * @param grounds  where each of its values sets out, in the order of its values; those alike stay together
 * @param newId    gives the id of each further one
 */
export function partedBy(pose: Pose, grounds: readonly unknown[], newId: () => string): Pose[] {
  const entries = Object.entries(pose.values)
  return [...new Set(grounds)].map((ground, n): Pose => {
    const values = Object.fromEntries(entries.filter((_, i) => grounds[i] === ground))
    if (n === 0) return { ...pose, values }
    const part = { ...pose, id: newId(), values }
    delete part.press
    delete part.name
    return part
  })
}
