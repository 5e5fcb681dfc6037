import { readingOf, type Departure, type PhraseRun } from '@/core/voice/departures'
import type { HeardWord } from './decode'
import { AROUND, doubtful, fitsAnyway, nextTo, windowsOf } from './doubt'
import { fitsOf, isSaid, leftOutIn, otherWordsIn } from './evident'
import { hearLoosely } from './loose'
import type { Search } from './search'

/** Hears phrases that do not fit once more, through a net from which the speaker may depart. */
export async function hearDoubtful(search: Search, onShare: (share: number) => void): Promise<void> {
  const { runs, words, heard, frames, said, signal } = search
  const unheard = search.unheard()
  const doubt = doubtful(runs, heard, search.soundsOf).map((is, n) => is || nextTo(runs[n]!, unheard))
  const windows = windowsOf(doubt, runs, heard, frames, words)
  const more: Departure[] = []
  for (const [n, w] of windows.entries()) {
    const own = runs.slice(w.from, w.to)
    const which = search.wordsOf(w.from, w.to)
    const cut = await search.part(`window-${n}`, { from: w.begins, to: w.ends })
    const lengths = own.map((r) => r.long)
    const texts = which.map((i) => words[i]!)
    const loose = await hearLoosely(cut, { words: texts, phrases: lengths, said }, signal)
    onShare((n + 1) / windows.length)
    if (!loose) continue
    const items = loose.map((h) => ({
      word: h.word.startsWith('w') ? which[Number(h.word.slice(1))]! : null,
      from: h.from + w.begins,
      to: h.to + w.begins,
    }))
    const reading = readingOf(items, own, (i) => words[i]!.length)
    more.push(...reading.departures.filter((d) => !fitsAnyway(d, heard)))
  }
  if (more.length > 0) await search.depart(more)
}

/** What may be said twice around a pause: the phrases before it and after it, one or two of them. */
function nearRuns(runs: readonly PhraseRun[], word: number): (readonly [number, number])[] {
  const before = runs.findLastIndex((r) => r.first + r.long - 1 <= word)
  const after = runs.findIndex((r) => r.first > word)
  const pairs = [
    [before - 1, before],
    [before, before],
    [after, after + 1],
    [after, after],
  ] as const
  return pairs.filter(([a, b]) => a >= 0 && b < runs.length)
}

/**
 * The phrases [a, b] said twice, where both readings fit with the phrases beside them; the first of them, which does
 * not count.
 */
async function twice(
  search: Search,
  a: number,
  b: number,
  pause: { from: number; to: number },
): Promise<Departure | null> {
  const usual = search.usual()
  const [before, own, after] = [search.wordsOf(a - 1, a), search.wordsOf(a, b + 1), search.wordsOf(b + 1)]
  const around = [...before, ...own, ...after]
  const there = around.flatMap((i) => search.heard[i] ?? [])
  if (!usual || there.length < around.length) return null
  const from = Math.max(0, Math.min(pause.from, there[0]!.from) - AROUND)
  const to = Math.min(search.frames, Math.max(pause.to, there.at(-1)!.to) + AROUND)
  const heard = await search.line(await search.part('twice', { from, to }), [...before, ...own, ...own, ...after])
  const sounds = own.reduce((sum, i) => sum + search.soundsOf(i), 0)
  const reading = (n: number): HeardWord[] => {
    const begins = before.length + n * own.length
    return heard?.slice(begins, begins + own.length).flatMap((h) => h ?? []) ?? []
  }
  const fits = (r: readonly HeardWord[]) => r.length === own.length && isSaid(r, sounds, usual)
  const first = reading(0)
  if (!fits(first) || !fits(reading(1))) return null
  const span = { from: from + first[0]!.from, to: from + first.at(-1)!.to }
  return { kind: 'said again', first: own[0]!, last: own.at(-1)!, ...span }
}
/** Finds phrases beside a pause, in which somebody speaks, that are said twice. The last reading counts. */
export async function findSaidTwice(search: Search): Promise<void> {
  const tried = new Set<number>()
  for (;;) {
    const pause = search.unheard().find((u) => !tried.has(u.word))
    if (!pause) return
    tried.add(pause.word)
    for (const [a, b] of nearRuns(search.runs, pause.word)) {
      const found = await twice(search, a, b, pause)
      if (found && (await search.depart([found]))) break
    }
  }
}

/** So many phrases can be left out before nobody knows any more what the recording is of. */
const MOST_LEFT_OUT = 12
/** Finds phrases that nobody says: one after the other, the one that is squeezed most first. */
export async function findLeftOut(search: Search): Promise<void> {
  for (let n = 0; n < MOST_LEFT_OUT; n++) {
    const usual = search.usual()
    const out = usual ? leftOutIn(fitsOf(search.runs, search.heard, search.soundsOf, usual)) : -1
    if (out < 0) return
    const { first, long } = search.runs[out]!
    const at = search.heard[first]!.from
    if (!(await search.depart([{ kind: 'left out', first, last: first + long - 1, from: at, to: at }]))) return
  }
}
/** Finds words in whose place others are said, in phrases of which nothing is told yet. */
export async function findOtherWords(search: Search): Promise<void> {
  const { runs, heard } = search
  const usual = search.usual()
  if (!usual) return
  const fits = fitsOf(runs, heard, search.soundsOf, usual)
  const more = runs.flatMap((r, n): Departure[] => {
    const own = fits[n] && !search.isTold(r) ? otherWordsIn(r, fits[n], heard, usual) : null
    return own ? [{ kind: 'other words', ...own, from: heard[own.first]!.from, to: heard[own.last]!.to }] : []
  })
  if (more.length > 0) await search.depart(more)
}
