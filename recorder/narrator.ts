import koffi from 'koffi'

export interface Line {
  at: number
  text: string
}
export interface SpokenWord {
  text: string
  from: number
  to: number
}
export interface Spoken {
  rate: number
  samples: Int16Array
  words: SpokenWord[]
}

const EVENT_BYTES = 40
const WORD = 1

type Func = (...args: unknown[]) => number
interface Engine {
  callback: ReturnType<typeof koffi.pointer>
  initialise: Func
  setVoice: Func
  setLanguage: Func
  setParameter: Func
  setCallback: Func
  synth: Func
}
let engine: Engine | null = null
/** eSpeak NG's own functions; a library knows each name of a type once. */
function engineOf(): Engine {
  if (engine) return engine
  const lib = koffi.load('libespeak-ng.so.1')
  // espeak_VOICE of speak_lib.h.
  koffi.struct('SpokenVoice', {
    name: 'const char *',
    languages: 'const char *',
    identifier: 'const char *',
    gender: 'uint8_t',
    age: 'uint8_t',
    variant: 'uint8_t',
    xx1: 'uint8_t',
    score: 'int',
    spare: 'void *',
  })
  const callback = koffi.proto('int SynthCallback(void *wav, int count, void *events)')
  const of = (declared: string) => lib.func(declared) as unknown as Func
  engine = {
    callback: koffi.pointer(callback),
    initialise: of('int espeak_Initialize(int output, int buflength, const char *path, int options)'),
    setVoice: of('int espeak_SetVoiceByName(const char *name)'),
    setLanguage: of('int espeak_SetVoiceByProperties(SpokenVoice *voice)'),
    setParameter: of('int espeak_SetParameter(int parameter, int value, int relative)'),
    setCallback: of('void espeak_SetSynthCallback(SynthCallback *callback)'),
    synth: of(
      'int espeak_Synth(const char *text, size_t size, unsigned int position, int positionType, ' +
        'unsigned int end, unsigned int flags, void *id, void *user)',
    ),
  }
  return engine
}

/** What one line sounds like, and when each of its words begins and ends in it, in samples. */
interface SpokenLine {
  samples: Int16Array
  words: { text: string; from: number; to: number }[]
}
/**
 * Lets eSpeak NG speak, line by line.
 *
 * @throws when the library is missing, or it knows no such voice
 */
function withVoice<T>(
  voice: string,
  wordsPerMinute: number,
  use: (say: (text: string) => SpokenLine, rate: number) => T,
): T {
  const { callback: callbackType, initialise, setVoice, setLanguage, setParameter, setCallback, synth } = engineOf()
  const rate: number = initialise(2, 0, null, 0)
  if (rate <= 0) throw new Error('eSpeak NG found no voices. Install the package espeak-ng-data.')
  // What a voice is called differs between versions of the library: it is asked which one speaks the language.
  const known = { name: null, identifier: null, gender: 0, age: 0, variant: 0, xx1: 0, score: 0, spare: null }
  const speaks = (languages: string) => setLanguage({ ...known, languages }) === 0
  if (setVoice(voice) !== 0 && !speaks(voice) && !speaks(voice.split('-')[0]!))
    throw new Error(`The narrator speaks no “${voice}”. Choose another language.`)
  setParameter(1, wordsPerMinute, 0)
  let chunks: Int16Array[] = []
  let starts: { at: number; position: number; length: number }[] = []
  const callback = koffi.register((wav: unknown, count: number, events: unknown) => {
    if (wav && count > 0)
      chunks.push(Int16Array.from(koffi.decode(wav, koffi.array('int16_t', count)) as ArrayLike<number>))
    for (let n = 0; events; n++) {
      const at = n * EVENT_BYTES
      const type = koffi.decode(events, at, 'int') as number
      if (type === 0) break
      if (type === WORD)
        starts.push({
          position: koffi.decode(events, at + 8, 'int') as number,
          length: koffi.decode(events, at + 12, 'int') as number,
          at: koffi.decode(events, at + 16, 'int') as number,
        })
    }
    return 0
  }, callbackType)
  setCallback(callback)
  const say = (text: string): SpokenLine => {
    chunks = []
    starts = []
    synth(text, Buffer.byteLength(text) + 1, 0, 1, 0, 1, null, null)
    const samples = new Int16Array(chunks.reduce((sum, c) => sum + c.length, 0))
    let at = 0
    for (const c of chunks) {
      samples.set(c, at)
      at += c.length
    }
    const spans = starts.toSorted((a, b) => a.at - b.at)
    // Places are told in letters, not in the units that strings are made of.
    const letters = [...text]
    const words = spans.flatMap((s, i) => {
      const from = Math.round((s.at * rate) / 1000)
      const next = i + 1 < spans.length ? Math.round((spans[i + 1]!.at * rate) / 1000) : at
      const word = /^\S+/.exec(letters.slice(s.position - 1).join(''))?.[0] ?? ''
      return /[\p{L}\p{N}]/u.test(word) ? [{ text: word, from, to: loudUntil(samples, from, next, rate) }] : []
    })
    return { samples, words }
  }
  try {
    return use(say, rate)
  } finally {
    koffi.unregister(callback)
  }
}

