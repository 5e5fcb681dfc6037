import type { TextFace } from './face'
import { layoutText } from './layout'

/** A line that is no wider than so many pixels: cut off with an ellipsis where it is; empty where nothing fits. */
export function shortened(text: string, face: TextFace, width: number): string {
  const fits = (s: string) => layoutText(s, face, 1e6).width <= width
  const line = text.replace(/\s+/g, ' ').trim()
  if (line === '' || fits(line)) return line
  const letters = Array.from(line)
  for (let n = letters.length - 1; n > 0; n--) {
    const cut = `${letters.slice(0, n).join('').trimEnd()}…`
    if (fits(cut)) return cut
  }
  return ''
}
