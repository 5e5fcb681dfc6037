import { apply, corners, type DisplayList, type Gradient, type Item, type Rect, type Shape, type TakeLayer } from '@/core/scene'
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
  /** While it plays: pictures are made smaller in the quickest way. */
  quick?: boolean
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
    if (source) drawPicture(ctx, source, layer.dest, scale, easel.quick)
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
function mixInstants(ctx: Context, all: Item[], pen: Pen, origin: Origin, depth: number): void {
  const instants = enough(all, pen.scale)
  const by = displacements(instants)
  const middle = instants[instants.length >> 1]!
  if (by && instants.every((i) => i.shapes === middle.shapes)) { mixPlaces(ctx, instants, by, pen, origin, depth); return }
  const shared = by ? sharedParts(instants, middle, pen, depth + 1) : []
  const { scale } = pen
  instants.forEach((instant, i) => {
    const share = instant.opacity / instants.length
    onSheet(ctx, instant, pen, origin, depth, share, instant.blurPx ? `blur(${instant.blurPx * pen.scale}px)` : null, (sheet, at) => {
      if (shared.length === 0) { paintShapes(sheet, instant, pen, at, 1); return }
      instant.shapes.forEach((shape, n) => {
        const part = shared[n]
        if (part) layDown(sheet, part, part.x + by![i]!.x - at.x, part.y + by![i]!.y - at.y, scale)
        else paintShapes(sheet, { ...instant, shapes: [shape] }, pen, at, 1)
      })
    }, 'lighter')
  })
}

/** A part of a drawing that all instants share, drawn once; `x`, `y`: where its top left lies on the picture at the middle instant. */
interface Part { canvas: Context['canvas']; x: number; y: number; w: number; h: number }
/** Paths so long that drawing them once and laying the picture down is quicker: text, above all. */
const LONG_PATH = 600
function sharedParts(instants: Item[], middle: Item, pen: Pen, depth: number): (Part | null)[] {
  if (middle.clip) return []
  return middle.shapes.map((shape, n) => {
    if (shape.type !== 'path' || shape.d.length < LONG_PATH || shape.shadow || instants.some((i) => i.shapes[n] !== shape)) return null
    const at = { x: Math.floor(middle.bounds.x), y: Math.floor(middle.bounds.y) }
    const w = Math.ceil((middle.bounds.w + 2) * pen.scale)
    const h = Math.ceil((middle.bounds.h + 2) * pen.scale)
    const sheet = pen.easel.sheet(w, h, depth + n)
    paintShapes(sheet, { ...middle, shapes: [shape] }, pen, at, 1)
    return { canvas: sheet.canvas, x: at.x, y: at.y, w, h }
  })
}
/** Lays a part down with its top left at a point of the sheet, in pixels of the picture, to the nearest pixel. */
function layDown(ctx: Context, part: Part, x: number, y: number, scale: number): void {
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalAlpha = 1
  ctx.imageSmoothingEnabled = false
  ctx.drawImage(part.canvas, 0, 0, part.w, part.h, Math.round(x * scale), Math.round(y * scale), part.w, part.h)
  ctx.imageSmoothingEnabled = true
}

/** Instants nearer to each other than this many pixels of the canvas cannot be told apart. */
const TOLD_APART = 0.75
/** As many of the instants, spread evenly, as a canvas of this scale can show: all of them at full size. */
function enough(instants: Item[], scale: number): Item[] {
  const first = instants[0]!
  const last = instants.at(-1)!
  if (!first.box) return instants
  const travel = Math.max(...corners(first.box).map((p) => { const a = apply(first.matrix, p); const b = apply(last.matrix, p); return Math.hypot(a.x - b.x, a.y - b.y) }))
  const n = Math.max(2, Math.ceil((travel * scale) / TOLD_APART) + 1)
  return n >= instants.length ? instants : Array.from({ length: n }, (_, i) => instants[Math.floor(((i + 0.5) * instants.length) / n)]!)
}
/** How far the corners of one drawing may stand off, turned and grown while it travels, before it is not the same drawing any more; pixels of the picture. */
const SAME_PX = 1.5
/** By how much each instant is only displaced from the middle one; null where they turn or grow as well. */
function displacements(instants: Item[]): { x: number; y: number }[] | null {
  const middle = instants[instants.length >> 1]!
  const { box } = middle
  if (!box) return null
  const c = { x: box.x + box.w / 2, y: box.y + box.h / 2 }
  const spots = [c, ...corners(box)].map((p) => ({ p, at: apply(middle.matrix, p) }))
  const out: { x: number; y: number }[] = []
  for (const i of instants) {
    if (i.blurPx || i.clip?.x !== middle.clip?.x || i.clip?.y !== middle.clip?.y || i.clip?.w !== middle.clip?.w || i.clip?.h !== middle.clip?.h) return null
    const by = apply(i.matrix, c)
    by.x -= spots[0]!.at.x
    by.y -= spots[0]!.at.y
    for (const { p, at } of spots) { const q = apply(i.matrix, p); if (Math.hypot(q.x - at.x - by.x, q.y - at.y - by.y) > SAME_PX) return null }
    out.push(by)
  }
  return out
}
/** One drawing that only travels: drawn once, at the middle of its way, and laid down at each instant to the nearest pixel. */
function mixPlaces(ctx: Context, instants: Item[], by: { x: number; y: number }[], pen: Pen, origin: Origin, depth: number): void {
  const { scale } = pen
  const middle = instants[instants.length >> 1]!
  const x = Math.floor((middle.bounds.x - origin.x) * scale)
  const y = Math.floor((middle.bounds.y - origin.y) * scale)
  const w = Math.ceil(middle.bounds.w * scale) + 2
  const h = Math.ceil(middle.bounds.h * scale) + 2
  const sheet = pen.easel.sheet(w, h, depth)
  paintShapes(sheet, middle, pen, { x: origin.x + x / scale, y: origin.y + y / scale }, 1)
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalCompositeOperation = 'lighter'
  ctx.imageSmoothingEnabled = false
  instants.forEach(({ opacity }, i) => {
    ctx.globalAlpha = opacity / instants.length
    ctx.drawImage(sheet.canvas, 0, 0, w, h, x + Math.round(by[i]!.x * scale), y + Math.round(by[i]!.y * scale), w, h)
  })
  ctx.imageSmoothingEnabled = true
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
        if (source) drawPicture(ctx, source, shape, scale * Math.hypot(a, b), pen.easel.quick)
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

function drawPicture(ctx: Context, source: Drawable, dest: Rect, scale: number, quick = false): void {
  const natural = (source as { displayWidth?: number }).displayWidth ?? (source as { width: number }).width
  ctx.imageSmoothingEnabled = true
  ctx.imageSmoothingQuality = !quick && dest.w * scale < natural * 0.75 ? 'medium' : 'low'
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
