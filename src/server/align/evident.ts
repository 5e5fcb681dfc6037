import type { PhraseRun } from '@/core/voice/departures'
import type { HeardWord } from './decode'
import { median } from '@/core/values/median'

/** How a phrase fits the recording, as against what is usual in it: 1 is as usual. */
export interface Fit {
  /** How long its sounds take. */
  pace: number
  /** How badly its words fit, by the model's own measure; and its worst three words in a row. */
  off: number
  worst: number
  /** The first of these. */
  at: number
  sounds: number
}
/** Fewer phrases tell nothing of what is usual. */
const FEWEST = 4
const MANY_SOUNDS = 6
/** A phrase that nobody says is squeezed in somewhere: its sounds are so short, and fit so badly. */
const SQUEEZED = { pace: 0.58, off: 1.6 }
/** Words that are not said fit so badly where others are, three in a row. */
const OTHERS = { worst: 2.25, each: 1.5 }
const IN_A_ROW = 3

const framesOf = (own: readonly HeardWord[]) => own.reduce((sum, h) => sum + h.to - h.from, 0)
/** How badly words fit together: what is lost in each frame. */
const badness = (own: readonly HeardWord[]) => -own.reduce((sum, h) => sum + h.score, 0) / Math.max(1, framesOf(own))

/** What is usual in a recording: how long a sound takes, and how badly a phrase fits. */
export interface Usual {
  pace: number
  off: number
}
export function usualIn(
  runs: readonly PhraseRun[],
  heard: readonly (HeardWord | null)[],
  soundsOf: (word: number) => number,
): Usual | null {
  const whole = runs.flatMap(({ first, long }) => {
    const own = heard.slice(first, first + long)
    if (own.some((h) => h === null)) return []
    const sounds = own.reduce((sum, _, i) => sum + soundsOf(first + i), 0)
    return [{ pace: framesOf(own as HeardWord[]) / Math.max(1, sounds), off: badness(own as HeardWord[]) }]
  })
  if (whole.length < FEWEST) return null
  const [pace, off] = [median(whole.map((w) => w.pace)), median(whole.map((w) => w.off))]
  return pace > 0 && off > 0 ? { pace, off } : null
}
/** How each phrase fits; null for one of which words are missing. */
export function fitsOf(
  runs: readonly PhraseRun[],
  heard: readonly (HeardWord | null)[],
  soundsOf: (word: number) => number,
  usual: Usual,
): (Fit | null)[] {
  return runs.map(({ first, long }): Fit | null => {
    const all = heard.slice(first, first + long)
    if (all.some((h) => h === null)) return null
    const own = all as HeardWord[]
    const sounds = own.reduce((sum, _, i) => sum + soundsOf(first + i), 0)
    let worst = { off: 0, at: first }
    for (let i = 0; i + IN_A_ROW <= long; i++) {
      const off = badness(own.slice(i, i + IN_A_ROW)) / usual.off
      if (off > worst.off) worst = { off, at: first + i }
    }
    const pace = framesOf(own) / Math.max(1, sounds) / usual.pace
    return { pace, off: badness(own) / usual.off, worst: worst.off, at: worst.at, sounds }
  })
}

/** The phrase that is said least of all: squeezed to almost nothing, and fitting badly; -1 for none. */
export function leftOutIn(fits: readonly (Fit | null)[]): number {
  let out = -1
  fits.forEach((f, i) => {
    if (!f || f.sounds < MANY_SOUNDS || f.pace > SQUEEZED.pace || f.off < SQUEEZED.off) return
    if (out < 0 || f.pace < fits[out]!.pace) out = i
  })
  return out
}
/** Whether words that are given fit a stretch of a recording as they would if they were said there. */
export function isSaid(own: readonly HeardWord[], sounds: number, usual: Usual): boolean {
  const pace = framesOf(own) / Math.max(1, sounds) / usual.pace
  return pace > 0.65 && pace < 1.6 && badness(own) / usual.off < 1.45
}
/** The words of a phrase in whose place something else is said; null where they fit. */
export function otherWordsIn(
  { first, long }: PhraseRun,
  fit: Fit,
  heard: readonly (HeardWord | null)[],
  usual: Usual,
): { first: number; last: number } | null {
  if (fit.worst < OTHERS.worst) return null
  const bad = (i: number) => badness([heard[i]!]) / usual.off >= OTHERS.each
  let [a, b] = [fit.at, fit.at + IN_A_ROW - 1]
  while (a > first && bad(a - 1)) a--
  while (b < first + long - 1 && bad(b + 1)) b++
  while (a < b && !bad(a)) a++
  while (b > a && !bad(b)) b--
  return { first: a, last: b }
}
