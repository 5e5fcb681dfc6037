import { counted } from '@/core/formats/counted'
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
import { CHANNELS, MIX_RATE, soundPlan } from '@/core/sound'
import type { ExportChoice } from '@/contract/exports'
import { KEEP_BUFFERS } from './decode'
import { loadStills } from './easel'
import { Composer } from './composer'
import { freePlanes } from './planes'
import { mixInto, madeSounds } from './sound'
import { measureLoudness, toLoudness, type MixLoudness } from './loudness'
import { widePipe, writeWhole } from './pipe'
import { Takes } from './takes'

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
  root: string,
  out: string,
  choice: ExportChoice,
  onProgress: (p: Progress) => void,
  signal?: AbortSignal,
): Promise<{ loudness: MixLoudness | null }> {
  await learnFaces(lesson, root)
  const timed = timedOf(choice.language === undefined ? lesson : inLanguage(lesson, choice.language))
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? timed.length, timed.length)
  if (from >= to)
    throw new Error(
      `There is nothing to export between frame ${from} and frame ${to}: ` +
        `the lesson has ${counted(timed.length, 'frame')}.`,
    )
  const stills = await loadStills(timed.lesson, root)
  // What the library has is kept beside it; for any other lesson it is made for this export only.
  const scratch = path.join(tmpdir(), `vane-tempo-${randomUUID()}`)
  const folderOf = (file: string) =>
    file.startsWith(dataRoot() + path.sep) ? tempoFolder(file) : path.join(scratch, path.basename(path.dirname(file)))
  const made = await madeSounds(timed, root, from, to, folderOf, signal).catch(async (e) => {
    await rm(scratch, { recursive: true, force: true })
    throw signal?.aborted || e instanceof Interrupted
      ? e
      : new Error(`The sound cannot be made faster or slower: ${(e as Error).message}.`)
  })
  const sounds = soundPlan(timed, from, to).length > 0
  const never = new AbortController().signal
  const loud =
    sounds && choice.loudness !== undefined ? await measureLoudness(timed, root, from, to, made, signal ?? never) : null
  const heard = sounds ? widePipe() : null
  const part = `${out}.part`
  const scale =
    choice.height && choice.height !== lesson.frame.height ? ['-vf', `scale=-2:${choice.height}:flags=bicubic`] : []
  const { from: toEncoder, to: frames } = widePipe()
  const encoder = spawnBound(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'yuv420p',
      '-s',
      `${lesson.frame.width}x${lesson.frame.height}`,
      '-framerate',
      `${lesson.rate.num}/${lesson.rate.den}`,
      '-i',
      'pipe:0',
      ...(heard
        ? [
            '-f',
            'f32le',
            '-ar',
            String(MIX_RATE),
            '-ac',
            String(CHANNELS),
            '-i',
            'pipe:3',
            '-map',
            '0:v',
            '-map',
            '1:a',
          ]
        : []),
      ...(heard && loud ? ['-af', toLoudness(loud, choice.loudness!).join(',')] : []),
      ...(heard ? ['-c:a', 'aac', '-b:a', '160k'] : []),
      ...scale,
      ...encoderArguments(choice.quality),
      '-movflags',
      '+faststart',
      '-f',
      'mp4',
      part,
    ],
    {
      stdio: [toEncoder.fd, 'ignore', 'pipe', ...(heard ? [heard.from.fd] : [])],
      env: { ...process.env, ...KEEP_BUFFERS },
    },
  )
  void toEncoder.close()
  void heard?.from.close()
  let errors = ''
  encoder.stderr!.on('data', (d: Buffer) => {
    errors = (errors + d.toString()).slice(-1000)
  })
  const over = ended(encoder)
  let broken = false
  // The sound is mixed as the encoder takes it, beside the pictures.
  const mixing = new AbortController()
  let unheard: unknown = null
  const mixed = heard
    ? mixInto(heard.to, timed, root, from, to, made, mixing.signal).catch((e: unknown) => {
        // Where nobody reads any more, the encoder’s own end says why.
        const unread = (e as NodeJS.ErrnoException).code === 'EPIPE'
        unheard = mixing.signal.aborted || broken || unread ? null : e
        broken = true
      })
    : Promise.resolve()
  const takes = new Takes(lesson, root)
  const composer = new Composer(takes, stills)
  const stop = () => {
    encoder.kill('SIGKILL')
  }
  signal?.addEventListener('abort', stop)
  let last: Promise<void> = Promise.resolve()
  const inFlight: Promise<void>[] = []
  const began = performance.now()
  try {
    let picture: Picture | null = layersAt(timed, from)
    for (let frame = from; picture; frame++) {
      signal?.throwIfAborted()
      if (broken) break
      const next: Picture | null = frame + 1 < to ? layersAt(timed, frame + 1) : null
      const planes = await composer.compose(picture, next)
      last = last
        .then(() => writeWhole(frames, planes.bytes))
        .catch(() => {
          broken = true
        })
        .finally(() => freePlanes(planes))
      inFlight.push(last)
      if (inFlight.length > 2) await Promise.race([inFlight.shift(), over])
      if (frame % 10 === 0 || !next)
        onProgress({
          frame: frame - from + 1,
          of: to - from,
          framesPerSecond: ((frame - from + 1) * 1000) / (performance.now() - began),
        })
      picture = next
    }
    await last
    await frames.close()
    if (!broken) await Promise.race([mixed, over])
    if (unheard) throw unheard
    const code = await over
    signal?.throwIfAborted()
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted('the encoder')
    if (code !== 0)
      throw new Error(
        saysFull(errors)
          ? FULL
          : 'The video could not be written to its end: the encoder stopped. ' +
              'Look whether its folder can be written to, and try again.',
      )
    await rename(part, out)
    return { loudness: loud }
  } finally {
    signal?.removeEventListener('abort', stop)
    mixing.abort()
    stop()
    await takes.close()
    await last
    await frames.close()
    await over
    await mixed
    await rm(part, { force: true })
    await rm(scratch, { recursive: true, force: true })
  }
}
