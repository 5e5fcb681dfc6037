import type { DisplayList, Gradient, Item, Rect, Shape, TakeLayer } from '@/core/scene'
import { layBlocks } from './blocks'

/** What paint draws from: a still, a decoded frame, a canvas. */
export type Drawable = CanvasImageSource
type Context = CanvasRenderingContext2D
type PictureShape = Extract<Shape, { type: 'picture' }>
type BelowShape = Extract<Shape, { type: 'below' }>

export interface Easel {
  /** The picture of a take's frame or of a still; null when it is not there (yet): nothing is drawn. */
  takePicture(layer: TakeLayer): Drawable | null
  stillPicture(media: string, swap?: PictureShape['swap']): Drawable | null
  /** A Canvas 2D context of its own, at least so big, clear, for things that are laid down as a whole; the same one each time for the same depth. */
  sheet(width: number, height: number, depth: number): Context
  path(d: string): Path2D
  /** A drawing of so many pixels, made once for its key and kept for a while. */
  drawing(key: string, width: number, height: number, draw: (sheet: Context) => void): Drawable
}

/** Draws a display list so that its whole picture fills `width` × `height` pixels of the context. */
export function paint(ctx: Context, list: DisplayList, easel: Easel, width = list.width): void {
  const scale = width / list.width
  ctx.setTransform(scale, 0, 0, scale, 0, 0)
  ctx.globalAlpha = 1
  ctx.fillStyle = list.background
  ctx.fillRect(0, 0, list.width, list.height)
  for (const layer of list.takes) {
    const source = easel.takePicture(layer)
    if (source) drawPicture(ctx, source, layer.dest, scale)
  }
  paintItems(ctx, list.items, easel, scale, { x: 0, y: 0 }, list)
}

/** Draws items alone on a context whose top left is the picture's point `origin`. `frame`: the size of the whole picture. */
export function paintItems(ctx: Context, items: Item[], easel: Easel, scale: number, origin: { x: number; y: number }, frame: { width: number; height: number }): void {
  const pen: Pen = { easel, scale, frame }
  for (const item of items) paintItem(ctx, item, pen, origin, 0)
  ctx.globalAlpha = 1
}

interface Pen { easel: Easel; scale: number; frame: { width: number; height: number } }
type Origin = { x: number; y: number }

function paintItem(ctx: Context, item: Item, pen: Pen, origin: Origin, depth: number): void {
  if (item.instants) onSheet(ctx, item, pen, origin, depth, 1, null, (sheet, at) => mixInstants(sheet, item.instants!, pen, at, depth + 1))
  else if ((item.blurPx || (item.opacity < 1 && item.shapes.length > 1)) && !item.shapes.some((s) => s.type === 'below')) {
    onSheet(ctx, item, pen, origin, depth, item.opacity, item.blurPx ? `blur(${item.blurPx * pen.scale}px)` : null, (sheet, at) => paintShapes(sheet, item, pen, at, 1))
  } else paintShapes(ctx, item, pen, origin, item.opacity)
}

/** The instants of an open shutter, added up in equal parts; where all agree, the sum is the thing itself. */
function mixInstants(ctx: Context, instants: Item[], pen: Pen, origin: Origin, depth: number): void {
  const [first] = instants
  if (first!.box && instants.every((i) => i.shapes === first!.shapes && !i.blurPx && i.clip?.x === first!.clip?.x && i.clip?.y === first!.clip?.y && i.clip?.w === first!.clip?.w && i.clip?.h === first!.clip?.h)) {
    mixPlaces(ctx, instants, pen, origin)
    return
  }
  for (const instant of instants) {
    const share = instant.opacity / instants.length
    onSheet(ctx, instant, pen, origin, depth, share, instant.blurPx ? `blur(${instant.blurPx * pen.scale}px)` : null, (sheet, at) => paintShapes(sheet, instant, pen, at, 1), 'lighter')
  }
}

