/** What was heard where, in hundredths of a second: a word of the script by its place in it, or some other sound. */
export interface HeardSound {
  word: number | null
  from: number
  to: number
}
/** A phrase of a script: its first word, and how many it has. */
export interface PhraseRun {
  first: number
  long: number
}
/**
 * Where what is said departs from the script: a phrase left out, one that is said again (the time is that of the
 * reading which does not count), other words in place of some, something beside them. Times in hundredths of a second;
 * the words that it is about, from the first to the last; of an aside the one that it comes after.
 */
export interface Departure {
  kind: 'left out' | 'said again' | 'other words' | 'aside'
  first: number
  last: number
  from: number
  to: number
}
export interface ScriptReading {
  /** The words that are said, where they count. */
  said: number[]
  departures: Departure[]
}

/** Other sounds mean something when they are so many and take so long: in place of words, and beside them. */
const MEANS = { other: { sounds: 5, frames: 30 }, beside: { sounds: 7, frames: 50 } }
/** Of a word whose sounds were heard as others so much time is taken, for each letter. */
const FRAMES_PER_LETTER = 6
/** A phrase counts as said when so much of it was heard. */
const ENOUGH = 0.5
/** So few words between other sounds, for so short a time, were not said but heard into them. */
const ISLAND = { words: 2, frames: 45 }

interface Piece {
  phrase: number
  words: { word: number; from: number; to: number }[]
}
type Part = Piece | { sounds: number; from: number; to: number }
const isPiece = (p: Part): p is Piece => 'words' in p

/** What was heard in order, as pieces of phrases and stretches of other sounds. */
function partsOf(heard: readonly HeardSound[], phraseOf: (word: number) => number): Part[] {
  const out: Part[] = []
  for (const { word, from, to } of heard) {
    const last = out.at(-1)
    if (word === null) {
      if (last && !isPiece(last)) {
        last.to = to
        last.sounds++
      } else out.push({ sounds: 1, from, to })
      continue
    }
    const phrase = phraseOf(word)
    const goesOn = out.findLast(isPiece)
    const between = last && !isPiece(last) ? last : null
    const before = goesOn?.words.at(-1)
    if (goesOn && goesOn.phrase === phrase && before && word > before.word && (out.at(-1) === goesOn || between)) {
      // Other sounds within a phrase stay between its words.
      if (between) out.push({ phrase, words: [{ word, from, to }] })
      else goesOn.words.push({ word, from, to })
    } else out.push({ phrase, words: [{ word, from, to }] })
  }
  return out
}
const means = (how: keyof typeof MEANS, sounds: number, frames: number) =>
  sounds >= MEANS[how].sounds && frames >= MEANS[how].frames

/** Readings of phrases, each in one or several pieces that follow each other, and what lies between. */
function readings(parts: readonly Part[]): { phrase: number; pieces: Piece[]; from: number; to: number }[] {
  const out: { phrase: number; pieces: Piece[]; from: number; to: number }[] = []
  for (const p of parts) {
    if (!isPiece(p)) continue
    const last = out.at(-1)
    const [first, end] = [p.words[0]!, p.words.at(-1)!]
    if (last && last.phrase === p.phrase && first.word > last.pieces.at(-1)!.words.at(-1)!.word) {
      last.pieces.push(p)
      last.to = end.to
    } else out.push({ phrase: p.phrase, pieces: [p], from: first.from, to: end.to })
  }
  return out
}

/** A word or two heard within other sounds are taken for such themselves. */
function withoutIslands(parts: ReturnType<typeof partsOf>): HeardSound[] {
  const cleared: HeardSound[] = []
  parts.forEach((p, i) => {
    if (!isPiece(p)) {
      for (let k = 0; k < p.sounds; k++) {
        const long = (p.to - p.from) / p.sounds
        cleared.push({ word: null, from: p.from + k * long, to: p.from + (k + 1) * long })
      }
      return
    }
    const [a, b] = [parts[i - 1], parts[i + 1]]
    const around = (a && !isPiece(a) ? a.sounds : 0) + (b && !isPiece(b) ? b.sounds : 0)
    const both = a && b && !isPiece(a) && !isPiece(b)
    const long = p.words.at(-1)!.to - p.words[0]!.from
    const island = both && around >= 8 && p.words.length <= ISLAND.words && long <= ISLAND.frames
    for (const w of p.words) cleared.push(island ? { word: null, from: w.from, to: w.to } : w)
  })
  return cleared
}

/**
 * What of some phrases of a script is said, and where what is said departs from them.
 *
 * @param heard    words and other sounds, in order
 * @param phrases  the phrases that could be heard, in the order of the script
 * @param letters  how many letters a word has, by its place in the script
 */
