import type { DisplayList, Item, Rect, Shape, TakeLayer } from '@/core/scene'

/** What paint draws from: a still, a decoded frame, a canvas. */
export type Drawable = CanvasImageSource
type Context = CanvasRenderingContext2D
export interface Easel {
  /** The picture of a take's frame or of a still; null when it is not there (yet): nothing is drawn. */
  takePicture(layer: TakeLayer): Drawable | null
  stillPicture(media: string): Drawable | null
  /** A Canvas 2D context of its own, transparent, for things that fade as a whole. */
  sheet(width: number, height: number): Context
  path(d: string): Path2D
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
  paintItems(ctx, list.items, easel, scale, { x: 0, y: 0 })
}

/** Draws items alone on a context whose top left is the picture's point `origin`. */
export function paintItems(ctx: Context, items: Item[], easel: Easel, scale: number, origin: { x: number; y: number }): void {
  for (const item of items) {
    if (item.opacity < 1 && item.shapes.length > 1) paintFaded(ctx, item, easel, scale, origin)
    else paintItem(ctx, item, easel, scale, origin, item.opacity)
  }
  ctx.globalAlpha = 1
}

function paintItem(ctx: Context, item: Item, easel: Easel, scale: number, origin: { x: number; y: number }, alpha: number): void {
  const [a, b, c, d, e, f] = item.matrix
  ctx.setTransform(a * scale, b * scale, c * scale, d * scale, (e - origin.x) * scale, (f - origin.y) * scale)
  ctx.globalAlpha = alpha
  for (const shape of item.shapes) paintShape(ctx, shape, easel, scale)
}

/** Draws onto a sheet and lays that down once, so that overlapping parts do not show through each other. */
function paintFaded(ctx: Context, item: Item, easel: Easel, scale: number, origin: { x: number; y: number }): void {
  const x = Math.floor((item.bounds.x - origin.x) * scale)
  const y = Math.floor((item.bounds.y - origin.y) * scale)
  const x0 = Math.max(0, x)
  const y0 = Math.max(0, y)
  const w = Math.min(ctx.canvas.width, x + Math.ceil(item.bounds.w * scale) + 2) - x0
  const h = Math.min(ctx.canvas.height, y + Math.ceil(item.bounds.h * scale) + 2) - y0
  if (w <= 0 || h <= 0) return
  const sheet = easel.sheet(w, h)
  paintItem(sheet, item, easel, scale, { x: origin.x + x0 / scale, y: origin.y + y0 / scale }, 1)
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalAlpha = item.opacity
  ctx.drawImage(sheet.canvas, 0, 0, w, h, x0, y0, w, h)
}

function paintShape(ctx: Context, shape: Shape, easel: Easel, scale: number): void {
  switch (shape.type) {
    case 'path': {
      const path = easel.path(shape.d)
      if (shape.stroke) {
        ctx.strokeStyle = shape.stroke
        ctx.lineWidth = shape.lineWidth ?? 1
        ctx.lineJoin = shape.fill ? 'round' : 'miter'
        ctx.lineCap = 'butt'
        ctx.stroke(path)
      }
      if (shape.fill) {
        ctx.fillStyle = shape.fill
        ctx.fill(path)
      }
      break
    }
    case 'picture': {
      const source = easel.stillPicture(shape.media)
      if (source) drawPicture(ctx, source, shape, scale)
      break
    }
  }
}

function drawPicture(ctx: Context, source: Drawable, dest: Rect, scale: number): void {
  const natural = (source as { displayWidth?: number }).displayWidth ?? (source as { width: number }).width
  ctx.imageSmoothingEnabled = true
  ctx.imageSmoothingQuality = dest.w * scale < natural * 0.75 ? 'medium' : 'low'
  ctx.drawImage(source, dest.x, dest.y, dest.w, dest.h)
}
