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
  setParameter: Func
  setCallback: Func
  synth: Func
}
let engine: Engine | null = null
/** eSpeak NG's own functions; a library knows each name of a type once. */
function engineOf(): Engine {
  if (engine) return engine
  const lib = koffi.load('libespeak-ng.so.1')
  const callback = koffi.proto('int SynthCallback(void *wav, int count, void *events)')
  const of = (declared: string) => lib.func(declared) as unknown as Func
  engine = {
    callback: koffi.pointer(callback),
    initialise: of('int espeak_Initialize(int output, int buflength, const char *path, int options)'),
    setVoice: of('int espeak_SetVoiceByName(const char *name)'),
    setParameter: of('int espeak_SetParameter(int parameter, int value, int relative)'),
    setCallback: of('void espeak_SetSynthCallback(SynthCallback *callback)'),
    synth: of(
      'int espeak_Synth(const char *text, size_t size, unsigned int position, int positionType, ' +
        'unsigned int end, unsigned int flags, void *id, void *user)',
    ),
  }
  return engine
}

/**
 * Speaks lines with eSpeak NG, each from its own second on, and tells when every word starts and
 * ends (seconds). Needs Debian's libespeak-ng1.
 *
 * @throws when the library is missing, or a line would run into the next one
 */
export function speak(lines: Line[], voice = 'en-gb', wordsPerMinute = 155): Spoken {
  const { callback: callbackType, initialise, setVoice, setParameter, setCallback, synth } = engineOf()
  const rate: number = initialise(2, 0, null, 0)
  if (rate <= 0) throw new Error('eSpeak NG found no voices. Install the package espeak-ng-data.')
  setVoice(voice)
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

  const total = new Int16Array(Math.ceil(((lines.at(-1)?.at ?? 0) + 30) * rate))
  const words: SpokenWord[] = []
  let end = 0
  for (const line of lines) {
    chunks = []
    starts = []
    synth(line.text, Buffer.byteLength(line.text) + 1, 0, 1, 0, 1, null, null)
    const offset = Math.round(line.at * rate)
    if (offset < end)
      throw new Error(
        `“${line.text}” starts at ${line.at} s, but the line before it ends at ${(end / rate).toFixed(2)} s`,
      )
    let at = offset
    for (const c of chunks) {
      total.set(c, at)
      at += c.length
    }
    const spans = starts.toSorted((a, b) => a.at - b.at)
    spans.forEach((s, i) => {
      const from = offset + Math.round((s.at * rate) / 1000)
      const next = i + 1 < spans.length ? offset + Math.round((spans[i + 1]!.at * rate) / 1000) : at
      const text = /^\S+/.exec(line.text.slice(s.position - 1))?.[0] ?? ''
      if (/[\p{L}\p{N}]/u.test(text))
        words.push({ text, from: from / rate, to: loudUntil(total, from, next, rate) / rate })
    })
    end = at
  }
  koffi.unregister(callback)
  return { rate, samples: total.slice(0, end + Math.round(rate * 0.3)), words }
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
export function wavFile(spoken: Spoken): Buffer {
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
