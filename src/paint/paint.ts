import type { DisplayList, Item } from '@/core/display'
import type { Point } from '@/core/geometry'
import type { Context, Easel } from './easel'
import { mixInstants } from './instants'
import { drawPicture, onSheet, paintShapes, type Pen } from './shapes'

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

/**
 * Draws items alone on a context whose top left is the picture's point `origin`. `frame`: the size of the whole
 * picture.
 */
export function paintItems(
  ctx: Context,
  items: Item[],
  easel: Easel,
  scale: number,
  origin: Point,
  frame: { width: number; height: number },
): void {
  const pen: Pen = { easel, scale, frame }
  for (const item of items) paintItem(ctx, item, pen, origin)
  ctx.globalAlpha = 1
}

/** What casts a shadow is drawn on a sheet of its own, below those it may need itself. */
const SHADOW_SHEET = 4

function paintItem(ctx: Context, item: Item, pen: Pen, origin: Point): void {
  if (item.shadow) {
    const { shadow, ...bare } = item
    onSheet(
      ctx,
      item,
      pen,
      origin,
      SHADOW_SHEET,
      1,
      null,
      (sheet, at) => paintItem(sheet, bare, pen, at),
      'source-over',
      shadow,
    )
  } else if (item.instants)
    onSheet(ctx, item, pen, origin, 0, 1, null, (sheet, at) => mixInstants(sheet, item.instants!, pen, at, 1))
  else if (
    (item.blurPx || (item.opacity < 1 && item.shapes.length > 1)) &&
    !item.shapes.some((s) => s.type === 'below')
  ) {
    onSheet(
      ctx,
      item,
      pen,
      origin,
      0,
      item.opacity,
      item.blurPx ? `blur(${item.blurPx * pen.scale}px)` : null,
      (sheet, at) => paintShapes(sheet, item, pen, at, 1),
    )
  } else paintShapes(ctx, item, pen, origin, item.opacity)
}
