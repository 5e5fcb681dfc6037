import { gradeColours } from './grade'
import type { Drawing, Gradient, Layer, Shadow, Shape, Window } from '@/core/display'
import type { Matrix, Point, Rect } from '@/core/geometry'
import { layBlocks } from './blocks'
import type { Context, Drawable, Easel } from './easel'

type BelowShape = Extract<Shape, { type: 'below' }>
/** What layers are painted with. */
export interface Pen {
  easel: Easel
  /** Pixels of the canvas for one of the picture. */
  scale: number
  /** The size of the whole picture, and the point of it that lies at the canvas’s top left. */
  frame: { width: number; height: number }
  origin: Point
  alpha: number
  /** Which of the easel’s sheets are free: from this one down. */
  depth: number
}

/** How much of a sheet is used, in its pixels. */
export interface Size {
  width: number
  height: number
}

/**
 * What bounds on the picture take up of a canvas and `reach` pixels around it, in whole pixels of the canvas; null when
 * nothing.
 */
export function regionOf(ctx: Context, bounds: Rect, { scale, origin }: Pen, reach: number): Rect | null {
  const left = Math.floor((bounds.x - origin.x) * scale)
  const top = Math.floor((bounds.y - origin.y) * scale)
  const x = Math.max(-reach, left)
  const y = Math.max(-reach, top)
  const w = Math.min(ctx.canvas.width + reach, left + Math.ceil(bounds.w * scale) + 2) - x
  const h = Math.min(ctx.canvas.height + reach, top + Math.ceil(bounds.h * scale) + 2) - y
  return w > 0 && h > 0 ? { x, y, w, h } : null
}

/** How a sheet is laid down: through a CSS filter, mixed in another way, casting a shadow. */
interface Laying {
  filter?: string | undefined
  how?: GlobalCompositeOperation
  shadow?: Shadow
}
/**
 * Draws onto a sheet and lays that down once, so that overlapping parts do not show through each other.
 *
 * @param pen   its `alpha` is that of the whole, its `depth` says which sheet
 * @param draw  is given an opaque pen for the sheet, at the same depth
 */
export function onSheet(
  ctx: Context,
  item: Layer,
  pen: Pen,
  draw: (sheet: Context, pen: Pen, size: Size) => void,
  { filter, how = 'source-over', shadow }: Laying = {},
): void {
  // What is blurred takes in what lies just outside, so that it does not thin out at the edges of the picture.
  const region = regionOf(ctx, item.bounds, pen, filter && item.blurPx ? Math.ceil(item.blurPx * pen.scale * 3) : 0)
  if (!region) return
  const { x, y, w, h } = region
  const { origin, scale } = pen
  const sheet = pen.easel.sheet(w, h, pen.depth)
  const there = { x: origin.x + x / scale, y: origin.y + y / scale }
  draw(sheet, { ...pen, origin: there, alpha: 1 }, { width: w, height: h })
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalAlpha = pen.alpha
  ctx.globalCompositeOperation = how
  if (filter) ctx.filter = filter
  if (shadow) castShadow(ctx, shadow, scale)
  ctx.drawImage(sheet.canvas, 0, 0, w, h, x, y, w, h)
  if (filter) ctx.filter = 'none'
  if (shadow) ctx.shadowColor = 'transparent'
  ctx.globalCompositeOperation = 'source-over'
}

/** Sets the context to the own pixels of what has this matrix. */
export function setMatrix(
  ctx: Context,
  [a, b, c, d, e, f]: Matrix,
  { scale, origin }: Pick<Pen, 'scale' | 'origin'>,
): void {
  ctx.setTransform(a * scale, b * scale, c * scale, d * scale, (e - origin.x) * scale, (f - origin.y) * scale)
}
/** The outline of a window, as the path of the context. */
function windowPath(ctx: Context, clip: Window): void {
  ctx.beginPath()
  if (clip.round) ctx.ellipse(clip.x + clip.w / 2, clip.y + clip.h / 2, clip.w / 2, clip.h / 2, 0, 0, 2 * Math.PI)
  else if (clip.corner) ctx.roundRect(clip.x, clip.y, clip.w, clip.h, Math.min(clip.corner, clip.w / 2, clip.h / 2))
  else ctx.rect(clip.x, clip.y, clip.w, clip.h)
}
/** Draws what lies in a rectangle of the context's pixels; everything where there is none. */
export function clipTo(ctx: Context, clip: Window | undefined, draw: () => void): void {
  if (!clip) {
    draw()
    return
  }
  ctx.save()
  windowPath(ctx, clip)
  ctx.clip()
  draw()
  ctx.restore()
}
/** So far aside stands what casts a shadow when only the shadow is to be seen. */
const ASIDE = 1e4
/** The shadow alone of an opaque window of what has this matrix. */
export function paintShadow(
  ctx: Context,
  shadow: Shadow,
  matrix: Matrix,
  box: Window,
  { scale, origin }: Pick<Pen, 'scale' | 'origin'>,
): void {
  setMatrix(ctx, matrix, { scale, origin: { x: origin.x + ASIDE / scale, y: origin.y } })
  castShadow(ctx, shadow, scale)
  ctx.shadowOffsetX += ASIDE
  ctx.globalAlpha = 1
  ctx.fillStyle = '#000000'
  windowPath(ctx, box)
  ctx.fill()
  ctx.shadowColor = 'transparent'
  ctx.shadowOffsetX = 0
}