/** Scales at which a drawing is kept, a quarter of an octave apart: what is needed depends on the frame alone, not on what was shown before. */
const steppedUp = (k: number): number => 2 ** (Math.ceil(Math.log2(Math.max(k, 1 / 64)) * 4 - 1e-6) / 4)

/** One drawing at several places: drawn once, upright, and laid down at each. */
function mixPlaces(ctx: Context, instants: Item[], pen: Pen, origin: Origin): void {
  const { scale } = pen
  const one = instants[0]!
  const k = steppedUp(Math.max(...instants.map(({ matrix: [a, b, c, d] }) => Math.max(Math.hypot(a, b), Math.hypot(c, d)))) * scale)
  const box = one.clip ?? one.box!
  const w = Math.ceil(box.w * k)
  const h = Math.ceil(box.h * k)
  if (w <= 0 || h <= 0) return
  const drawing = pen.easel.drawing(`${k} ${box.x} ${box.y} ${w} ${h} ${JSON.stringify(one.shapes)}`, w, h, (sheet) => {
    paintShapes(sheet, { ...one, matrix: [k, 0, 0, k, -box.x * k, -box.y * k], clip: undefined }, { ...pen, scale: 1 }, { x: 0, y: 0 }, 1)
  })
  ctx.globalCompositeOperation = 'lighter'
  ctx.imageSmoothingEnabled = true
  ctx.imageSmoothingQuality = 'low'
  for (const { matrix: [a, b, c, d, e, f], opacity } of instants) {
    ctx.setTransform(a * scale, b * scale, c * scale, d * scale, (e - origin.x) * scale, (f - origin.y) * scale)
    ctx.globalAlpha = opacity / instants.length
    ctx.drawImage(drawing, 0, 0, w, h, box.x, box.y, w / k, h / k)
  }
  ctx.globalCompositeOperation = 'source-over'
}

/** Draws onto a sheet and lays that down once, so that overlapping parts do not show through each other. */
function onSheet(ctx: Context, item: Item, pen: Pen, origin: Origin, depth: number, alpha: number, filter: string | null, draw: (sheet: Context, origin: Origin) => void, how: GlobalCompositeOperation = 'source-over'): void {
  const { scale } = pen
  const x = Math.floor((item.bounds.x - origin.x) * scale)
  const y = Math.floor((item.bounds.y - origin.y) * scale)
  // What is blurred takes in what lies just outside, so that it does not thin out at the edges of the picture.
  const pad = filter && item.blurPx ? Math.ceil(item.blurPx * scale * 3) : 0
  const x0 = Math.max(-pad, x)
  const y0 = Math.max(-pad, y)
  const w = Math.min(ctx.canvas.width + pad, x + Math.ceil(item.bounds.w * scale) + 2) - x0
  const h = Math.min(ctx.canvas.height + pad, y + Math.ceil(item.bounds.h * scale) + 2) - y0
  if (w <= 0 || h <= 0) return
  const sheet = pen.easel.sheet(w, h, depth)
  draw(sheet, { x: origin.x + x0 / scale, y: origin.y + y0 / scale })
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalAlpha = alpha
  ctx.globalCompositeOperation = how
  if (filter) ctx.filter = filter
  ctx.drawImage(sheet.canvas, 0, 0, w, h, x0, y0, w, h)
  if (filter) ctx.filter = 'none'
  ctx.globalCompositeOperation = 'source-over'
}

function paintShapes(ctx: Context, item: Item, pen: Pen, origin: Origin, alpha: number): void {
  const { scale } = pen
  const [a, b, c, d, e, f] = item.matrix
  ctx.setTransform(a * scale, b * scale, c * scale, d * scale, (e - origin.x) * scale, (f - origin.y) * scale)
  ctx.globalAlpha = alpha
  if (item.clip) {
    ctx.save()
    ctx.beginPath()
    ctx.rect(item.clip.x, item.clip.y, item.clip.w, item.clip.h)
    ctx.clip()
  }
  for (const shape of item.shapes) {
    switch (shape.type) {
      case 'path': paintPath(ctx, shape, pen.easel, scale * Math.hypot(a, b)); break
      case 'picture': {
        const source = pen.easel.stillPicture(shape.media, shape.swap)
        if (source) drawPicture(ctx, source, shape, scale * Math.hypot(a, b))
        break
      }
      case 'below': paintBelow(ctx, shape, item, pen, origin); break
    }
  }
  if (item.clip) ctx.restore()
}

