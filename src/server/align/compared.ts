import { readFile } from 'node:fs/promises'
import { Cepstra, difference } from '@/core/voice/cepstra'
import type { Departure } from '@/core/voice/departures'
import { run } from '../run'
import type { HeardWord } from './decode'
import { bare, voiceFor } from './lexicon'
import { Search } from './search'
import { withSpeech } from './sound'
import { median } from '@/core/values/median'

/** Shorter words sound like too many others. */
const FEWEST_SOUNDS = 3
/** A word that is not said is so many times further from how it sounds than words usually are. */
const TIMES = 6
/** And not so much nearer to it than to how other words sound: in standard deviations of these. */
const NEARER = 2.25
/** It is compared with so many other words of the script, each no more than twice as long or short. */
const OTHERS = 25
const AS_LONG = 2
/** Frames beside a word that belong to how it sounds. */
const BESIDE = 2
/** Frames that are looked at in one turn: a long recording takes seconds. */
const IN_A_TURN = 500

/** How much higher the sounds of a voice lie than the machine's: tried from 1 on, as long as it gets more alike. */
const HIGHER = [0.8, 0.85, 0.9, 0.95, 1, 1.05, 1.1, 1.16, 1.22, 1.28]
/** By so many words. */
const TRIED = 24

const around = ({ from, to }: HeardWord) => ({ from: from - BESIDE, to: to + BESIDE })
const turn = () => new Promise((done) => setImmediate(done))

/** How a whole recording sounds. */
async function soundOf({ samples, frames, signal }: Search, higher = 1): Promise<Cepstra> {
  const out = new Cepstra(samples, higher)
  for (let from = 0; from < frames; from += IN_A_TURN) {
    out.look({ from, to: from + IN_A_TURN })
    await turn()
    signal?.throwIfAborted()
  }
  out.settle()
  return out
}
/** A word that is said in the recording and by the machine, when, and its place in the script. */
interface InBoth {
  i: number
  word: string
  own: HeardWord
  there: HeardWord
}
/** How much higher the sounds of a recording's voice lie than the machine's. */
async function higherThan(machine: Cepstra, search: Search, words: readonly InBoth[]): Promise<number> {
  const some = words.filter((_, k) => k % Math.ceil(words.length / TRIED) === 0)
  const known = new Map<number, number>()
  const apartAt = async (n: number) => {
    const before = known.get(n)
    if (before !== undefined) return before
    const own = new Cepstra(search.samples, HIGHER[n])
    for (const w of some) own.look(around(w.own))
    own.settle()
    await turn()
    const found = median(some.map((w) => difference(own, around(w.own), machine, around(w.there))))
    known.set(n, found)
    return found
  }
  let at = HIGHER.indexOf(1)
  for (;;) {
    const beside = [at - 1, at + 1].filter((n) => n >= 0 && n < HIGHER.length)
    let best = at
    for (const n of beside) if ((await apartAt(n)) < (await apartAt(best))) best = n
    if (best === at) return HIGHER[at]!
    at = best
  }
}

/**
 * Lets the machine speak what is looked for in a recording.
 *
 * @returns when each word is heard as the machine speaks it; null where it speaks no such language
 */
export async function spokenByMachine(
  { words, runs, said, signal, beside }: Search,
  language: string,
): Promise<Search | null> {
  const file = beside('by-machine.wav')
  const ran = await run('espeak-ng', ['-v', voiceFor(language), '-s', '150', '-w', file, '--stdin'], {
    input: words.join(' '),
    limit: 600,
    ...(signal && { signal }),
  })
  signal?.throwIfAborted()
  if (ran.code !== 0) return null
  return withSpeech(
    file,
    async (wav) => {
      const machine = new Search(wav, await readFile(wav), { words, runs, said }, signal)
      return (await machine.depart([])) ? machine : null
    },
    signal,
  )
}

/**
 * Finds single words in whose place another one is said, in a language that the acoustic model does not know: each is
 * compared with how the machine speaks it.
 */
export async function findCompared(search: Search, machine: Search): Promise<Departure[]> {
  const inBoth = search.words.flatMap((word, i): InBoth[] => {
    const [own, there] = [search.heard[i], machine.heard[i]]
    return own && there && search.soundsOf(i) >= FEWEST_SOUNDS ? [{ i, own, there, word: bare(word) }] : []
  })
  const theirs = await soundOf(machine)
  const ours = await soundOf(search, await higherThan(theirs, search, inBoth))
  const apart: number[] = []
  for (const [n, w] of inBoth.entries()) {
    apart.push(difference(ours, around(w.own), theirs, around(w.there)))
    if (n % 20 === 0) await turn()
  }
  const usual = median(apart)
  const spread = median(apart.map((d) => Math.abs(d - usual)))
  const out: Departure[] = []
  for (const [n, w] of inBoth.entries()) {
    if (apart[n]! < usual + TIMES * spread) continue
    await turn()
    search.signal?.throwIfAborted()
    const others = likeIn(inBoth, w).map((o) => difference(ours, around(w.own), theirs, around(o.there)))
    if (others.length === 0) continue
    const mean = others.reduce((a, b) => a + b, 0) / others.length
    const sd = Math.sqrt(others.reduce((a, d) => a + (d - mean) ** 2, 0) / others.length)
    if (apart[n]! < mean - NEARER * sd) continue
    const last = out.at(-1)
    if (last && last.last === w.i - 1) Object.assign(last, { last: w.i, to: w.own.to })
    else out.push({ kind: 'other words', first: w.i, last: w.i, from: w.own.from, to: w.own.to })
  }
  return out
}
/** Other words of a script about as long as one. */
function likeIn(all: readonly InBoth[], one: InBoth): InBoth[] {
  const long = ({ there }: InBoth) => there.to - there.from
  const likely = all.filter((o) => {
    const times = long(o) / Math.max(1, long(one))
    return o.word !== one.word && times < AS_LONG && times > 1 / AS_LONG
  })
  return likely.filter((_, k) => k % Math.ceil(likely.length / OTHERS) === 0)
}
