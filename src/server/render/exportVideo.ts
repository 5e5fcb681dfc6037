import { ENDED_FROM_OUTSIDE, ended, spawnBound } from '../run'
import { Interrupted } from '../problem'
import { tempoFolder } from '../media/stretch'
import { FULL, saysFull } from '../room'
import { learnFaces } from '../library/faces/learn'
import { dataRoot } from '../root'
import { randomUUID } from 'node:crypto'
import { rename, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { inLanguage } from '@/core/language'
import type { Lesson } from '@/core/lesson/schema'
import { layersAt, timedOf } from '@/core/scene'
import type { Picture } from '@/core/display'
import { CHANNELS, MIX_RATE } from '@/core/sound'
import type { ExportChoice } from '@/contract/exports'
import { KEEP_BUFFERS } from './decode'
import { loadStills } from './easel'
import { Composer } from './composer'
import { freePlanes, type Planes } from './planes'
import { madeSounds, mixInto, passageOf, type MixPassage } from './sound'
import { measureLoudness, toLoudness, type MixLoudness } from './loudness'
import { widePipe, writeWhole } from './pipe'
import { Takes } from './takes'
import { inWords } from '../../words/words'

/**
 * Chosen by what looks the same at less size and work, on the demo and on real desktops: see `./vane bench --only
 * quality`.
 */
export const QUALITIES = {
  draft: ['-preset', 'veryfast', '-crf', '27'],
  good: ['-preset', 'veryfast', '-crf', '18'],
  best: ['-preset', 'medium', '-crf', '15'],
} as const
export interface Progress {
  frame: number
  of: number
  framesPerSecond: number
}

/** Encoder arguments for H.264 and AAC in an MP4 that can start to play while it loads. */
export const encoderArguments = (quality: ExportChoice['quality']): string[] => [
  '-c:v',
  'libx264',
  ...QUALITIES[quality],
  '-pix_fmt',
  'yuv420p',
  '-colorspace',
  'bt709',
  '-color_primaries',
  'bt709',
  '-color_trc',
  'bt709',
  '-color_range',
  'tv',
]

/** The sound of a passage, ready to be mixed: pieces made faster or slower, and how loud it is in all. */
interface Prepared {
  made: Awaited<ReturnType<typeof madeSounds>>
  /** Whether anything is heard. */
  sounds: boolean
  loudness: MixLoudness | null
}
async function preparedSound(
  passage: MixPassage,
  scratch: string,
  wantsLoudness: boolean,
  signal: AbortSignal | undefined,
): Promise<Prepared> {
  // What the library has is kept beside it; for any other lesson it is made for this export only.
  const folderOf = (file: string) =>
    file.startsWith(dataRoot() + path.sep) ? tempoFolder(file) : path.join(scratch, path.basename(path.dirname(file)))
  const made = await madeSounds(passage, folderOf, signal).catch((e: unknown) => {
    throw signal?.aborted || e instanceof Interrupted
      ? e
      : new Error(inWords('render.theSoundCannotBeMade', (e as Error).message))
  })
  const sounds = passage.plan.length > 0
  const never = new AbortController().signal
  const loudness = sounds && wantsLoudness ? await measureLoudness(passage, made, signal ?? never) : null
  return { made, sounds, loudness }
}

/** The frames of a lesson that are wanted. @throws Error with a sentence where there are none */
function wanted(lesson: Lesson, root: string, choice: ExportChoice): MixPassage {
  const timed = timedOf(choice.language === undefined ? lesson : inLanguage(lesson, choice.language))
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? timed.length, timed.length)
  if (from >= to)
    throw new Error(inWords('render.thereIsNothingToExport', from, to, inWords('counts.frame', timed.length)))
  return passageOf(timed, root, from, to)
}

/** Arguments of the encoder: pictures from its input, mixed sound from the fourth file it is handed. */
function argumentsOf({ frame, rate }: Lesson, choice: ExportChoice, sound: Prepared, part: string): string[] {
  const size = `${frame.width}x${frame.height}`
  const scaled = choice.height !== undefined && choice.height !== frame.height
  const mixed = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(CHANNELS), '-i', 'pipe:3']
  return [
    ...['-v', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-s', size],
    ...['-framerate', `${rate.num}/${rate.den}`, '-i', 'pipe:0'],
    ...(sound.sounds ? [...mixed, '-map', '0:v', '-map', '1:a'] : []),
    ...(sound.loudness ? ['-af', toLoudness(sound.loudness, choice.loudness!).join(',')] : []),
    ...(sound.sounds ? ['-c:a', 'aac', '-b:a', '160k'] : []),
    ...(scaled ? ['-vf', `scale=-2:${choice.height}:flags=bicubic`] : []),
    ...encoderArguments(choice.quality),
    ...['-movflags', '+faststart', '-f', 'mp4', part],
  ]
}

/** The encoder at work: pictures go in one after the other, the sound beside them as it is taken. */
class Encoding {
  private errors = ''
  private last: Promise<void> = Promise.resolve()
  private readonly inFlight: Promise<void>[] = []
  private readonly mixing = new AbortController()
  private readonly mixed: Promise<void>
  private unheard: unknown = null
  private readonly frames: ReturnType<typeof widePipe>['to']
  private readonly encoder: ReturnType<typeof spawnBound>
  readonly over: ReturnType<typeof ended>
  /** It takes no more pictures: its end says why. */
  broken = false

