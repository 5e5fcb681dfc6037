import type { Grade } from '@/core/display'

/**
 * Changes colours in place. `data` is RGBA, not premultiplied; what can be seen through stays as it is in that.
 *
 * In this order: exposure (a factor of 2 for 1), contrast about middle grey, dimming; then saturation about the luma of
 * ITU-R BT.709, and warmth, which shifts red against blue.
 */
export const gradeColours = (data: Uint8ClampedArray, grade: Grade): void => grader(grade)(data)

/** The same, ready for many. */
export function grader({ exposure, contrast, saturation, warmth, dim }: Grade): (data: Uint8ClampedArray) => void {
  const light = 2 ** exposure * (1 - dim)
  const steep = contrast >= 0 ? 1 + contrast * 2 : 1 + contrast
  // Light and contrast are the same for each channel: 256 answers are worked out once.
  const table = Float32Array.from({ length: 256 }, (_, v) => ((v * 2 ** exposure) / 255 - 0.5) * steep + 0.5)
  for (let v = 0; v < 256; v++) table[v] = Math.min(1, Math.max(0, table[v]!)) * 255 * (1 - dim)
  if (light === 1 && steep === 1 && saturation === 0 && warmth === 0) return () => {}
  const vivid = 1 + saturation
  const red = warmth * 30 * (1 - dim)
  return (data) => {
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3] === 0) continue
      const [r, g, b] = [table[data[i]!]!, table[data[i + 1]!]!, table[data[i + 2]!]!]
      const luma = 0.2126 * r + 0.7152 * g + 0.0722 * b
      data[i] = luma + (r - luma) * vivid + red
      data[i + 1] = luma + (g - luma) * vivid
      data[i + 2] = luma + (b - luma) * vivid - red
    }
  }
}