export function paintShapes(ctx: Context, item: Drawing, pen: Pen): void {
  const { scale, alpha } = pen
  const size = scale * Math.hypot(item.matrix[0], item.matrix[1])
  setMatrix(ctx, item.matrix, pen)
  ctx.globalAlpha = alpha
  clipTo(ctx, item.clip, () => {
    for (const shape of item.shapes) {
      switch (shape.type) {
        case 'path':
          paintPath(ctx, shape, pen.easel, size)
          break
        case 'picture': {
          const source = pen.easel.stillPicture(shape.media, shape.swap)
          if (source) drawPicture(ctx, source, shape, size, pen.easel.quick)
          break
        }
        case 'below':
          paintBelow(ctx, shape, item, pen)
          break
        case 'grade':
          paintGrade(ctx, shape, item, pen)
          break
      }
    }
  })
}

function castShadow(ctx: Context, { colour, blurPx, dx, dy }: Shadow, scale: number): void {
  ctx.shadowColor = colour
  ctx.shadowBlur = blurPx * scale
  ctx.shadowOffsetX = dx * scale
  ctx.shadowOffsetY = dy * scale
}

function paintPath(ctx: Context, shape: Extract<Shape, { type: 'path' }>, easel: Easel, scale: number): void {
  const path = easel.path(shape.d)
  if (shape.shadow) castShadow(ctx, shape.shadow, scale)
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

/** `scale`: pixels of the canvas for one of the rectangle's. */
export function drawPicture(ctx: Context, source: Drawable, dest: Rect, scale: number, quick = false): void {
  const natural = (source as { displayWidth?: number }).displayWidth ?? (source as { width: number }).width
  ctx.imageSmoothingEnabled = true
  ctx.imageSmoothingQuality = !quick && dest.w * scale < natural * 0.75 ? 'medium' : 'low'
  ctx.drawImage(source, dest.x, dest.y, dest.w, dest.h)
}

/**
 * Changes what has been painted so far under the item's bounds, and lays it back within the shape, whatever its turn.
 */
function paintBelow(ctx: Context, shape: BelowShape, item: Drawing, pen: Pen): void {
  const { scale, frame, origin } = pen
  // A blur takes in what lies around; blocks are whole ones, also where only a part of one is seen.
  const size = scale * Math.hypot(item.matrix[0], item.matrix[1])
  const reach = shape.effect === 'larger' ? 0 : Math.ceil(shape.px * scale * (shape.effect === 'blur' ? 3 : 1))
  const x0 = Math.max(0, Math.floor((item.bounds.x - origin.x) * scale) - reach)
  const y0 = Math.max(0, Math.floor((item.bounds.y - origin.y) * scale) - reach)
  const x1 = Math.min(
    ctx.canvas.width,
    Math.round((frame.width - origin.x) * scale),
    Math.ceil((item.bounds.x + item.bounds.w - origin.x) * scale) + reach,
  )
  const y1 = Math.min(
    ctx.canvas.height,
    Math.round((frame.height - origin.y) * scale),
    Math.ceil((item.bounds.y + item.bounds.h - origin.y) * scale) + reach,
  )
  if (x1 <= x0 || y1 <= y0) return
  const w = x1 - x0
  const h = y1 - y0
  const sheet = pen.easel.sheet(w, h, 3)
  sheet.drawImage(ctx.canvas, x0, y0, w, h, 0, 0, w, h)
  if (shape.effect === 'blocks')
    layBlocks(sheet, { w, h, x: origin.x + x0 / scale, y: origin.y + y0 / scale, scale }, shape.px, shape.seed)
  ctx.save()
  ctx.beginPath()
  if (shape.edge?.round) ctx.ellipse(shape.x + shape.w / 2, shape.y + shape.h / 2, shape.w / 2, shape.h / 2, 0, 0, 7)
  else ctx.rect(shape.x, shape.y, shape.w, shape.h)
  ctx.clip()
  if (shape.effect === 'larger') {
    // What lies around its middle, so many times as large.
    const { a, b, c, d, e, f } = ctx.getTransform()
    const mid = { x: shape.x + shape.w / 2, y: shape.y + shape.h / 2 }
    const at = { x: a * mid.x + c * mid.y + e, y: b * mid.x + d * mid.y + f }
    ctx.setTransform(shape.px, 0, 0, shape.px, at.x * (1 - shape.px), at.y * (1 - shape.px))
    ctx.imageSmoothingQuality = 'high'
    ctx.drawImage(sheet.canvas, 0, 0, w, h, x0, y0, w, h)
    ctx.restore()
    return
  }
  const edge = (shape.edge?.px ?? 0) * size
  if (shape.effect === 'blur' && edge > 0) {
    layBlurredSoftly(ctx, shape, { sheet, x0, y0, w, h }, pen, edge / size)
    ctx.restore()
    return
  }
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  if (shape.effect === 'blur') ctx.filter = `blur(${shape.px * scale}px)`
  ctx.drawImage(sheet.canvas, 0, 0, w, h, x0, y0, w, h)
  ctx.filter = 'none'
  ctx.restore()
}

/** Lets what is painted end softly over so many pixels at the edges of a rectangle, in the pixels of the context. */
export function thinOut(ctx: Context, { x, y, w, h }: Rect, px: number): void {
  ctx.globalCompositeOperation = 'destination-in'
  for (const [dx, dy] of [
    [1, 0],
    [0, 1],
  ] as const) {
    const ramp = ctx.createLinearGradient(x, y, x + dx * w, y + dy * h)
    const share = Math.min(0.5, px / (dx ? w : h))
    ramp.addColorStop(0, '#00000000')
    ramp.addColorStop(share, '#000000')
    ramp.addColorStop(1 - share, '#000000')
    ramp.addColorStop(1, '#00000000')
    ctx.fillStyle = ramp
    ctx.fillRect(x - ASIDE, y - ASIDE, w + 2 * ASIDE, h + 2 * ASIDE)
  }
  ctx.globalCompositeOperation = 'source-over'
}

/** Lays what is blurred so that it ends softly: by a mask that thins out towards its edges. */
function layBlurredSoftly(
  ctx: Context,
  shape: BelowShape,
  from: { sheet: Context; x0: number; y0: number; w: number; h: number },
  pen: Pen,
  edge: number,
): void {
  const { sheet, x0, y0, w, h } = from
  const m = ctx.getTransform()
  const soft = pen.easel.sheet(w, h, 5)
  soft.filter = `blur(${shape.px * pen.scale}px)`
  soft.drawImage(sheet.canvas, 0, 0, w, h, 0, 0, w, h)
  soft.filter = 'none'
  soft.globalCompositeOperation = 'destination-in'
  soft.setTransform(m.a, m.b, m.c, m.d, m.e - x0, m.f - y0)
  const { x, y, w: bw, h: bh } = shape
  if (shape.edge?.round) {
    soft.translate(x + bw / 2, y + bh / 2)
    soft.scale(bw / 2, bh / 2)
    const ramp = soft.createRadialGradient(0, 0, Math.max(0, 1 - (2 * edge) / Math.min(bw, bh)), 0, 0, 1)
    ramp.addColorStop(0, '#000000')
    ramp.addColorStop(1, '#00000000')
    soft.fillStyle = ramp
    soft.fillRect(-1e4, -1e4, 2e4, 2e4)
  } else thinOut(soft, shape, edge)
  soft.globalCompositeOperation = 'source-over'
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.drawImage(soft.canvas, 0, 0, w, h, x0, y0, w, h)
}

/** Changes the colours of what has been painted so far within a shape that stands upright. */
function paintGrade(
  ctx: Context,
  shape: Extract<Shape, { type: 'grade' }>,
  item: Drawing,
  { scale, origin, alpha }: Pen,
): void {
  const [left, top] = [(item.bounds.x - origin.x) * scale, (item.bounds.y - origin.y) * scale]
  const x0 = Math.max(0, Math.floor(left))
  const y0 = Math.max(0, Math.floor(top))
  const w = Math.min(ctx.canvas.width, Math.ceil(left + item.bounds.w * scale)) - x0
  const h = Math.min(ctx.canvas.height, Math.ceil(top + item.bounds.h * scale)) - y0
  if (w <= 0 || h <= 0) return
  const image = ctx.getImageData(x0, y0, w, h)
  // Half as opaque, it does half of what it does.
  const { exposure, contrast, saturation, warmth, dim } = shape.grade
  const grade = { exposure, contrast, saturation, warmth, dim }
  for (const key of Object.keys(grade) as (keyof typeof grade)[]) grade[key] *= alpha
  gradeColours(image.data, grade)
  ctx.putImageData(image, x0, y0)
}
