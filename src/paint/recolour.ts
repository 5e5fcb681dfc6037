import { mixColours } from '@/core/values'
import type { Swap } from '@/core/display'

const rgb = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]

/**
 * Changes one colour of a picture into another, in place. What is as near to it as `reach` goes
 * along, the less the further off, and keeps its own light and shade. `data` is RGBA, not premultiplied.
 */
export const recolour = (data: Uint8ClampedArray, swap: Swap): void => recolourer(swap)(data)

/** The same, ready for many. */
export function recolourer(swap: Swap): (data: Uint8ClampedArray) => void {
  const from = rgb(swap.from)
  const goal = rgb(mixColours(swap.from, swap.to, swap.share))
  const shift = goal.map((g, c) => g - from[c]!)
  const far = Math.max(1, swap.reach * 255)
  return (data) => {
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3] === 0) continue
      const d = Math.sqrt(
        ((data[i]! - from[0]) ** 2 + (data[i + 1]! - from[1]) ** 2 + (data[i + 2]! - from[2]) ** 2) / 3,
      )
      if (d >= far) continue
      const k = Math.min(1, 2 * (1 - d / far))
      for (let c = 0; c < 3; c++) data[i + c] = data[i + c]! + shift[c]! * k
    }
  }
}
/** What tells one recoloured picture from another. */
export const swapKey = (media: string, swap: Swap): string =>
  `${media} ${swap.from} ${swap.to} ${swap.reach} ${swap.share.toFixed(4)}`