/**
 * Speaks lines with eSpeak NG, each from its own second on, and tells when every word starts and
 * ends (seconds). Needs Debian's libespeak-ng1.
 *
 * @throws when the library is missing, or a line would run into the next one
 */
export const speak = (lines: Line[], voice = 'en-gb', wordsPerMinute = 155): Spoken =>
  withVoice(voice, wordsPerMinute, (say, rate) => {
    const total = new Int16Array(Math.ceil(((lines.at(-1)?.at ?? 0) + 30) * rate))
    const words: SpokenWord[] = []
    let end = 0
    for (const line of lines) {
      const offset = Math.round(line.at * rate)
      if (offset < end)
        throw new Error(
          `“${line.text}” starts at ${line.at} s, but the line before it ends at ${(end / rate).toFixed(2)} s`,
        )
      const spoken = say(line.text)
      total.set(spoken.samples, offset)
      for (const w of spoken.words)
        words.push({ text: w.text, from: (offset + w.from) / rate, to: (offset + w.to) / rate })
      end = offset + spoken.samples.length
    }
    return { rate, samples: total.slice(0, end + Math.round(rate * 0.3)), words }
  })

/** Silence before the first phrase, after a phrase, and after one that ends a paragraph; seconds. */
const PAUSES = { first: 0.3, phrase: 0.25, paragraph: 0.7 }
/** Voices of eSpeak NG that are not called like their language. */
const VOICES: Record<string, string> = { en: 'en-gb', 'en-us': 'en-us', zh: 'cmn', no: 'nb', 'pt-br': 'pt-br' }
/** A phrase that is to be spoken: its words, and whether a pause comes after it as after a paragraph. */
export interface PhraseToSpeak {
  words: string[]
  ends: boolean
  /** It begins no sooner after the phrase before than this says; seconds. */
  after?: number | null
}
/**
 * Speaks the phrases of a script one after another: a stand-in, so that a lesson can be timed before its voice is
 * recorded. When each word begins and ends is known exactly.
 *
 * @param language  BCP 47
 * @returns the words phrase by phrase, as they are written
 * @throws when the library is missing, or there is no voice for the language
 */
