import { mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { rampAt, rampLong, retimed, type Ramp } from '@/core/sound'
import { ffmpeg, SAFE_INPUT, type Run } from './ffmpeg'

/** How fast a medium goes by, as a fraction: 2/1 is twice as fast. */
export interface Tempo {
  num: number
  den: number
}
const RATE = 48_000
/** Stereo, 16 bits. */
const FRAME_BYTES = 4
/**
 * A click in some silence before the sound tells by how much the stretching shifts what it is given: so many seconds of
 * what is made, whatever the speed.
 */
const LEAD_S = 2
const CLICK_S = 1
const CLICK_LONG_S = 0.01
/** The click is looked for so far around where it should be. */
const AROUND_S = 0.5
/** Silence behind the sound, of which the stretching may keep the end. */
const TAIL_S = 1

/** Where the sounds of a medium's file at other speeds are kept. */
export const tempoFolder = (file: string): string => path.join(path.dirname(file), 'tempo')

/** So many seconds a stretching may take. */
const LIMIT_S = 1800
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))
const making = new Map<string, Promise<void>>()
/**
 * The sound of a file at another speed, its pitch kept: 16-bit stereo WAV at 48 kHz, in which what is heard at a time
 * `t` of the file is heard at `t · den / num`. It is made once and kept in `dir`.
 *
 * @param before  asked before anything is made; what it throws ends it
 * @returns the WAV file
 * @throws Error with the reason as the rest of a sentence when the file has no sound or cannot be read
 */
export async function stretchedSound(
  source: string,
  tempo: Tempo,
  dir: string,
  { signal, before }: { signal?: AbortSignal; before?: () => Promise<void> } = {},
): Promise<string> {
  const by = gcd(tempo.num, tempo.den)
  const file = path.join(dir, `${tempo.num / by}-${tempo.den / by}.wav`)
  return once(file, () => stretch(source, tempo, file, signal), before)
}
/** Has a file made where it is not there yet, also where it is asked for twice at the same time. */
async function once(file: string, make: () => Promise<void>, before?: () => Promise<void>): Promise<string> {
  if (await stat(file).catch(() => null)) return file
  await before?.()
  let made = making.get(file)
  if (!made) {
    made = make().finally(() => making.delete(file))
    making.set(file, made)
  }
  await made
  return file
}

/** So much sound around a change of speed is read with it: pieces are taken from up to so far beside their time. */
const AROUND_US = 200_000
/**
 * The sound of a file while it changes its speed, its pitch kept: 16-bit stereo WAV at 48 kHz that begins with the
 * change and goes on a little behind its end. It is made once and kept in `dir`.
 *
 * @param before  asked before anything is made; what it throws ends it
 * @returns the WAV file
 * @throws Error with the reason as the rest of a sentence when the file has no sound or cannot be read
 */
export async function rampedSound(
  source: string,
  ramp: Ramp,
  dir: string,
  { signal, before }: { signal?: AbortSignal; before?: () => Promise<void> } = {},
): Promise<string> {
  const { fromUs, toUs, first, last } = ramp
  const file = path.join(dir, `${[fromUs, toUs, first.num, first.den, last.num, last.den].join('-')}.wav`)
  return once(file, () => change(source, ramp, file, signal), before)
}