  constructor(passage: MixPassage, lesson: Lesson, choice: ExportChoice, sound: Prepared, part: string) {
    const heard = sound.sounds ? widePipe() : null
    const { from, to } = widePipe()
    this.frames = to
    this.encoder = spawnBound('ffmpeg', argumentsOf(lesson, choice, sound, part), {
      stdio: [from.fd, 'ignore', 'pipe', ...(heard ? [heard.from.fd] : [])],
      env: { ...process.env, ...KEEP_BUFFERS },
    })
    void from.close()
    void heard?.from.close()
    this.encoder.stderr!.on('data', (d: Buffer) => {
      this.errors = (this.errors + d.toString()).slice(-1000)
    })
    this.over = ended(this.encoder)
    this.mixed = heard ? this.mix(heard.to, passage, sound) : Promise.resolve()
  }

  private mix(into: ReturnType<typeof widePipe>['to'], passage: MixPassage, { made }: Prepared) {
    const { signal } = this.mixing
    return mixInto(into, passage, made, signal).catch((e: unknown) => {
      // Where nobody reads any more, the encoder’s own end says why.
      const unread = (e as NodeJS.ErrnoException).code === 'EPIPE'
      this.unheard = signal.aborted || this.broken || unread ? null : e
      this.broken = true
    })
  }

  /** Hands a picture on; waits where too many are on their way. */
  async put(planes: Planes): Promise<void> {
    this.last = this.last
      .then(() => writeWhole(this.frames, planes.bytes))
      .catch(() => {
        this.broken = true
      })
      .finally(() => freePlanes(planes))
    this.inFlight.push(this.last)
    if (this.inFlight.length > 2) await Promise.race([this.inFlight.shift(), this.over])
  }

  /** After the last picture: waits until the file is whole. @throws Error with a sentence; Interrupted */
  async finish(signal: AbortSignal | undefined): Promise<void> {
    await this.last
    await this.frames.close()
    if (!this.broken) await Promise.race([this.mixed, this.over])
    if (this.unheard) throw this.unheard
    const code = await this.over
    signal?.throwIfAborted()
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted(inWords('render.theEncoder'))
    if (code !== 0) throw new Error(saysFull(this.errors) ? FULL : inWords('render.theVideoCouldNotBe'))
  }

  readonly stop = (): void => void this.encoder.kill('SIGKILL')
  /** Lets go of everything, whatever became of it. */
  async close(): Promise<void> {
    this.mixing.abort()
    this.stop()
    await this.last
    await this.frames.close()
    await this.over
    await this.mixed
  }
}

/** Composes a passage picture by picture, and hands them to the encoder. */
async function composeInto(
  encoding: Encoding,
  { timed, from, to }: MixPassage,
  composer: Composer,
  onProgress: (p: Progress) => void,
  signal: AbortSignal | undefined,
): Promise<void> {
  const began = performance.now()
  let picture: Picture | null = layersAt(timed, from)
  for (let frame = from; picture && !encoding.broken; frame++) {
    signal?.throwIfAborted()
    const next: Picture | null = frame + 1 < to ? layersAt(timed, frame + 1) : null
    await encoding.put(await composer.compose(picture, next))
    const done = frame - from + 1
    if (frame % 10 === 0 || !next)
      onProgress({ frame: done, of: to - from, framesPerSecond: (done * 1000) / (performance.now() - began) })
    picture = next
  }
}

/**
 * Exports a lesson, or a passage of it, as an MP4. Overlays are drawn only where there are any
 * and laid on the decoded planes; frames are never converted or read back whole. The file
 * appears under its name only when it is complete.
 *
 * @returns how loud it was before it was brought to another loudness, where that was asked for
 * @throws Error with a sentence; Interrupted when something else ended ffmpeg; on cancel, the signal's reason
 */
export async function exportVideo(
  lesson: Lesson,
  { root, out }: { root: string; out: string },
  choice: ExportChoice,
  onProgress: (p: Progress) => void,
  signal?: AbortSignal,
): Promise<{ loudness: MixLoudness | null }> {
  await learnFaces(lesson, root)
  const passage = wanted(lesson, root, choice)
  const stills = await loadStills(passage.timed.lesson, root)
  const scratch = path.join(tmpdir(), `vane-tempo-${randomUUID()}`)
  const part = `${out}.part`
  const takes = new Takes(lesson, root)
  let encoding: Encoding | null = null
  try {
    const sound = await preparedSound(passage, scratch, choice.loudness !== undefined, signal)
    encoding = new Encoding(passage, lesson, choice, sound, part)
    signal?.addEventListener('abort', encoding.stop)
    await composeInto(encoding, passage, new Composer(takes, stills), onProgress, signal)
    await encoding.finish(signal)
    await rename(part, out)
    return { loudness: sound.loudness }
  } finally {
    if (encoding) signal?.removeEventListener('abort', encoding.stop)
    await takes.close()
    await encoding?.close()
    await rm(part, { force: true })
    await rm(scratch, { recursive: true, force: true })
  }
}
