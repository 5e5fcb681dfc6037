import { createCanvas, ImageData, type Canvas, type Image } from '@napi-rs/canvas'
import { footageIn, type Footage, type Layer, type Picture } from '@/core/display'
import { boundsOf, type Rect } from '@/core/geometry'
import {
  blankPlanes,
  canHalve,
  drawPlanes,
  fillPlanes,
  freePlanes,
  halved,
  redrawPlanes,
  toRgba,
  type Planes,
} from './planes'
import type { Takes } from './takes'
import { TilePainter } from './tiles'

/** A step of building a frame: footage laid on planes as it was decoded, or layers painted into tiles. */
export type BuildStep = { on: 'planes'; layer: Footage; dest: Rect } | { on: 'tiles'; layers: Layer[] }

/** Where the whole source of a layer comes to lie on the picture. */
export const destOf = ({ matrix, source }: Footage): Rect =>
  boundsOf(matrix, { x: 0, y: 0, w: source.width, h: source.height })

/** Products of scales miss whole pixels by as much as this. */
const NEAR = 1e-6
/** Whether a rectangle leaves nothing of the picture free. */
const covers = (d: Rect, { width, height }: Pick<Picture, 'width' | 'height'>): boolean =>
  d.x <= NEAR && d.y <= NEAR && d.x + d.w >= width - NEAR && d.y + d.h >= height - NEAR
/** Whether it is the picture itself, pixel for pixel. */
const fills = ({ source }: Footage, d: Rect, { width, height }: Picture): boolean =>
  source.width === width &&
  source.height === height &&
  [d.x, d.y, d.w - width, d.h - height].every((v) => Math.abs(v) < NEAR)

/** Footage can be laid as it was decoded where it stands upright, not mirrored, whole, opaque and without effects. */
const asDecoded = (l: Layer): l is Footage =>
  'source' in l &&
  l.opacity === 1 &&
  l.matrix[1] === 0 &&
  l.matrix[2] === 0 &&
  l.matrix[0] > 0 &&
  l.matrix[3] > 0 &&
  !l.clip &&
  !l.blurPx &&
  !l.work &&
  !l.shadow

/**
 * The steps by which a frame is built, in order; what lies below footage that covers the whole picture is left out.
 *
 * @param isStill  whether a medium is a picture, which may be seen through
 */
export function programOf(picture: Picture, isStill: (media: string) => boolean): BuildStep[] {
  const steps: BuildStep[] = []
  for (const layer of picture.layers) {
    if (asDecoded(layer) && !isStill(layer.source.media)) {
      const dest = destOf(layer)
      if (covers(dest, picture)) steps.length = 0
      steps.push({ on: 'planes', layer, dest })
      continue
    }
    const last = steps.at(-1)
    // A still that stands as it is stays one tile of its own, whatever moves over it.
    const alone = asDecoded(layer) || (last?.on === 'tiles' && last.layers.some(asDecoded))
    if (last?.on === 'tiles' && !alone) last.layers.push(layer)
    else steps.push({ on: 'tiles', layers: [layer] })
  }
  return steps
}

/** Builds the planes of each frame by its program. */
export class Composer {
  private readonly painter: TilePainter
  private readonly isStill: (media: string) => boolean
  private framing = ''
  private held: { source: Planes; drawn: Planes } | null = null
  /** Pictures of the footage that is painted into tiles, by clip; `good`: whether one does when shown so wide. */
  private readonly pictures = new Map<string, { frame: number; canvas: Canvas; good: (width: number) => boolean }>()
  constructor(
    private readonly takes: Takes,
    stills: Map<string, Image>,
  ) {
    this.isStill = (media) => stills.has(media)
    this.painter = new TilePainter(stills, (l) => this.pictures.get(l.element)?.canvas ?? null)
  }

