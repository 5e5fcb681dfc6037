import { writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Departure, PhraseRun } from '@/core/voice/departures'
import { backgroundOf, withBackground } from './background'
import type { HeardWord } from './decode'
import { unheardSpeech, type Unheard } from './doubt'
import { loudnessOf, type Loudness } from './edges'
import { usualIn, type Usual } from './evident'
import { bare, type Pronunciations } from './lexicon'
import { RATE } from './sound'
import { alignLine } from './strict'

const WAV_HEAD = 44
const PER_FRAME = RATE / 100
/** A stretch of a recording, in frames of 10 ms, [from, to). */
interface Span {
  from: number
  to: number
}

/**
 * A script that is looked for in a recording: when each word is heard, as far as it is known, and where what is said
 * departs from the script.
 */
export class Search {
  readonly samples: Int16Array
  readonly frames: number
  readonly loudness: Loudness
  /** When each word is heard; null for one that is not. */
  heard: (HeardWord | null)[]
  departures: readonly Departure[] = []
  readonly words: readonly string[]
  readonly runs: readonly PhraseRun[]
  readonly said: ReadonlyMap<string, Pronunciations>
  private readonly head: Buffer
  private readonly background: number

  /**
   * @param wav    the recording, 16 kHz, mono, 16 bit; what is made of it lies beside it
   * @param bytes  what is in that file
   * @param script  all words that are to be said, in order; the phrases that they make; how they sound
   */
  constructor(
    private readonly wav: string,
    bytes: Buffer,
    {
      words,
      runs,
      said,
    }: {
      words: readonly string[]
      runs: readonly PhraseRun[]
      said: ReadonlyMap<string, Pronunciations>
    },
    readonly signal?: AbortSignal,
  ) {
    this.words = words
    this.runs = runs
    this.said = said
    const data = bytes.subarray(WAV_HEAD)
    this.head = bytes.subarray(0, WAV_HEAD)
    this.samples = new Int16Array(data.buffer.slice(data.byteOffset, data.byteOffset + (data.length & ~1)))
    this.frames = Math.floor(this.samples.length / PER_FRAME)
    this.background = backgroundOf(this.samples)
    this.loudness = loudnessOf(withBackground(this.samples, this.background), RATE)
    this.heard = words.map(() => null)
  }

  /** The words of some phrases, [from, to), by their places in the script. */
  wordsOf(from: number, to = from + 1): number[] {
    return this.runs
      .slice(Math.max(0, from), Math.max(0, to))
      .flatMap((r) => Array.from({ length: r.long }, (_, i) => r.first + i))
  }
  /** How many sounds a word is made of. */
  readonly soundsOf = (word: number): number =>
    Math.min(...(this.said.get(bare(this.words[word]!)) ?? [['']]).map((phones) => phones.length))
  usual(): Usual | null {
    return usualIn(this.runs, this.heard, this.soundsOf)
  }
  /** Pauses in which somebody speaks, and nothing is known of what. */
  unheard(): Unheard[] {
    const told = (u: Unheard) => this.departures.some((d) => d.from < u.to && u.from < d.to)
    return unheardSpeech(this.heard, this.loudness, this.frames).filter((u) => !told(u))
  }
  /** A file beside the recording, for what is made of it. */
  readonly beside = (name: string): string => path.join(path.dirname(this.wav), name)
  /** Whether something is told of a phrase already. */
  isTold({ first, long }: PhraseRun): boolean {
    return this.departures.some((d) => d.first < first + long && d.last >= first)
  }

  /** Hears words in the recording, in their order, with nothing between them. */
  line(file: string, which: readonly number[]): Promise<(HeardWord | null)[] | null> {
    return alignLine(
      file,
      which.map((i) => this.words[i]!),
      this.said,
      this.signal,
    )
  }
  /** A part of the recording, without what does not count in it, as the model is to hear it: a file. */
  async part(name: string, { from, to }: Span = { from: 0, to: this.frames + 1 }): Promise<string> {
    const file = this.beside(`${name}.wav`)
    const left = Int16Array.from(this.samples)
    for (const d of this.departures) left.fill(0, Math.round(d.from * PER_FRAME), Math.round(d.to * PER_FRAME))
    const own = left.subarray(Math.round(from * PER_FRAME), Math.round(to * PER_FRAME))
    const heard = withBackground(own, this.background)
    const data = Buffer.from(heard.buffer, heard.byteOffset, heard.byteLength)
    const head = Buffer.from(this.head)
    head.writeUInt32LE(36 + data.length, 4)
    head.writeUInt32LE(data.length, 40)
    await writeFile(file, Buffer.concat([head, data]))
    return file
  }
  /**
   * Finds what is said anew, with more that departs.
   *
   * @returns false where nothing was found so: then it does not depart
   */
  async depart(more: readonly Departure[]): Promise<boolean> {
    const before = this.departures
    this.departures = [...before, ...more]
    const lost = this.departures.filter((d) => d.kind === 'left out' || d.kind === 'other words')
    const kept = this.words.flatMap((_, i) => (lost.some((d) => i >= d.first && i <= d.last) ? [] : [i]))
    if (kept.length === 0) {
      this.heard = this.words.map(() => null)
      return true
    }
    const again = await this.line(await this.part('kept'), kept)
    if (!again) {
      this.departures = before
      return false
    }
    const placed = this.words.map((): HeardWord | null => null)
    kept.forEach((i, k) => {
      placed[i] = again[k] ?? null
    })
    this.heard = placed
    return true
  }
}
