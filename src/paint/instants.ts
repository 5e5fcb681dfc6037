import { apply, corners, type Point } from '@/core/geometry'
import { type Drawing, type Shape } from '@/core/display'
import type { Context } from './easel'
import { onSheet, paintShapes, regionOf, type Pen } from './shapes'

/** The instants of an open shutter, added up in equal parts; where all agree, the sum is the thing itself. */
export function mixInstants(ctx: Context, all: Drawing[], pen: Pen): void {
  const instants = enough(all, pen.scale)
  const middle = instants[instants.length >> 1]!
  const by = displacements(instants)
  const shares = instants.map((i) => i.opacity / instants.length)
  if (by && instants.every((i) => i.shapes === middle.shapes)) {
    // It only travels: drawn once, and laid down at each instant.
    const whole = drawnOnce(ctx, middle, by, pen)
    if (whole) by.forEach((d, i) => layDown(ctx, whole, d, { ...pen, alpha: shares[i]! }, 'lighter'))
    return
  }
  const isOnce = (shape: Shape, n: number) => isLong(shape) && instants.every((i) => i.shapes[n] === shape)
  const onceOf = (shape: Shape, n: number) =>
    isOnce(shape, n) ? drawnOnce(ctx, { ...middle, shapes: [shape] }, by!, { ...pen, depth: pen.depth + 1 + n }) : null
  const parts = by && !middle.clip ? middle.shapes.map(onceOf) : []
  instants.forEach((instant, i) => {
    const draw = (sheet: Context, own: Pen) => {
      if (!parts.some(Boolean)) {
        paintShapes(sheet, instant, own)
        return
      }
      instant.shapes.forEach((shape, n) => {
        const part = parts[n]
        if (part) layDown(sheet, part, by![i]!, own, 'source-over')
        else paintShapes(sheet, { ...instant, shapes: [shape] }, own)
      })
    }
    const filter = instant.blurPx ? `blur(${instant.blurPx * pen.scale}px)` : undefined
    onSheet(ctx, instant, { ...pen, alpha: shares[i]! }, draw, { filter, how: 'lighter' })
  })
}

/** Paths so long that drawing them once and laying the picture down is quicker: text, above all. */
const LONG_PATH = 600
const isLong = (shape: Shape): boolean => shape.type === 'path' && shape.d.length >= LONG_PATH && !shape.shadow

/** Something drawn once, as the middle instant has it; `x`, `y`: where its top left then lies on the picture. */
interface Part {
  canvas: Context['canvas']
  x: number
  y: number
  w: number
  h: number
}
function drawnOnce(ctx: Context, middle: Drawing, by: Point[], pen: Pen): Part | null {
  const { origin, scale } = pen
  const reach = Math.ceil(Math.max(...by.flatMap((d) => [Math.abs(d.x), Math.abs(d.y)])) * scale) + 1
  const region = regionOf(ctx, middle.bounds, pen, reach)
  if (!region) return null
  const at = { x: origin.x + region.x / scale, y: origin.y + region.y / scale }
  const sheet = pen.easel.sheet(region.w, region.h, pen.depth)
  paintShapes(sheet, middle, { ...pen, origin: at, alpha: 1 })
  return { canvas: sheet.canvas, ...at, w: region.w, h: region.h }
}
/** Lays a part down, displaced by pixels of the picture, to the nearest pixel of the canvas. */
function layDown(
  ctx: Context,
  part: Part,
  by: Point,
  { origin, scale, alpha }: Pen,
  how: GlobalCompositeOperation,
): void {
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.globalAlpha = alpha
  ctx.globalCompositeOperation = how
  ctx.imageSmoothingEnabled = false
  ctx.drawImage(
    part.canvas,
    0,
    0,
    part.w,
    part.h,
    Math.round((part.x + by.x - origin.x) * scale),
    Math.round((part.y + by.y - origin.y) * scale),
    part.w,
    part.h,
  )
  ctx.imageSmoothingEnabled = true
  ctx.globalCompositeOperation = 'source-over'
}

/** Instants nearer to each other than this many pixels of the canvas cannot be told apart. */
const TOLD_APART = 0.75
/** As many of the instants, spread evenly, as a canvas of this scale can show: all of them at full size. */
function enough(instants: Drawing[], scale: number): Drawing[] {
  const first = instants[0]!
  const last = instants.at(-1)!
  if (!first.box) return instants
  const travel = Math.max(
    ...corners(first.box).map((p) => {
      const a = apply(first.matrix, p)
      const b = apply(last.matrix, p)
      return Math.hypot(a.x - b.x, a.y - b.y)
    }),
  )
  const n = Math.max(2, Math.ceil((travel * scale) / TOLD_APART) + 1)
  return n >= instants.length
    ? instants
    : Array.from({ length: n }, (_, i) => instants[Math.floor(((i + 0.5) * instants.length) / n)]!)
}
/**
 * How far the corners of one drawing may stand off, turned and grown while it travels, before it is not the same
 * drawing any more; pixels of the picture.
 */
const SAME_PX = 1.5
/** By how much each instant is only displaced from the middle one; null where they turn or grow as well. */
function displacements(instants: Drawing[]): Point[] | null {
  const middle = instants[instants.length >> 1]!
  const { box } = middle
  if (!box) return null
  const c = { x: box.x + box.w / 2, y: box.y + box.h / 2 }
  const spots = [c, ...corners(box)].map((p) => ({ p, at: apply(middle.matrix, p) }))
  const out: Point[] = []
  for (const i of instants) {
    if (
      i.blurPx ||
      i.clip?.x !== middle.clip?.x ||
      i.clip?.y !== middle.clip?.y ||
      i.clip?.w !== middle.clip?.w ||
      i.clip?.h !== middle.clip?.h ||
      i.clip?.corner !== middle.clip?.corner
    )
      return null
    const by = apply(i.matrix, c)
    by.x -= spots[0]!.at.x
    by.y -= spots[0]!.at.y
    for (const { p, at } of spots) {
      const q = apply(i.matrix, p)
      if (Math.hypot(q.x - at.x - by.x, q.y - at.y - by.y) > SAME_PX) return null
    }
    out.push(by)
  }
  return out
}
