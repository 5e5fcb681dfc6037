import type { Image } from '@napi-rs/canvas'
import { ENDED_FROM_OUTSIDE, ended, spawnBound } from '../children'
import { Interrupted } from '../problem'
import { tempoFolder } from '../media/stretch'
import { FULL, saysFull } from '../room'
import { dataRoot } from '../root'
import { randomUUID } from 'node:crypto'
import { rename, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { evaluate } from '@/core/scene'
import { type DisplayList, type TakeLayer } from '@/core/display'
import { resolve } from '@/core/timing'
import type { ExportChoice } from './choice'
import { KEEP_BUFFERS } from './decode'
import { loadStills } from './easel'
import { blankPlanes, drawPlanes, fillPlanes, freePlanes, redrawPlanes, type Planes } from './planes'
import { soundArguments, stretchedSounds } from './sound'
import { widePipe, writeWhole } from './pipe'
import { Takes } from './takes'
import { TilePainter } from './tiles'

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
 * @throws Error with a sentence; Interrupted when something else ended ffmpeg; on cancel, the signal's reason
 */
export async function exportVideo(
  lesson: Lesson,
  root: string,
  out: string,
  choice: ExportChoice,
  onProgress: (p: Progress) => void,
  signal?: AbortSignal,
): Promise<void> {
  const timed = resolve(lesson)
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? timed.length, timed.length)
  if (from >= to)
    throw new Error(
      `There is nothing to export between frame ${from} and frame ${to}: the lesson has ${timed.length} frames.`,
    )
  const stills = await loadStills(lesson, root)
  // What the library has is kept beside it; for any other lesson it is made for this export only.
  const scratch = path.join(tmpdir(), `vane-tempo-${randomUUID()}`)
  const folderOf = (file: string) =>
    file.startsWith(dataRoot() + path.sep) ? tempoFolder(file) : path.join(scratch, path.basename(path.dirname(file)))
  const stretched = await stretchedSounds(lesson, root, from, to, folderOf, signal).catch(async (e) => {
    await rm(scratch, { recursive: true, force: true })
    throw signal?.aborted || e instanceof Interrupted
      ? e
      : new Error(`The sound cannot be made faster or slower: ${(e as Error).message}.`)
  })
  const sound = soundArguments(lesson, root, from, to, 1, stretched)
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
      ...(sound
        ? [
            ...sound.inputs,
            '-filter_complex',
            sound.graph,
            '-map',
            '0:v',
            '-map',
            '[sound]',
            '-c:a',
            'aac',
            '-b:a',
            '160k',
          ]
        : []),
      ...scale,
      ...encoderArguments(choice.quality),
      '-movflags',
      '+faststart',
      '-f',
      'mp4',
      part,
    ],
    { stdio: [toEncoder.fd, 'ignore', 'pipe'], env: { ...process.env, ...KEEP_BUFFERS } },
  )
  void toEncoder.close()
  let errors = ''
  encoder.stderr!.on('data', (d: Buffer) => {
    errors = (errors + d.toString()).slice(-1000)
  })
  const over = ended(encoder)
  let broken = false
  const takes = new Takes(lesson, root)
  const composer = new Composer(lesson, takes, new TilePainter(stills), stills)
  const stop = () => {
    encoder.kill('SIGKILL')
  }
  signal?.addEventListener('abort', stop)
  let last: Promise<void> = Promise.resolve()
  const inFlight: Promise<void>[] = []
  const began = performance.now()
  try {
    let list: DisplayList | null = evaluate(timed, from)
    for (let frame = from; list; frame++) {
      signal?.throwIfAborted()
      if (broken) break
      const next: DisplayList | null = frame + 1 < to ? evaluate(timed, frame + 1) : null
      const planes = await composer.compose(list, next)
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
      list = next
    }
    await last
    await frames.close()
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
  } finally {
    signal?.removeEventListener('abort', stop)
    stop()
    await takes.close()
    await last
    await frames.close()
    await over
    await rm(part, { force: true })
    await rm(scratch, { recursive: true, force: true })
  }
}

/** Builds each frame's planes from its display list. */
class Composer {
  private framing = ''
  private held: { source: Planes; drawn: Planes } | null = null
  constructor(
    private readonly lesson: Lesson,
    private readonly takes: Takes,
    private readonly painter: TilePainter,
    private readonly stills: Map<string, Image>,
  ) {}

  /**
   * A frame's planes, for the caller to free. What is decoded is drawn on itself, unless the `next` frame shows it
   * again.
   */
  async compose(list: DisplayList, next: DisplayList | null): Promise<Planes> {
    const planes = await this.ground(list, next)
    this.painter.layItems(planes, list)
    return planes
  }

  private async ground(list: DisplayList, next: DisplayList | null): Promise<Planes> {
    await this.takes.keepOnly(new Set(list.takes.map((t) => t.clip)))
    const top = list.takes.at(-1)
    if (top && this.fills(top, list)) {
      const again = next?.takes.some((t) => t.clip === top.clip && t.sourceFrame === top.sourceFrame)
      if (!again) return this.takes.own(top)
      const copy = blankPlanes(list.width, list.height)
      copy.bytes.set((await this.takes.frame(top)).bytes)
      return copy
    }
    const out = blankPlanes(list.width, list.height)
    if (top && list.takes.length === 1 && !this.stills.has(top.media) && covers(top, list)) {
      await this.zoomed(top, out)
      return out
    }
    fillPlanes(out, list.background)
    for (const layer of list.takes) {
      if (this.stills.has(layer.media)) this.painter.layStill(out, layer)
      else drawPlanes(out, await this.takes.frame(layer), layer.dest)
    }
    return out
  }

  /**
   * Draws a take that covers the picture. While the framing rests, only rows in which the take changed are drawn anew.
   */
  private async zoomed(layer: TakeLayer, out: Planes): Promise<void> {
    const from = await this.takes.frame(layer)
    const key = JSON.stringify([layer.clip, layer.dest])
    const rests = this.framing === key
    this.framing = key
    if (!rests) {
      this.forget()
      drawPlanes(out, from, layer.dest)
      return
    }
    if (this.held) redrawPlanes(this.held.drawn, from, layer.dest, this.held.source)
    else {
      this.held = { source: blankPlanes(from.width, from.height), drawn: blankPlanes(out.width, out.height) }
      this.held.source.bytes.set(from.bytes)
      drawPlanes(this.held.drawn, from, layer.dest)
    }
    out.bytes.set(this.held.drawn.bytes)
  }
  private forget(): void {
    if (this.held) {
      freePlanes(this.held.source)
      freePlanes(this.held.drawn)
    }
    this.held = null
  }

  /** Whether a take covers the picture exactly, pixel for pixel. */
  private fills({ media, dest: d }: TakeLayer, list: DisplayList): boolean {
    const medium = this.lesson.media[media]
    return (
      medium?.kind === 'take' &&
      medium.width === list.width &&
      medium.height === list.height &&
      d.x === 0 &&
      d.y === 0 &&
      d.w === list.width &&
      d.h === list.height
    )
  }
}

/** Whether a layer leaves nothing of the picture free. */
const covers = ({ dest: d }: TakeLayer, list: DisplayList): boolean =>
  d.x <= 0 && d.y <= 0 && d.x + d.w >= list.width && d.y + d.h >= list.height
