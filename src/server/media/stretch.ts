import { createHash } from 'node:crypto'
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises'
import { writeSync } from 'node:fs'
import path from 'node:path'
import { legsText, madeLong, Retimer, samplesOf, MIX_RATE, type Leg } from '@/core/sound'
import { ffmpeg, SAFE_INPUT } from './ffmpeg'

const CHANNELS = 2
/** So much sound before the first leg is read with it: pieces are taken from up to so far beside their time. */
const BEFORE = 8192
/** So much behind the last one. */
const BEHIND = 4 * BEFORE
/** So many seconds it may take. */
const LIMIT_S = 1800

/** Where the sounds that are made of a medium's file are kept. */
export const tempoFolder = (file: string): string => path.join(path.dirname(file), 'tempo')

const making = new Map<string, Promise<void>>()
/**
 * The sound of a file at other speeds, its pitch kept: 16-bit stereo WAV at 48 kHz of its legs one after the other. It
 * is made once and kept in `dir`.
 *
 * @param before  asked before anything is made; what it throws ends it
 * @returns the WAV file
 * @throws Error with the reason as the rest of a sentence when the file has no sound or cannot be read
 */
export async function madeSound(
  source: string,
  legs: readonly Leg[],
  dir: string,
  { signal, before }: { signal?: AbortSignal; before?: () => Promise<void> } = {},
): Promise<string> {
  const name = createHash('sha256').update(legsText(legs)).digest('hex').slice(0, 32)
  const file = path.join(dir, `${name}.wav`)
  return once(file, () => make(source, legs, file, signal), before)
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

async function make(source: string, legs: readonly Leg[], file: string, signal?: AbortSignal): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true })
  await tidy(path.dirname(file))
  const begins = Math.max(0, samplesOf(legs[0]!.fromUs) - BEFORE)
  const lastUs = legs.at(-1)!.toUs
  const ends = lastUs === null ? '' : `:end_sample=${samplesOf(lastUs) + BEHIND}`
  const filters = [
    `aresample=${MIX_RATE}:async=1:first_pts=0`,
    'aformat=sample_fmts=flt:channel_layouts=stereo',
    `atrim=start_sample=${begins}${ends}`,
  ]
  const raw = `${file}.${process.pid}.pcm.part`
  const part = `${file}.${process.pid}.part`
  try {
    const to = await open(raw, 'w')
    try {
      const retimer = new Retimer(CHANNELS, legs, begins)
      let wanted = madeLong(legs)
      const put = (made: readonly Float32Array[]) => {
        // What is made beyond the last leg is not wanted.
        const bytes = asBytes(made, wanted)
        wanted -= bytes.length / (2 * CHANNELS)
        for (let at = 0; at < bytes.length;) at += writeSync(to.fd, bytes, at)
      }
      const samples = new Samples()
      const out = ['-map', '0:a:0', '-af', filters.join(','), '-f', 'f32le', 'pipe:1']
      let failed: unknown = null
      await ffmpeg([...SAFE_INPUT, '-i', source, ...out], {
        ...{ limit: LIMIT_S, signal },
        onData(chunk) {
          try {
            if (!failed) put(retimer.push(samples.of(chunk)))
          } catch (e) {
            failed = e
          }
        },
      })
      if (failed) throw failed
      put(retimer.end())
    } finally {
      await to.close()
    }
    const wav = ['-f', 's16le', '-ar', String(MIX_RATE), '-ac', String(CHANNELS), '-i', raw]
    await ffmpeg([...wav, '-c:a', 'pcm_s16le', '-rf64', 'auto', '-f', 'wav', part], { limit: LIMIT_S, signal })
    await rename(part, file)
  } finally {
    await rm(raw, { force: true })
    await rm(part, { force: true })
  }
}

/** Takes pieces of a stream of floats, the channels in turns, as samples of each channel. */
class Samples {
  private rest = Buffer.alloc(0)
  of(chunk: Buffer): Float32Array[] {
    const bytes = Buffer.concat([this.rest, chunk])
    const count = Math.floor(bytes.length / (4 * CHANNELS))
    this.rest = bytes.subarray(count * 4 * CHANNELS)
    return Array.from({ length: CHANNELS }, (_, c) =>
      Float32Array.from({ length: count }, (_, i) => bytes.readFloatLE(4 * (i * CHANNELS + c))),
    )
  }
}
/** The first so many samples, 16 bits each, the channels in turns. */
function asBytes(made: readonly Float32Array[], most: number): Buffer {
  const count = Math.min(made[0]!.length, most)
  const out = Buffer.alloc(count * 2 * CHANNELS)
  for (const [c, samples] of made.entries())
    for (let i = 0; i < count; i++)
      out.writeInt16LE(Math.max(-32768, Math.min(32767, Math.round(samples[i]! * 32768))), 2 * (i * CHANNELS + c))
  return out
}

/** Takes away pieces of work that was ended from outside, here or in another process: nothing takes that long. */
async function tidy(dir: string): Promise<void> {
  for (const name of await readdir(dir)) {
    const piece = path.join(dir, name)
    const facts = name.endsWith('.part') ? await stat(piece).catch(() => null) : null
    if (facts && facts.mtimeMs < Date.now() - 2 * LIMIT_S * 1000) await rm(piece, { force: true })
  }
}