  /**
   * A frame's planes, for the caller to free. What is decoded is drawn on itself, unless the `next` frame shows it
   * again.
   */
  async compose(picture: Picture, next: Picture | null): Promise<Planes> {
    await this.takes.keepOnly(new Set(footageIn(picture.layers).map((l) => l.element)))
    const [first, ...rest] = programOf(picture, this.isStill)
    const ground = first ? await this.ground(first, picture, next) : null
    const planes = ground ?? blankPlanes(picture.width, picture.height)
    if (!ground) fillPlanes(planes, picture.background)
    for (const step of ground || !first ? rest : [first, ...rest]) {
      if (step.on === 'planes') drawPlanes(planes, await this.takes.frame(step.layer), step.dest)
      else {
        await this.fetch(step.layers)
        this.painter.lay(planes, step.layers, picture)
      }
    }
    return planes
  }

  /** Planes that the first step fills whole; null when it does not. */
  private async ground(first: BuildStep, picture: Picture, next: Picture | null): Promise<Planes | null> {
    if (first.on !== 'planes' || !covers(first.dest, picture)) return null
    const { layer, dest } = first
    if (!fills(layer, dest, picture)) return this.zoomed(layer, dest, picture)
    const { element, source } = layer
    const again = next && footageIn(next.layers).some((l) => l.element === element && l.source.frame === source.frame)
    if (!again) return this.takes.own(layer)
    const copy = blankPlanes(picture.width, picture.height)
    copy.bytes.set((await this.takes.frame(layer)).bytes)
    return copy
  }

  /**
   * Draws a take that covers the picture. While the framing rests, only rows in which the take changed are drawn anew.
   */
  private async zoomed(layer: Footage, dest: Rect, { width, height }: Picture): Promise<Planes> {
    const out = blankPlanes(width, height)
    const from = await this.takes.frame(layer)
    const key = JSON.stringify([layer.element, dest])
    const rests = this.framing === key
    this.framing = key
    if (!rests) {
      this.forget()
      drawPlanes(out, from, dest)
      return out
    }
    if (this.held) redrawPlanes(this.held.drawn, from, dest, this.held.source)
    else {
      this.held = { source: blankPlanes(from.width, from.height), drawn: blankPlanes(width, height) }
      this.held.source.bytes.set(from.bytes)
      drawPlanes(this.held.drawn, from, dest)
    }
    out.bytes.set(this.held.drawn.bytes)
    return out
  }
  private forget(): void {
    if (this.held) {
      freePlanes(this.held.source)
      freePlanes(this.held.drawn)
    }
    this.held = null
  }

  /** Has the pictures ready of the footage that is to be painted. */
  private async fetch(layers: Layer[]): Promise<void> {
    for (const layer of footageIn(layers)) {
      const { media, frame } = layer.source
      if (this.isStill(media)) continue
      const had = this.pictures.get(layer.element)
      const shown = shownWidth(layer)
      if (had?.frame === frame && had.good(shown)) continue
      const whole = await this.takes.frame(layer)
      const { fit, free } = shrunkTo(shown, whole)
      const canvas = canvasOf(fit, had?.canvas)
      const { width } = fit
      const most = width === whole.width ? Infinity : width
      free()
      this.pictures.set(layer.element, { frame, canvas, good: (w) => w <= most })
    }
  }
}

/** How wide footage is shown, by the larger of its scales. */
const shownWidth = ({ matrix, source }: Footage): number =>
  Math.max(Math.hypot(matrix[0], matrix[1]), Math.hypot(matrix[2], matrix[3])) * source.width
/** Planes halved as long as they are shown at half their size or less; `free` gives back what was made for it. */
function shrunkTo(shown: number, whole: Planes): { fit: Planes; free: () => void } {
  let fit = whole
  while (shown <= fit.width / 2 && canHalve(fit)) {
    const half = halved(fit)
    if (fit !== whole) freePlanes(fit)
    fit = half
  }
  return { fit, free: () => fit !== whole && freePlanes(fit) }
}

/** A canvas with the picture of planes; `had` is drawn on again where it has their size. */
export function canvasOf(planes: Planes, had?: Canvas): Canvas {
  const { width, height } = planes
  const canvas = had?.width === width && had.height === height ? had : createCanvas(width, height)
  canvas.getContext('2d').putImageData(new ImageData(toRgba(planes), width, height), 0, 0)
  return canvas
}
