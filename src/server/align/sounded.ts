import type { Departure } from '@/core/voice/departures'
import { PHONES } from '@/core/voice/sounds'
import { decode, WIDEST, type HeardWord, type Net } from './decode'
import { bare, type Pronunciations } from './lexicon'
import type { Search } from './search'
import { lineNet } from './strict'
import { median } from '@/core/values/median'

/** The whole line is heard so; in a window nothing may be lost too early. */
const LINE = { beam: '1e-80', wordBeam: '1e-60', phoneBeam: '1e-80', weight: '1.0', all: true }
const WINDOW = { beam: '1e-80', wordBeam: '1e-80', phoneBeam: '1e-80', weight: '1.0', all: true }

/** A word is looked at when it fits so much worse than is usual: at least, and by what words usually are off. */
const DOUBT = { least: 26, times: 3.5 }
/** The line is heard in parts of so many frames, cut in a pause of so many; so many parts at once. */
const PART = { long: 2000, pause: 15 }
const AT_ONCE = 2
/** Doubtful words with no more than so many others between them are looked at together; with so many around them. */
const TOGETHER = 2
const BESIDE = { replaced: 1, heard: 3 }
/** Frames that are heard before and after these. */
const AROUND = 2
/** How likely it is that any sounds take the place of a word; and of the next one as well. */
const ENTER = 1e-14
const NEXT = 1e-14
const SHARE = 1 / PHONES.length

/**
 * Any sounds are told to be said in the place of words where so much is gained by them; and so much in each frame, by
 * what words of this recording usually are off.
 */
const GAINED = { whole: 1100, times: 5 }
/** Of words that are shorter nothing can be told. */
const FEWEST_SOUNDS = 2
/** The frames beside them in which what is gained is counted: what is said there is heard otherwise as well. */
const COUNTED = 30

/** Words as they are heard in order, and by how much each fits worse than is usual, in each frame. */
interface Line {
  /** Places in the script. */
  which: number[]
  heard: (HeardWord | null)[]
  /** With the silences between the words. */
  all: HeardWord[]
  off: number[]
  /** What words usually are off. */
  spread: number
}
/** Does each of some things, a few at once, in order of the results. */
async function each<A, B>(all: readonly A[], work: (one: A, n: number) => Promise<B>): Promise<B[]> {
  const out: B[] = []
  const turns = Array.from({ length: AT_ONCE }, async (_, first) => {
    for (let n = first; n < all.length; n += AT_ONCE) out[n] = await work(all[n]!, n)
  })
  await Promise.all(turns)
  return out
}

/** Words that are heard, by their places in the script, in parts of the recording; with where each begins and ends. */
function partsOf({ heard, frames }: Search): { which: number[]; from: number; to: number }[] {
  const out = [{ which: [] as number[], from: 0, to: frames }]
  let before: HeardWord | null = null
  for (const [i, h] of heard.entries()) {
    if (!h) continue
    const own = out.at(-1)!
    if (
      before &&
      h.from - before.to >= PART.pause &&
      h.from - own.from >= PART.long &&
      frames - h.from >= PART.long / 2
    ) {
      own.to = Math.round((before.to + h.from) / 2)
      out.push({ which: [], from: own.to, to: frames })
    }
    out.at(-1)!.which.push(i)
    before = h
  }
  return out
}
/** What is heard in a part, with when in the whole recording; null where it cannot be heard to its end. */
async function heardIn(
  search: Search,
  name: string,
  net: Net,
  span: { from: number; to: number },
  how: typeof LINE,
): Promise<HeardWord[] | null> {
  const file = await search.part(name, span)
  const { signal } = search
  const found = await decode(file, net, how, signal)
  return found?.map((h) => ({ ...h, from: h.from + span.from, to: h.to + span.from })) ?? null
}
async function lineOf(search: Search): Promise<Line | null> {
  const parts = await each(partsOf(search), async ({ which, ...span }, n) => {
    const net = lineNet(
      which.map((i) => search.words[i]!),
      search.said,
    )
    const hear = (how: typeof LINE) => heardIn(search, `sounded-${n}`, net, span, how)
    const all = net.said.size > 0 ? ((await hear(LINE)) ?? (await hear({ ...LINE, ...WIDEST }))) : null
    const byWord = new Map(all?.map((h) => [h.word, h]))
    return { which, all, heard: which.map((_, k) => byWord.get(`w${k}`) ?? null) }
  })
  if (parts.some((p) => p.all === null)) return null
  const heard = parts.flatMap((p) => p.heard)
  const fits = heard.map((h) => (h ? -h.score / Math.max(1, h.to - h.from) : null))
  const usual = median(fits.flatMap((f) => f ?? []))
  const off = fits.map((f) => (f === null ? 0 : f - usual))
  return {
    which: parts.flatMap((p) => p.which),
    heard,
    all: parts.flatMap((p) => p.all ?? []),
    off,
    spread: median(off.map(Math.abs)),
  }
}