function paintPath(ctx: Context, shape: Extract<Shape, { type: 'path' }>, easel: Easel, scale: number): void {
  const path = easel.path(shape.d)
  if (shape.shadow) {
    ctx.shadowColor = shape.shadow.colour
    ctx.shadowBlur = shape.shadow.blurPx * scale
    ctx.shadowOffsetX = shape.shadow.dx * scale
    ctx.shadowOffsetY = shape.shadow.dy * scale
  }
  if (shape.stroke) {
    ctx.strokeStyle = shape.stroke
    ctx.lineWidth = shape.lineWidth ?? 1
    ctx.lineJoin = shape.join ?? (shape.fill ? 'round' : 'miter')
    ctx.lineCap = shape.cap ?? 'butt'
    ctx.setLineDash(shape.dash ?? [])
    ctx.stroke(path)
  }
  if (shape.fill) {
    ctx.fillStyle = typeof shape.fill === 'string' ? shape.fill : gradientOf(ctx, shape.fill)
    ctx.fill(path)
  }
  if (shape.shadow) ctx.shadowColor = 'transparent'
}

function gradientOf(ctx: Context, g: Gradient): CanvasGradient {
  const out = ctx.createLinearGradient(g.x1, g.y1, g.x2, g.y2)
  for (const s of g.stops) out.addColorStop(s.at, s.colour)
  return out
}

function drawPicture(ctx: Context, source: Drawable, dest: Rect, scale: number): void {
  const natural = (source as { displayWidth?: number }).displayWidth ?? (source as { width: number }).width
  ctx.imageSmoothingEnabled = true
  ctx.imageSmoothingQuality = dest.w * scale < natural * 0.75 ? 'medium' : 'low'
  ctx.drawImage(source, dest.x, dest.y, dest.w, dest.h)
}

/** Changes what has been painted so far under the item's bounds, and lays it back within the shape, whatever its turn. */
function paintBelow(ctx: Context, shape: BelowShape, item: Item, pen: Pen, origin: Origin): void {
  const { scale, frame } = pen
  // A blur takes in what lies around; blocks are whole ones, also where only a part of one is seen.
  const reach = Math.ceil(shape.px * scale * (shape.effect === 'blur' ? 3 : 1))
  const x0 = Math.max(0, Math.floor((item.bounds.x - origin.x) * scale) - reach)
  const y0 = Math.max(0, Math.floor((item.bounds.y - origin.y) * scale) - reach)
  const x1 = Math.min(ctx.canvas.width, Math.round((frame.width - origin.x) * scale), Math.ceil((item.bounds.x + item.bounds.w - origin.x) * scale) + reach)
  const y1 = Math.min(ctx.canvas.height, Math.round((frame.height - origin.y) * scale), Math.ceil((item.bounds.y + item.bounds.h - origin.y) * scale) + reach)
  if (x1 <= x0 || y1 <= y0) return
  const w = x1 - x0
  const h = y1 - y0
  const sheet = pen.easel.sheet(w, h, 3)
  sheet.drawImage(ctx.canvas, x0, y0, w, h, 0, 0, w, h)
  if (shape.effect === 'blocks') layBlocks(sheet, w, h, { x: origin.x + x0 / scale, y: origin.y + y0 / scale }, scale, shape.px, shape.seed)
  ctx.save()
  ctx.beginPath()
  ctx.rect(shape.x, shape.y, shape.w, shape.h)
  ctx.clip()
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  if (shape.effect === 'blur') ctx.filter = `blur(${shape.px * scale}px)`
  ctx.drawImage(sheet.canvas, 0, 0, w, h, x0, y0, w, h)
  ctx.filter = 'none'
  ctx.restore()
}
