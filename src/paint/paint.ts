import type { Drawing, Footage, Group, Layer, Picture, Shape, Window } from '@/core/display'
import { apply, boundsOf, type Point, type Quad } from '@/core/geometry'
import { isOpaque } from '@/core/values'
import type { Context, Easel } from './easel'
import { mixInstants } from './instants'
import { layInto } from './warp'
import { workOn } from './work'
import {
  clipTo,
  drawPicture,
  onSheet,
  paintShadow,
  paintShapes,
  setMatrix,
  thinOut,
  type Pen,
  type Size,
} from './shapes'

/** Draws a picture so that all of it fills `width` × as many pixels as go with it of the context. */
export function paint(ctx: Context, picture: Picture, easel: Easel, width = picture.width): void {
  const scale = width / picture.width
  ctx.setTransform(scale, 0, 0, scale, 0, 0)
  ctx.globalAlpha = 1
  ctx.fillStyle = picture.background
  ctx.fillRect(0, 0, picture.width, picture.height)
  paintLayers(ctx, picture.layers, { easel, scale, origin: { x: 0, y: 0 }, frame: picture })
}

/** Draws layers alone on a context whose top left is the picture’s point `origin`. */
export function paintLayers(ctx: Context, layers: readonly Layer[], on: Omit<Pen, 'alpha' | 'depth'>): void {
  const pen: Pen = { ...on, alpha: 1, depth: 0 }
  for (const layer of layers) paintLayer(ctx, layer, pen)
  ctx.globalAlpha = 1
}

/** The shadow alone of what lets nothing through in a window of its pixels; it itself is laid over it. */
export function paintShadowAlone(ctx: Context, { shadow, matrix }: Layer, box: Window, origin: Point): void {
  if (shadow) paintShadow(ctx, shadow, matrix, box, { scale: 1, origin })
}

/** How far a layer has faded as a whole. */
const fadeOf = (layer: Layer): number =>
  'instants' in layer ? Math.max(0, ...layer.instants.map((i) => i.opacity)) : layer.opacity
/** A layer as it is when it has not faded. */
const solid = (layer: Layer, faded: number): Layer =>
  'instants' in layer
    ? { ...layer, instants: layer.instants.map((i) => ({ ...i, opacity: faded > 0 ? i.opacity / faded : 0 })) }
    : { ...layer, opacity: 1 }
/** What fades with its shadow is drawn on a sheet of its own, below those of what it is made of. */
const FADING_SHEET = 6
/** What casts a shadow is drawn on a sheet of its own, below those it may need itself. */
const SHADOW_SHEET = 4
/** The shadow of what lets something through is cut out on a sheet of its own, below the one that it is cast from. */
const OUTLINE_SHEET = 5
type Path = Extract<Shape, { type: 'path' }>
const isThin = (colour: Path['fill']): boolean =>
  typeof colour === 'string' ? !isOpaque(colour) : (colour?.stops.some((s) => !isOpaque(s.colour)) ?? false)
/** The outline of a drawing whose colours let something through, filled as a whole; null for anything else. */
function outlineOf(layer: Layer): Drawing | null {
  if (!('shapes' in layer) || layer.blurPx) return null
  const paths = layer.shapes.flatMap((s) => (s.type === 'path' ? [s] : []))
  if (paths.length < layer.shapes.length || !paths.some((s) => isThin(s.fill) || isThin(s.stroke))) return null
  const whole = ({ fill, stroke, shadow: _, ...s }: Path): Path => ({
    ...s,
    ...(fill !== undefined && { fill: '#000000' }),
    ...(stroke !== undefined && { stroke: '#000000' }),
  })
  return { ...layer, opacity: 1, shapes: paths.map(whole) }
}
/** So many sheets further down lie those of the layers of a group. */
const GROUP_SHEETS = 8

/** A pen for a sheet so many further down than the one that is drawn on. */
const deeper = (pen: Pen, by: number, alpha = 1): Pen => ({ ...pen, depth: pen.depth + by, alpha })

function paintLayer(ctx: Context, layer: Layer, pen: Pen): void {
  const { depth } = pen
  const faded = layer.shadow ? fadeOf(layer) : 1
  if (faded < 1) {
    // Body, outline and shadow fade as one picture: the shadow does not shine through what casts it.
    const whole = solid(layer, faded)
    const draw = (sheet: Context, own: Pen) => paintLayer(sheet, whole, { ...own, depth })
    onSheet(ctx, layer, deeper(pen, FADING_SHEET, faded), draw)
  } else if (layer.shadow) paintWithShadow(ctx, layer, pen)
  else if ('instants' in layer) {
    const mix = (sheet: Context, own: Pen) => mixInstants(sheet, layer.instants, deeper(own, 1))
    onSheet(ctx, layer, { ...pen, alpha: 1 }, mix)
  } else if (needsSheet(layer)) {
    const filter = layer.blurPx ? `blur(${layer.blurPx * pen.scale}px)` : undefined
    const draw = (sheet: Context, own: Pen, size: Size) => {
      drawLayer(sheet, layer, deeper(own, GROUP_SHEETS))
      if (layer.work) workOn(sheet, size, layer.work)
    }
    onSheet(ctx, layer, { ...pen, alpha: layer.opacity }, draw, { filter })
  } else drawLayer(ctx, layer, { ...pen, alpha: layer.opacity })
}
function paintWithShadow(ctx: Context, layer: Layer, pen: Pen): void {
  const { depth } = pen
  const { shadow, ...bare } = layer
  if (!shadow) return
  const draw = (sheet: Context, own: Pen) => paintLayer(sheet, bare, { ...own, depth })
  const outline = outlineOf(bare)
  const cast = (to: Context, on: Pen) =>
    onSheet(to, layer, { ...on, depth: depth + SHADOW_SHEET, alpha: 1 }, draw, { shadow })
  if (!outline) {
    cast(ctx, pen)
    return
  }
  onSheet(ctx, layer, deeper(pen, OUTLINE_SHEET), (sheet, own) => {
    // What lets something through does not let its own shadow through.
    cast(sheet, own)
    sheet.globalCompositeOperation = 'destination-out'
    paintShapes(sheet, outline, own)
    sheet.globalCompositeOperation = 'source-over'
    draw(sheet, own)
  })
}

