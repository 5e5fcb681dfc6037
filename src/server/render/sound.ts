import type { ChildProcess } from 'node:child_process'
import path from 'node:path'
import {
  addPart,
  CHANNELS,
  madeKey,
  MIX_RATE,
  partOf,
  samplesOf,
  soundPlan,
  type Heard,
  type MixPart,
} from '@/core/sound'
import { mediumIn } from '@/core/lesson/inner'
import { frameStartUs } from '@/core/time'
import type { Timed } from '@/core/timing'
import { ENDED_FROM_OUTSIDE, ended, spawnBound } from '../run'
import { SAFE_INPUT } from '../media/ffmpeg'
import { madeSound } from '../media/stretch'
import { Interrupted } from '../problem'
import { readWhole, widePipe, writeWhole, type End } from './pipe'
import { inWords } from '../../words/words'

/** A tempo change as a chain of `atempo` filters, each within the filter's own range. */
function tempo(speed: number): string[] {
  const out: string[] = []
  let left = speed
  while (left > 2) {
    out.push('atempo=2')
    left /= 2
  }
  while (left < 0.5) {
    out.push('atempo=0.5')
    left /= 0.5
  }
  return Math.abs(left - 1) > 1e-6 || out.length ? [...out, `atempo=${left.toFixed(6)}`] : []
}

/** Reads the samples of one piece of the plan, from its first one on. */
class PieceReader {
  private readonly child: ChildProcess
  private readonly from: End
  private readonly over: Promise<number>
  private ending = false
  constructor({ longUs, speed, made }: Heard, { begins, length }: MixPart, file: string) {
    const left = made ? 1 : speed
    const end = begins + (left === 1 ? length : samplesOf(longUs * left))
    const filters = [
      `aresample=${MIX_RATE}:async=1:first_pts=0`,
      'aformat=sample_fmts=flt:channel_layouts=stereo',
      `atrim=start_sample=${begins}:end_sample=${end}`,
      'asetpts=PTS-STARTPTS',
      ...tempo(left),
    ]
    const to = ['-map', '0:a:0', '-af', filters.join(','), '-f', 'f32le', 'pipe:1']
    const pipe = widePipe()
    this.from = pipe.from
    this.child = spawnBound('ffmpeg', ['-v', 'error', ...SAFE_INPUT, '-i', file, ...to], {
      stdio: ['ignore', pipe.to.fd, 'ignore'],
    })
    void pipe.to.close()
    this.over = ended(this.child)
  }
  /**
   * The next samples, both channels; silent after the file's own end.
   *
   * @throws Interrupted when something else ended the reading, Error when the file cannot be read
   */
  async next(samples: number): Promise<Float32Array> {
    const out = new Float32Array(samples * CHANNELS)
    if (this.ending) return out
    if (await readWhole(this.from, new Uint8Array(out.buffer))) return out
    this.ending = true
    const code = await this.over
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted(inWords('render.theReadingOfASound'))
    if (code !== 0) throw new Error(inWords('render.aSoundCannotBeRead'))
    return out
  }
  /** Ends the reading, also while it is waited for. */
  stop(): void {
    this.child.kill('SIGKILL')
  }
  async close(): Promise<void> {
    this.ending = true
    this.stop()
    await this.over
    await this.from.close()
  }
}

/** Mixed in blocks of so many samples: a second. */
const BLOCK = MIX_RATE
/** So many pieces that come next are read up to where they begin while others are still heard. */
const AHEAD = 4

/** A stretch of a lesson, the frames [from, to), with where its files are and what is heard in it. */
export interface MixPassage {
  timed: Timed
  root: string
  from: number
  to: number
  plan: readonly Heard[]
}
export const passageOf = (timed: Timed, root: string, from: number, to: number): MixPassage => ({
  timed,
  root,
  from,
  to,
  plan: soundPlan(timed, from, to),
})

/**
 * Mixes the sound of a passage, [from, to) in frames, and writes it to a pipe: 32-bit floats, two channels, `MIX_RATE`
 * a second, as long as the passage to the sample.
 *
 * @param made  by `madeKey`, what `madeSounds` gives for the passage
 * @throws Interrupted or Error with a sentence; on cancel, the signal's reason
 */
export async function mixInto(
  sink: End,
  { timed: { lesson }, root, from, to, plan }: MixPassage,
  made: ReadonlyMap<string, string>,
  signal: AbortSignal,
): Promise<void> {
  const length = samplesOf(frameStartUs(to, lesson.rate) - frameStartUs(from, lesson.rate))
  const pieces = plan
    .map((heard) => ({ heard, part: partOf(heard), reader: null as PieceReader | null }))
    .sort((a, b) => a.part.at - b.part.at)
  const open = (piece: (typeof pieces)[number]) => {
    const { heard } = piece
    const file = heard.made
      ? made.get(madeKey(heard.clip, heard.made))!
      : path.join(root, mediumIn(lesson, heard.clip.media)!.file)
    return (piece.reader ??= new PieceReader(heard, piece.part, file))
  }
  const stop = () => pieces.forEach(({ reader }) => reader?.stop())
  signal.addEventListener('abort', stop)
  try {
    for (let at = 0; at < length; at += BLOCK) {
      signal.throwIfAborted()
      const block = new Float32Array(Math.min(BLOCK, length - at) * CHANNELS)
      const end = at + block.length / CHANNELS
      for (const piece of pieces.filter(({ part }) => part.at >= end).slice(0, AHEAD)) open(piece)
      for (const piece of pieces) {
        const { part } = piece
        const samples = Math.min(end, part.at + part.length) - Math.max(at, part.at)
        if (samples <= 0) continue
        const reader = open(piece)
        addPart(block, at, part, await reader.next(samples))
        if (part.at + part.length > end) continue
        await reader.close()
        piece.reader = null
      }
      await writeWhole(sink, new Uint8Array(block.buffer))
    }
  } finally {
    signal.removeEventListener('abort', stop)
    for (const { reader } of pieces) await reader?.close()
    await sink.close()
  }
}

/**
 * The sounds of the clips of a passage that go by at another speed, each made once; by `madeKey`.
 *
 * @param folderOf  where those of a medium's file are kept
 * @throws Error with a sentence; on cancel, the signal's reason
 */
export async function madeSounds(
  { timed, root, plan }: MixPassage,
  folderOf: (file: string) => string,
  signal?: AbortSignal,
): Promise<Map<string, string>> {
  const files = new Map<string, string>()
  for (const { clip, made } of plan) {
    if (!made || files.has(madeKey(clip, made))) continue
    const file = path.join(root, mediumIn(timed.lesson, clip.media)!.file)
    files.set(madeKey(clip, made), await madeSound(file, made.legs, folderOf(file), { signal }))
  }
  return files
}