export function readingOf(
  heard: readonly HeardSound[],
  phrases: readonly PhraseRun[],
  letters: (word: number) => number = () => 5,
): ScriptReading {
  const phraseOf = (word: number) => phrases.findIndex((p) => word >= p.first && word < p.first + p.long)
  const cleared = withoutIslands(partsOf(heard, phraseOf))
  const all = readings(partsOf(cleared, phraseOf))
  const enough = all.filter((r) => {
    const words = r.pieces.reduce((n, p) => n + p.words.length, 0)
    const { long } = phrases[r.phrase]!
    return long <= 2 ? words === long : words / long >= ENOUGH
  })
  // Of several readings the last one counts; each next phrase comes after it.
  const counts = new Map<number, (typeof enough)[number]>()
  for (const r of enough) counts.set(r.phrase, r)
  const out: ScriptReading = { said: [], departures: [] }
  /** Frames that words take whose sounds were heard as others: before the first and after the last word of a phrase. */
  const [early, late] = [new Map<number, number>(), new Map<number, number>()]
  for (const r of enough)
    if (counts.get(r.phrase) !== r) {
      const { first, long } = phrases[r.phrase]!
      out.departures.push({ kind: 'said again', first, last: first + long - 1, from: r.from, to: r.to })
    }
  phrases.forEach(({ first, long }, n) => {
    const r = counts.get(n)
    if (!r) {
      out.departures.push({ kind: 'left out', first, last: first + long - 1, from: 0, to: 0 })
      return
    }
    const words = r.pieces.flatMap((p) => p.words)
    const sounds = cleared.filter((h) => h.word === null && h.from >= r.from - 400 && h.to <= r.to + 400)
    const bounds = [
      { word: first - 1, from: r.from, to: r.from },
      ...words,
      { word: first + long, from: r.to, to: r.to },
    ]
    bounds.slice(1).forEach((next, i) => {
      const before = bounds[i]!
      const missing = next.word - before.word - 1
      const edge = i === 0 || i === bounds.length - 2
      const within = edge
        ? sounds.filter((s) => (i === 0 ? s.to <= r.from + 1 && s.from >= r.from - 400 : s.from >= r.to - 1))
        : sounds.filter((s) => s.from >= before.to - 1 && s.to <= next.from + 1)
      const frames = within.reduce((sum, s) => sum + s.to - s.from, 0)
      let takes = 0
      for (let w = before.word + 1; w < next.word; w++) takes += letters(w) * FRAMES_PER_LETTER
      // At an end of a phrase, what takes much longer than its words is beside them.
      const fits = !edge || (missing >= 2 && frames < takes * 3)
      const other =
        fits &&
        means('other', within.length, frames) &&
        (missing >= 2 || (missing === 1 && within.length >= 8 && frames > takes * 1.6))
      for (let w = before.word + 1; w < next.word; w++) if (!other) out.said.push(w)
      const span = { from: within[0]?.from ?? 0, to: within.at(-1)?.to ?? 0 }
      if (other) out.departures.push({ kind: 'other words', first: before.word + 1, last: next.word - 1, ...span })
      else if (!edge && means('beside', within.length, frames - takes))
        out.departures.push({ kind: 'aside', first: before.word, last: before.word, ...span, from: span.from + takes })
      else if (edge && missing > 0 && i === 0) early.set(n, takes)
      else if (edge && missing > 0) late.set(n, takes)
      if (next.word < first + long) out.said.push(next.word)
    })
  })
  const counted = phrases.flatMap((_, n) => {
    const r = counts.get(n)
    return r ? [{ ...r, from: r.from - (early.get(n) ?? 0), to: r.to + (late.get(n) ?? 0) }] : []
  })
  return inPlaceOf(withAsides(out, cleared, counted), phrases, counted)
}

/** Other sounds between what counts, that nothing was said of yet: asides after the phrase before. */
function withAsides(
  reading: ScriptReading,
  heard: readonly HeardSound[],
  counted: readonly { phrase: number; pieces: Piece[]; from: number; to: number }[],
): ScriptReading {
  const taken = (h: HeardSound) =>
    counted.some((r) => (h.from + h.to) / 2 >= r.from && (h.from + h.to) / 2 <= r.to) ||
    reading.departures.some((d) => d.to > d.from && h.from < d.to && h.to > d.from)
  let run: HeardSound[] = []
  const close = () => {
    const [first] = run
    const last = run.at(-1)
    if (first && last && means('beside', run.length, last.to - first.from)) {
      const before = counted
        .filter((r) => r.to <= first.from + 10)
        .toSorted((a, b) => b.to - a.to)[0]
        ?.pieces.at(-1)!
        .words.at(-1)!.word
      reading.departures.push({ kind: 'aside', first: before ?? -1, last: before ?? -1, from: first.from, to: last.to })
    }
    run = []
  }
  for (const h of heard) {
    if (taken(h)) close()
    else run.push(h)
  }
  close()
  reading.said.sort((a, b) => a - b)
  reading.departures.sort((a, b) => a.first - b.first || a.from - b.from)
  return reading
}

/** A phrase that is left out where something else is said instead was said in other words. */
function inPlaceOf(
  reading: ScriptReading,
  phrases: readonly PhraseRun[],
  counted: readonly { phrase: number; from: number; to: number }[],
): ScriptReading {
  const departures = [...reading.departures]
  for (const out of reading.departures) {
    if (out.kind !== 'left out') continue
    const n = phrases.findIndex((p) => p.first === out.first)
    const before = counted.filter((r) => r.phrase < n).at(-1)?.to ?? 0
    const after = counted.find((r) => r.phrase > n)?.from ?? Infinity
    const instead = departures.find((d) => d.kind === 'aside' && d.from >= before - 10 && d.to <= after + 10)
    if (!instead) continue
    departures.splice(departures.indexOf(instead), 1)
    departures.splice(departures.indexOf(out), 1, { ...out, kind: 'other words', from: instead.from, to: instead.to })
  }
  return { ...reading, departures }
}