/** Whether a shape lays one thing over another: its fill over its outline, itself over its shadow. */
const isLaidTwice = (s: Shape): boolean =>
  s.type === 'path' && (s.shadow !== undefined || (s.stroke !== undefined && s.fill !== undefined))
/** Whether a layer is laid down as a whole: its parts would show through each other, or it is blurred or masked. */
function needsSheet(layer: Drawing | Footage | Group): boolean {
  if (layer.work) return true
  if ('shapes' in layer)
    return (
      (layer.blurPx !== undefined ||
        (layer.opacity < 1 && (layer.shapes.length > 1 || layer.shapes.some(isLaidTwice)))) &&
      !layer.shapes.some((s) => s.type === 'below' || s.type === 'grade')
    )
  if ('source' in layer) return layer.blurPx !== undefined
  return layer.blurPx !== undefined || layer.opacity < 1 || layer.clip !== undefined || layer.apart === true
}

function drawLayer(ctx: Context, layer: Drawing | Footage | Group, pen: Pen): void {
  if ('shapes' in layer) paintShapes(ctx, layer, pen)
  else if ('source' in layer) paintFootage(ctx, layer, pen)
  else if (layer.warp) paintWarped(ctx, layer as Warped, pen)
  else {
    setMatrix(ctx, layer.matrix, pen)
    clipTo(ctx, layer.clip, () => {
      for (const inner of layer.layers) paintLayer(ctx, inner, pen)
    })
  }
}

type Warped = Group & { warp: NonNullable<Group['warp']> }
/** A sheet of what is seen in perspective is no larger than so many pixels on a side. */
const MOST_SIDE = 4096
/** Paints a group as it lies in its window, and lays that into the four corners that it is brought to. */
function paintWarped(ctx: Context, layer: Warped, pen: Pen): void {
  const { origin, depth } = pen
  const { window, quad, featherPx } = layer.warp
  const corners = quad.map((p) => {
    const q = apply(layer.matrix, p)
    return { x: (q.x - origin.x) * pen.scale, y: (q.y - origin.y) * pen.scale }
  }) as unknown as Quad
  const long = (a: number, b: number) => Math.hypot(corners[a]!.x - corners[b]!.x, corners[a]!.y - corners[b]!.y)
  // As large as it is shown where it is shown largest.
  const wanted = Math.max(long(0, 1) / window.w, long(3, 2) / window.w, long(0, 3) / window.h, long(1, 2) / window.h)
  const scale = Math.min(wanted, MOST_SIDE / window.w, MOST_SIDE / window.h)
  const [w, h] = [Math.max(1, Math.round(window.w * scale)), Math.max(1, Math.round(window.h * scale))]
  const sheet = pen.easel.sheet(w, h, depth + WARP_SHEET)
  const frame = { width: window.x + window.w, height: window.y + window.h }
  const own = { ...deeper(pen, WARP_SHEET + 1), scale, frame, origin: { x: window.x, y: window.y } }
  for (const inner of layer.layers) paintLayer(sheet, inner, own)
  sheet.setTransform(1, 0, 0, 1, 0, 0)
  if (featherPx > 0) thinOut(sheet, { x: 0, y: 0, w, h }, featherPx * scale)
  ctx.globalAlpha = 1
  layInto(ctx, sheet.canvas, w, h, corners)
}
const WARP_SHEET = 16
function paintFootage(ctx: Context, layer: Footage, pen: Pen): void {
  const picture = pen.easel.footage(layer)
  if (!picture) return
  const { matrix, source, clip } = layer
  const { scale, easel, origin } = pen
  const whole = { x: 0, y: 0, w: source.width, h: source.height }
  ctx.globalAlpha = pen.alpha
  // Upright, it is laid where it comes to lie on the picture, without a matrix in between.
  if (!clip && matrix[1] === 0 && matrix[2] === 0 && matrix[0] > 0 && matrix[3] > 0) {
    ctx.setTransform(scale, 0, 0, scale, -origin.x * scale, -origin.y * scale)
    drawPicture(ctx, picture, boundsOf(matrix, whole), scale, easel.quick)
    return
  }
  setMatrix(ctx, matrix, pen)
  clipTo(ctx, clip, () => drawPicture(ctx, picture, whole, scale * Math.hypot(matrix[0], matrix[1]), easel.quick))
}