async function change(source: string, ramp: Ramp, file: string, signal?: AbortSignal): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true })
  await tidy(path.dirname(file))
  const begins = Math.max(0, ramp.fromUs - AROUND_US)
  const raw = `${file}.${process.pid}.f32.part`
  const part = `${file}.${process.pid}.part`
  const filters = [
    `aresample=${RATE}:async=1:first_pts=0`,
    'aformat=sample_fmts=flt:channel_layouts=stereo',
    `atrim=start_sample=${atSample(begins)}:end_sample=${atSample(ramp.toUs + AROUND_US)}`,
  ]
  try {
    const to = ['-map', '0:a:0', '-af', filters.join(','), '-f', 'f32le', raw]
    await ffmpeg([...SAFE_INPUT, '-i', source, ...to], { limit: LIMIT_S, signal })
    const bytes = await readFile(raw)
    const read = new Float32Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / 4))
    const channels = [0, 1].map((c) => Float32Array.from({ length: read.length / 2 }, (_, i) => read[2 * i + c]!))
    const length = atSample(rampLong(ramp))
    const [left, right] = retimed(channels, (s) => atSample(rampAt(ramp, (s * 1e6) / RATE) - begins), length)
    const made = Float32Array.from({ length: 2 * length }, (_, i) => (i % 2 === 0 ? left : right)![i >> 1]!)
    await writeFile(raw, new Uint8Array(made.buffer))
    await asWav(raw, 'f32le', 0, part, { limit: LIMIT_S, signal })
    await rename(part, file)
  } finally {
    await rm(raw, { force: true })
    await rm(part, { force: true })
  }
}
const atSample = (us: number): number => Math.round((us * RATE) / 1e6)
/** Raw stereo samples as a WAV file of 16 bits, from one of them on. */
async function asWav(raw: string, format: 's16le' | 'f32le', begins: number, to: string, run: Run): Promise<void> {
  const from = ['-f', format, '-ar', String(RATE), '-ac', '2', '-i', raw, '-af', `atrim=start_sample=${begins}`]
  await ffmpeg([...from, '-c:a', 'pcm_s16le', '-rf64', 'auto', '-f', 'wav', to], run)
}

async function stretch(source: string, { num, den }: Tempo, file: string, signal?: AbortSignal): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true })
  await tidy(path.dirname(file))
  const speed = num / den
  const raw = `${file}.${process.pid}.pcm.part`
  const part = `${file}.${process.pid}.part`
  const asOne = `aresample=${RATE}:async=1:first_pts=0,aformat=sample_fmts=fltp:channel_layouts=stereo`
  const click = `0.8*sin(2*PI*1000*t)*between(t\\,${CLICK_S * speed}\\,${(CLICK_S + CLICK_LONG_S) * speed})`
  const graph =
    `aevalsrc=exprs=${click}:s=${RATE}:d=${LEAD_S * speed},aformat=sample_fmts=fltp:channel_layouts=stereo[lead];` +
    `[0:a:0]${asOne},apad=pad_dur=${TAIL_S * speed}[own];[lead][own]concat=n=2:v=0:a=1,rubberband=tempo=${speed}[out]`
  try {
    const to = ['-map', '[out]', '-f', 's16le', '-ar', String(RATE), '-ac', '2', raw]
    await ffmpeg([...SAFE_INPUT, '-i', source, '-filter_complex', graph, ...to], { limit: LIMIT_S, signal })
    // The lead is cut off, with what the stretching shifted.
    const begins = LEAD_S * RATE + (await shift(raw))
    await asWav(raw, 's16le', begins, part, { limit: LIMIT_S, signal })
    await rename(part, file)
  } finally {
    await rm(raw, { force: true })
    await rm(part, { force: true })
  }
}

/** Takes away pieces of work that was ended from outside, here or in another process: nothing takes that long. */
async function tidy(dir: string): Promise<void> {
  for (const name of await readdir(dir)) {
    const piece = path.join(dir, name)
    const facts = name.endsWith('.part') ? await stat(piece).catch(() => null) : null
    if (facts && facts.mtimeMs < Date.now() - 2 * LIMIT_S * 1000) await rm(piece, { force: true })
  }
}

/** By how many samples what was stretched comes later than it should. */
async function shift(raw: string): Promise<number> {
  const expected = Math.round((CLICK_S + CLICK_LONG_S / 2) * RATE)
  const first = expected - AROUND_S * RATE
  const around = Buffer.alloc(2 * AROUND_S * RATE * FRAME_BYTES)
  const file = await open(raw)
  const { bytesRead } = await file.read(around, 0, around.length, first * FRAME_BYTES).finally(() => file.close())
  // The middle of the click's energy, as its edges are smeared.
  let energy = 0
  let sum = 0
  for (let i = 0; i + FRAME_BYTES <= bytesRead; i += FRAME_BYTES) {
    const v = around.readInt16LE(i)
    energy += v * v
    sum += v * v * (i / FRAME_BYTES)
  }
  return energy > 0 ? Math.round(first + sum / energy - expected) : 0
}
