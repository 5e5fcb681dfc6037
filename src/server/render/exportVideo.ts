import { createCanvas } from '@napi-rs/canvas'
import { spawn } from 'node:child_process'
import { rename, rm } from 'node:fs/promises'
import type { Lesson } from '@/core/lesson/schema'
import { evaluate, type DisplayList, type TakeLayer } from '@/core/scene'
import { resolve } from '@/core/timing'
import type { ExportChoice } from './choice'
import { KEEP_BUFFERS } from './decode'
import { loadStills } from './easel'
import { blankPlanes, drawPlanes, fillPlanes, layTile, tileOf, type Planes } from './planes'
import { soundArguments } from './sound'
import { widePipe, writeWhole } from './pipe'
import { Takes } from './takes'
import { TilePainter } from './tiles'

export const QUALITIES = { draft: ['-preset', 'veryfast', '-crf', '27'], good: ['-preset', 'medium', '-crf', '20'], best: ['-preset', 'slow', '-crf', '16'] } as const
export interface Progress { frame: number; of: number; framesPerSecond: number }

/** Encoder arguments for H.264 and AAC in an MP4 that can start to play while it loads. */
export const encoderArguments = (quality: ExportChoice['quality']): string[] => [
  '-c:v', 'libx264', ...QUALITIES[quality], '-pix_fmt', 'yuv420p', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv',
]

/**
 * Exports a lesson, or a passage of it, as an MP4. Overlays are drawn only where there are any
 * and laid on the decoded planes; frames are never converted or read back whole. The file
 * appears under its name only when it is complete.
 *
 * @throws Error with a sentence; on cancel, the signal's reason
 */
export async function exportVideo(lesson: Lesson, root: string, out: string, choice: ExportChoice, onProgress: (p: Progress) => void, signal?: AbortSignal): Promise<void> {
  const timed = resolve(lesson)
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? timed.length, timed.length)
  if (from >= to) throw new Error(`There is nothing to export between frame ${from} and frame ${to}: the lesson has ${timed.length} frames.`)
  const stills = await loadStills(lesson, root)
  const sound = soundArguments(lesson, root, from, to, 1)
  const part = `${out}.part`
  const scale = choice.height && choice.height !== lesson.frame.height ? ['-vf', `scale=-2:${choice.height}:flags=bicubic`] : []
  const { from: toEncoder, to: frames } = widePipe()
  const encoder = spawn('ffmpeg', ['-v', 'error', '-y',
    '-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-s', `${lesson.frame.width}x${lesson.frame.height}`, '-framerate', `${lesson.rate.num}/${lesson.rate.den}`, '-i', 'pipe:0',
    ...(sound ? [...sound.inputs, '-filter_complex', sound.graph, '-map', '0:v', '-map', '[sound]', '-c:a', 'aac', '-b:a', '160k'] : []),
    ...scale, ...encoderArguments(choice.quality), '-movflags', '+faststart', '-f', 'mp4', part], { stdio: [toEncoder.fd, 'ignore', 'pipe'], env: { ...process.env, ...KEEP_BUFFERS } })
  void toEncoder.close()
  let errors = ''
  encoder.stderr!.on('data', (d: Buffer) => { errors = (errors + d.toString()).slice(-1000) })
  const ended = new Promise<number>((done) => { encoder.on('close', (code) => done(code ?? 1)); encoder.on('error', () => done(1)) })
  let broken = false
  const takes = new Takes(lesson, root)
  const composer = new Composer(lesson, takes, new TilePainter(stills), stills)
  const stop = () => { encoder.kill('SIGKILL') }
  signal?.addEventListener('abort', stop)
  const slots = [0, 1, 2].map(() => ({ planes: blankPlanes(lesson.frame.width, lesson.frame.height), written: Promise.resolve() }))
  let last: Promise<void> = Promise.resolve()
  const began = performance.now()
  try {
    for (let frame = from; frame < to; frame++) {
      signal?.throwIfAborted()
      if (broken) break
      const slot = slots[frame % slots.length]!
      await Promise.race([slot.written, ended])
      await composer.compose(evaluate(timed, frame), slot.planes)
      slot.written = (last = last.then(() => writeWhole(frames, slot.planes.bytes)).catch(() => { broken = true }))
      if (frame % 10 === 0 || frame === to - 1) onProgress({ frame: frame - from + 1, of: to - from, framesPerSecond: ((frame - from + 1) * 1000) / (performance.now() - began) })
    }
    await last
    await frames.close()
    const code = await ended
    signal?.throwIfAborted()
    if (code !== 0) throw new Error(`The encoder stopped: ${errors.trim() || `exit ${code}`}`)
    await rename(part, out)
  } finally {
    signal?.removeEventListener('abort', stop)
    stop()
    await takes.close()
    await last
    await frames.close()
    await ended
    await rm(part, { force: true })
  }
}

/** Builds each frame's planes from its display list. */
class Composer {
  private readonly flat = new Map<string, Planes>()
  constructor(private readonly lesson: Lesson, private readonly takes: Takes, private readonly painter: TilePainter, private readonly stills: Awaited<ReturnType<typeof loadStills>>) {}

  /** Draws a frame into `out`. */
  async compose(list: DisplayList, out: Planes): Promise<void> {
    await this.ground(list, out)
    for (const { tile, opacity } of this.painter.tiles(list)) layTile(out, tile, opacity)
  }

  private async ground(list: DisplayList, out: Planes): Promise<void> {
    await this.takes.keepOnly(new Set(list.takes.map((t) => t.clip)))
    const top = list.takes.at(-1)
    if (top && !this.stills.has(top.media)) {
      const planes = await this.takes.frame(top)
      const d = top.dest
      if (planes.width === list.width && planes.height === list.height && d.x === 0 && d.y === 0 && d.w === list.width && d.h === list.height) {
        out.bytes.set(planes.bytes)
        return
      }
    }
    fillPlanes(out, list.background)
    for (const layer of list.takes) drawPlanes(out, await this.planesOf(layer), layer.dest)
  }

  private async planesOf(layer: TakeLayer): Promise<Planes> {
    const image = this.stills.get(layer.media)
    if (!image) return this.takes.frame(layer)
    let planes = this.flat.get(layer.media)
    if (!planes) {
      const w = Math.max(2, Math.ceil(image.width / 2) * 2)
      const h = Math.max(2, Math.ceil(image.height / 2) * 2)
      const canvas = createCanvas(w, h)
      const ctx = canvas.getContext('2d')
      ctx.fillStyle = this.lesson.background
      ctx.fillRect(0, 0, w, h)
      ctx.drawImage(image, 0, 0, w, h)
      planes = blankPlanes(w, h)
      fillPlanes(planes, this.lesson.background)
      const tile = tileOf(canvas.data(), 0, 0, w, h)
      if (tile) layTile(planes, tile)
      this.flat.set(layer.media, planes)
    }
    return planes
  }
}
