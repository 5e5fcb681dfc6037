import path from 'node:path'
import { mediumIn } from '@/core/lesson/inner'
import type { Element, Lesson } from '@/core/lesson/schema'
import type { Footage } from '@/core/display'
import { TakeDecoder } from './decode'
import type { Planes } from './planes'

const even = (n: number) => Math.max(2, Math.round(n / 2) * 2)

/**
 * The largest that an element is shown in any of its poses; what rides on another, or stands in a lesson in this one,
 * may be shown as large as it is.
 */
function largest(e: Element | undefined, size: { width: number; height: number }): { w: number; h: number } {
  if (!e || e.rides) return { w: size.width, h: size.height }
  const most = (own: number, path: string) =>
    Math.max(Math.abs(own), ...e.poses.map((p) => Math.abs(Number(p.values[path] ?? 0))))
  return {
    w: most(e.width, 'width') * most(e.scale.x, 'scale.x'),
    h: most(e.height, 'height') * most(e.scale.y, 'scale.y'),
  }
}

/** The decoders of a lesson's clips, one a clip, closed together. */
export class Takes {
  private readonly decoders = new Map<string, TakeDecoder>()
  constructor(
    private readonly lesson: Lesson,
    private readonly root: string,
  ) {}

  /** The planes of a layer's frame; a take much larger than its place comes scaled down to it. */
  frame(layer: Footage): Promise<Planes> {
    return this.decoder(layer).frame(layer.source.frame)
  }
  /** The same, for the caller to draw on and to free. */
  own(layer: Footage): Promise<Planes> {
    return this.decoder(layer).own(layer.source.frame)
  }

  private decoder(layer: Footage): TakeDecoder {
    let decoder = this.decoders.get(layer.element)
    if (!decoder) {
      const e = this.lesson.elements.find((x) => x.id === layer.element)
      const medium = mediumIn(this.lesson, layer.source.media)!
      const size = { width: medium.width!, height: medium.height! }
      const dest = largest(e, size)
      const small = dest.w < size.width * 0.75
      decoder = new TakeDecoder(
        { file: path.join(this.root, medium.file), name: medium.name, rate: medium.rate! },
        { width: even(small ? dest.w : size.width), height: even(small ? dest.h : size.height) },
        small || size.width % 2 === 1 || size.height % 2 === 1,
      )
      this.decoders.set(layer.element, decoder)
    }
    return decoder
  }
  /** Ends the decoders of clips that are over. */
  async keepOnly(clips: Set<string>): Promise<void> {
    for (const [id, d] of [...this.decoders])
      if (!clips.has(id)) {
        this.decoders.delete(id)
        await d.close()
      }
  }
  close(): Promise<void> {
    return this.keepOnly(new Set())
  }
}