/** Numbers in order, as stretches [first, last] of those with no more than so many others between them. */
function stretchesOf(numbers: readonly number[], between: number): [number, number][] {
  const out: [number, number][] = []
  for (const n of numbers) {
    const last = out.at(-1)
    if (last && n - last[1] <= between + 1) last[1] = n
    else out.push([n, n])
  }
  return out
}
/** Stretches of words that fit badly, by their places in the line. */
const doubtfulIn = ({ off, spread }: Line): [number, number][] =>
  stretchesOf(
    off.flatMap((o, i) => (o > Math.max(DOUBT.least, DOUBT.times * spread) ? [i] : [])),
    TOGETHER,
  )

/**
 * The net of some words, in the place of one or two of which any sounds may be said.
 *
 * @param first  the first word that may be replaced, and the last
 */
export function replacedNet(
  words: readonly string[],
  said: ReadonlyMap<string, Pronunciations>,
  [first, last]: readonly [number, number],
): Net {
  const n = words.length
  const own = new Map<string, Pronunciations>(PHONES.map((phone, i) => [`x${i}`, [[phone]]]))
  // States 0 to n-1 lie before the words, n to 2n-1 within what takes their place; the last one is the end.
  const at = (i: number) => (i >= n ? 2 * n : i)
  const arcs: Net['arcs'][number][] = words.map((word, i) => {
    const ways = said.get(bare(word)) ?? []
    if (ways.length > 0) own.set(`w${i}`, ways)
    return { from: at(i), to: at(i + 1), share: 1, word: ways.length > 0 ? `w${i}` : null }
  })
  for (let i = first; i <= last; i++) {
    PHONES.forEach((_, p) => {
      arcs.push({ from: at(i), to: n + i, share: SHARE * ENTER, word: `x${p}` })
      arcs.push({ from: n + i, to: n + i, share: SHARE, word: `x${p}` })
    })
    arcs.push({ from: n + i, to: at(i + 1), share: 1, word: null })
    if (i < last) arcs.push({ from: n + i, to: at(i + 2), share: NEXT, word: null })
  }
  return { states: 2 * n + 1, arcs, said: own }
}

/** What all that is heard scores within a span of frames. */
const within = (heard: readonly HeardWord[], from: number, to: number): number =>
  heard.reduce((sum, h) => {
    const both = Math.min(to, h.to) - Math.max(from, h.from)
    return both > 0 ? sum + (h.score * both) / Math.max(1, h.to - h.from) : sum
  }, 0)

/** What is said in the place of words of a stretch of the line, where that is told surely enough. */
async function replacedIn(
  search: Search,
  line: Line,
  [a, b]: readonly [number, number],
  name: string,
): Promise<Departure[]> {
  const end = line.which.length - 1
  const [first, last] = [Math.max(0, a - BESIDE.replaced), Math.min(end, b + BESIDE.replaced)]
  const [begin, close] = [Math.max(0, first - BESIDE.heard), Math.min(end, last + BESIDE.heard)]
  const [before, after] = [line.heard[begin], line.heard[close]]
  if (!before || !after) return []
  const span = { from: Math.max(0, before.from - AROUND), to: Math.min(search.frames, after.to + AROUND) }
  const which = line.which.slice(begin, close + 1)
  const words = which.map((i) => search.words[i]!)
  const net = replacedNet(words, search.said, [first - begin, last - begin])
  const free = await heardIn(search, name, net, span, WINDOW)
  if (!free) return []
  const byWord = new Map(free.map((h) => [h.word, h]))
  const missing = words.flatMap((_, i) => (net.said.has(`w${i}`) && !byWord.has(`w${i}`) ? [i] : []))
  return stretchesOf(missing, 0).flatMap(([from, to]): Departure[] => {
    const frames = {
      from: byWord.get(`w${from - 1}`)?.to ?? span.from,
      to: byWord.get(`w${to + 1}`)?.from ?? span.to,
    }
    const counted = [Math.max(span.from, frames.from - COUNTED), Math.min(span.to, frames.to + COUNTED)] as const
    const gained = within(free, ...counted) - within(line.all, ...counted)
    const each = gained / Math.max(1, frames.to - frames.from)
    const own = which.slice(from, to + 1)
    const sounds = own.reduce((sum, i) => sum + search.soundsOf(i), 0)
    const told = gained >= GAINED.whole && each >= GAINED.times * line.spread && sounds >= FEWEST_SOUNDS
    return told ? [{ kind: 'other words', first: own[0]!, last: own.at(-1)!, ...frames }] : []
  })
}
/**
 * Finds single words in whose place another one is said, in the language that the acoustic model knows: where a word
 * fits badly, any sounds may be said instead, and what these fit better decides.
 */
export async function findSounded(search: Search, onShare: (share: number) => void): Promise<Departure[]> {
  const line = await lineOf(search)
  onShare(0.4)
  if (!line) return []
  const stretches = doubtfulIn(line)
  let done = 0
  const found = await each(stretches, async (stretch, n) => {
    const own = await replacedIn(search, line, stretch, `replaced-${n}`)
    onShare(0.4 + (0.6 * ++done) / stretches.length)
    return own
  })
  return found.flat()
}
