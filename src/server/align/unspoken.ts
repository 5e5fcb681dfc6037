import type { Departure } from '@/core/voice/departures'
import { Speechlike, type SpeechSort } from '@/core/voice/speechlike'
import type { HeardWord } from './decode'
import type { Search } from './search'
import { RATE } from './sound'

/** Nobody says a phrase at this many frames for a sound, or fewer: as fast as the model can go through it. */
const FASTEST = 3.8
const FEWEST_SOUNDS = 6
/** Words with no longer pause between them, in frames, are looked at together. */
const PAUSE = 30
/** What takes the place of phrases that are dropped may be none either: so often it is looked at again. */
const ROUNDS = 4

/** Takes back the phrases that were put where nobody speaks, or faster than anybody can. */
export async function dropUnspoken(search: Search): Promise<void> {
  const speech = new Speechlike(search.samples, RATE)
  for (let n = 0; n < ROUNDS; n++) {
    const whole = speech.over(together(search.heard.flatMap((h) => h ?? [])))
    const out: Departure[] = []
    for (const { first, long } of search.runs) {
      // Each phrase is looked at in a turn of its own: a long recording takes seconds.
      await new Promise((done) => setImmediate(done))
      search.signal?.throwIfAborted()
      const own = search.heard.slice(first, first + long).flatMap((h) => h ?? [])
      if (own.length === 0 || isSpoken(own, soundsIn(search, first, long), speech, whole)) continue
      const at = own[0]!.from
      out.push({ kind: 'left out', first, last: first + long - 1, from: at, to: at })
    }
    if (out.length === 0 || !(await search.depart(out))) return
  }
}
function soundsIn({ heard, soundsOf }: Search, first: number, long: number): number {
  let sum = 0
  for (let i = first; i < first + long; i++) if (heard[i]) sum += soundsOf(i)
  return sum
}

/** Whether a phrase is; one too short to tell as the whole recording is. */
function isSpoken(own: readonly HeardWord[], sounds: number, speech: Speechlike, whole: SpeechSort): boolean {
  const frames = own.reduce((sum, h) => sum + h.to - h.from, 0)
  if (sounds >= FEWEST_SOUNDS && frames / sounds < FASTEST) return false
  const found = speech.over(together(own))
  return (found === 'too short to tell' ? whole : found) !== 'something else'
}
/** Stretches of words that follow each other without a pause. */
function together(own: readonly HeardWord[]): { from: number; to: number }[] {
  const out: { from: number; to: number }[] = []
  for (const { from, to } of own) {
    const last = out.at(-1)
    if (last && from - last.to <= PAUSE) last.to = to
    else out.push({ from, to })
  }
  return out
}
