import type { Drawing, Footage, Group, Layer, Picture, Window } from '@/core/display'
import { boundsOf, type Point } from '@/core/geometry'
import type { Context, Easel } from './easel'
import { mixInstants } from './instants'
import { clipTo, drawPicture, onSheet, paintShadow, paintShapes, setMatrix, type Pen } from './shapes'

/** Draws a picture so that all of it fills `width` × as many pixels as go with it of the context. */
export function paint(ctx: Context, picture: Picture, easel: Easel, width = picture.width): void {
  const scale = width / picture.width
  ctx.setTransform(scale, 0, 0, scale, 0, 0)
  ctx.globalAlpha = 1
  ctx.fillStyle = picture.background
  ctx.fillRect(0, 0, picture.width, picture.height)
  paintLayers(ctx, picture.layers, easel, scale, { x: 0, y: 0 }, picture)
}

/**
 * Draws layers alone on a context whose top left is the picture's point `origin`. `frame`: the size of the whole
 * picture.
 */
export function paintLayers(
  ctx: Context,
  layers: readonly Layer[],
  easel: Easel,
  scale: number,
  origin: Point,
  frame: { width: number; height: number },
): void {
  const pen: Pen = { easel, scale, frame }
  for (const layer of layers) paintLayer(ctx, layer, pen, origin, 0)
  ctx.globalAlpha = 1
}

/** The shadow alone of what lets nothing through in a window of its pixels; it itself is laid over it. */
export function paintShadowAlone(
  ctx: Context,
  { shadow, matrix }: Layer,
  box: Window,
  easel: Easel,
  origin: Point,
  frame: Pen['frame'],
): void {
  if (shadow) paintShadow(ctx, shadow, matrix, box, { easel, scale: 1, frame }, origin)
}

/** What casts a shadow is drawn on a sheet of its own, below those it may need itself. */
const SHADOW_SHEET = 4
/** So many sheets further down lie those of the layers of a group. */
const GROUP_SHEETS = 8

function paintLayer(ctx: Context, layer: Layer, pen: Pen, origin: Point, depth: number): void {
  if (layer.shadow) {
    const { shadow, ...bare } = layer
    const draw = (sheet: Context, at: Point) => paintLayer(sheet, bare, pen, at, depth)
    onSheet(ctx, layer, pen, origin, depth + SHADOW_SHEET, 1, null, draw, 'source-over', shadow)
  } else if ('instants' in layer) {
    const mix = (sheet: Context, at: Point) => mixInstants(sheet, layer.instants, pen, at, depth + 1)
    onSheet(ctx, layer, pen, origin, depth, 1, null, mix)
  } else if (needsSheet(layer)) {
    const blur = layer.blurPx ? `blur(${layer.blurPx * pen.scale}px)` : null
    const draw = (sheet: Context, at: Point) => drawLayer(sheet, layer, pen, at, 1, depth + GROUP_SHEETS)
    onSheet(ctx, layer, pen, origin, depth, layer.opacity, blur, draw)
  } else drawLayer(ctx, layer, pen, origin, layer.opacity, depth)
}

/** Whether a layer is laid down as a whole: its parts would show through each other, or it is blurred or masked. */
function needsSheet(layer: Drawing | Footage | Group): boolean {
  if ('shapes' in layer)
    return (
      (layer.blurPx !== undefined || (layer.opacity < 1 && layer.shapes.length > 1)) &&
      !layer.shapes.some((s) => s.type === 'below' || s.type === 'grade')
    )
  if ('source' in layer) return layer.blurPx !== undefined
  return layer.blurPx !== undefined || layer.opacity < 1 || layer.clip !== undefined || layer.apart === true
}

function drawLayer(
  ctx: Context,
  layer: Drawing | Footage | Group,
  pen: Pen,
  origin: Point,
  alpha: number,
  depth: number,
): void {
  if ('shapes' in layer) paintShapes(ctx, layer, pen, origin, alpha)
  else if ('source' in layer) paintFootage(ctx, layer, pen, origin, alpha)
  else {
    setMatrix(ctx, layer.matrix, pen, origin)
    clipTo(ctx, layer.clip, () => {
      for (const inner of layer.layers) paintLayer(ctx, inner, pen, origin, depth)
    })
  }
}

function paintFootage(ctx: Context, layer: Footage, pen: Pen, origin: Point, alpha: number): void {
  const picture = pen.easel.footage(layer)
  if (!picture) return
  const { matrix, source, clip } = layer
  const { scale, easel } = pen
  const whole = { x: 0, y: 0, w: source.width, h: source.height }
  ctx.globalAlpha = alpha
  // Upright, it is laid where it comes to lie on the picture, without a matrix in between.
  if (!clip && matrix[1] === 0 && matrix[2] === 0 && matrix[0] > 0 && matrix[3] > 0) {
    ctx.setTransform(scale, 0, 0, scale, -origin.x * scale, -origin.y * scale)
    drawPicture(ctx, picture, boundsOf(matrix, whole), scale, easel.quick)
    return
  }
  setMatrix(ctx, matrix, pen, origin)
  clipTo(ctx, clip, () => drawPicture(ctx, picture, whole, scale * Math.hypot(matrix[0], matrix[1]), easel.quick))
}
