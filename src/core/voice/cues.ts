/** A word with its time, as it is written into captions. Microseconds. */
export interface Cue {
  text: string
  fromUs: number
  toUs: number
}

/** A time as WebVTT has it: `00:01:02.345`. */
export function vttTime(us: number): string {
  const ms = Math.round(us / 1000)
  const two = (n: number, w = 2) => String(n).padStart(w, '0')
  const hours = two(Math.floor(ms / 3_600_000))
  const minutes = two(Math.floor(ms / 60_000) % 60)
  return `${hours}:${minutes}:${two(Math.floor(ms / 1000) % 60)}.${two(ms % 1000, 3)}`
}
const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/** WebVTT (W3C) with a cue for each of them. */
export const vttOf = (cues: readonly Cue[]): string =>
  `WEBVTT\n${cues.map((c) => `\n${vttTime(c.fromUs)} --> ${vttTime(c.toUs)}\n${escaped(c.text)}\n`).join('')}`