export function narrate(
  phrases: readonly PhraseToSpeak[],
  language: string,
  wordsPerMinute = 155,
): Pick<Spoken, 'rate' | 'samples'> & { phrases: SpokenWord[][] } {
  const tag = language.toLowerCase()
  const voice = VOICES[tag] ?? VOICES[tag.split('-')[0]!] ?? tag.split('-')[0]!
  return withVoice(voice, wordsPerMinute, (say, rate) => {
    const parts: { at: number; samples: Int16Array }[] = []
    let end = Math.round(PAUSES.first * rate)
    let began = 0
    const spoken = phrases.map(({ words, ends, after }): SpokenWord[] => {
      if (words.length === 0) return []
      if (after) end = Math.max(end, began + Math.round(after * rate))
      began = end
      const line = say(words.join(' '))
      // What follows the last word that can be heard is left away: the pauses are ours.
      const long = Math.min(
        line.samples.length,
        (line.words.at(-1)?.to ?? line.samples.length) + Math.round(rate * 0.05),
      )
      parts.push({ at: end, samples: line.samples.slice(0, long) })
      const out = timesFor(words, line, end, rate)
      end += long + Math.round((ends ? PAUSES.paragraph : PAUSES.phrase) * rate)
      return out
    })
    const samples = new Int16Array(end)
    for (const p of parts) samples.set(p.samples, p.at)
    return { rate, samples, phrases: spoken }
  })
}
/** The times of words as they are written; of what is not told by itself, a share of what stands around it. */
function timesFor(words: readonly string[], line: SpokenLine, offset: number, rate: number): SpokenWord[] {
  const at: ({ from: number; to: number } | null)[] = words.map(() => null)
  let next = 0
  for (const w of line.words) {
    const i = words.findIndex((text, n) => n >= next && (text === w.text || text.endsWith(w.text)))
    if (i < 0) continue
    at[i] = { from: w.from, to: w.to }
    next = i + 1
  }
  return words.map((text, i) => {
    let [first, last] = [i, i]
    while (first > 0 && !at[first - 1] && !at[first]) first--
    while (last < words.length - 1 && !at[last]) last++
    const own = at[i]
    const from = own?.from ?? at.slice(0, i).findLast((x) => x)?.to ?? 0
    const to = own?.to ?? at.slice(i).find((x) => x)?.from ?? line.samples.length
    const gap = own ? 1 : Math.max(1, last - first)
    const n = own ? 0 : i - first
    const share = (to - from) / gap
    return {
      text,
      from: (offset + from + n * share) / rate,
      to: (offset + (own ? to : from + (n + 1) * share)) / rate,
    }
  })
}

/** The last sample of a stretch that can be heard, in steps of 5 ms. */
function loudUntil(samples: Int16Array, from: number, to: number, rate: number): number {
  const step = Math.round(rate / 200)
  for (let end = to; end > from + step; end -= step) {
    for (let i = end - step; i < end; i++) if (Math.abs(samples[i]!) > 250) return end
  }
  return Math.min(to, from + step)
}

/** 16-bit mono PCM as a WAV file. */
export function wavFile(spoken: Pick<Spoken, 'rate' | 'samples'>): Buffer {
  const data = Buffer.from(spoken.samples.buffer, spoken.samples.byteOffset, spoken.samples.byteLength)
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.writeUInt32LE(36 + data.length, 4)
  head.write('WAVEfmt ', 8)
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(spoken.rate, 24)
  head.writeUInt32LE(spoken.rate * 2, 28)
  head.writeUInt16LE(2, 32)
  head.writeUInt16LE(16, 34)
  head.write('data', 36)
  head.writeUInt32LE(data.length, 40)
  return Buffer.concat([head, data])
}

/** The words as WebVTT, a cue a line, every word with its own start. */
export function captionsOf(lines: Line[], words: SpokenWord[]): string {
  const stamp = (s: number) => {
    const ms = Math.round(s * 1000)
    const two = (n: number, w = 2) => String(n).padStart(w, '0')
    return `${two(Math.floor(ms / 60000))}:${two(Math.floor(ms / 1000) % 60)}.${two(ms % 1000, 3)}`
  }
  let out = 'WEBVTT\n'
  lines.forEach((line, i) => {
    const next = lines[i + 1]?.at ?? Infinity
    const own = words.filter((w) => w.from >= line.at && w.from < next)
    if (own.length)
      out +=
        `\n${stamp(own[0]!.from)} --> ` +
        `${stamp(own.at(-1)!.to)}\n${own.map((w, n) => (n ? `<${stamp(w.from)}>${w.text}` : w.text)).join(' ')}\n`
  })
  return out
}
