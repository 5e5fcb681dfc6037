import { createCanvas, ImageData, type Canvas, type Image } from '@napi-rs/canvas'
import { grown, intersection, meets, union, type Rect } from '@/core/geometry'
import { type DisplayList, type Item, type TakeLayer } from '@/core/display'
import { drawPicture, paintItems, type Context, type Easel } from '@/paint'
import { asContext, skiaEasel } from './easel'
import { forgetTiles, layTile, tileOf, toRgba, type Planes, type Tile } from './planes'

/**
 * The rectangles that items cover, overlapping ones joined; each with its items in stacking order, on even pixels
 * inside the frame.
 */
export function clusters(list: DisplayList): { rect: Rect; items: Item[] }[] {
  const frame = { x: 0, y: 0, w: list.width, h: list.height }
  let groups: { rect: Rect; indexes: number[] }[] = []
  list.items.forEach((item, i) => {
    let joined = { rect: grown(item.bounds, 1 + reachBelow(item)), indexes: [i] }
    for (;;) {
      const apart = groups.filter((g) => !meets(g.rect, joined.rect))
      if (apart.length === groups.length) break
      const hit = groups.filter((g) => meets(g.rect, joined.rect))
      joined = {
        rect: hit.reduce((r, g) => union(r, g.rect), joined.rect),
        indexes: [...hit.flatMap((g) => g.indexes), ...joined.indexes],
      }
      groups = apart
    }
    groups.push(joined)
  })
  return groups.flatMap((g) => {
    const rect = onEvenPixels(g.rect, frame)
    return rect ? [{ rect, items: g.indexes.sort((a, b) => a - b).map((i) => list.items[i]!) }] : []
  })
}

/** The even pixels of a frame that a rectangle touches; null when it lies outside. */
function onEvenPixels(rect: Rect, frame: Rect): Rect | null {
  const r = intersection(rect, frame)
  const x = Math.floor(r.x / 2) * 2
  const y = Math.floor(r.y / 2) * 2
  const w = Math.min(frame.w, Math.ceil((r.x + r.w) / 2) * 2) - x
  const h = Math.min(frame.h, Math.ceil((r.y + r.h) / 2) * 2) - y
  return w > 0 && h > 0 ? { x, y, w, h } : null
}

/** How far around its bounds an item looks at what lies below it. */
const reachBelow = (item: Item): number =>
  Math.max(0, ...item.shapes.map((s) => (s.type === 'below' ? Math.ceil(s.px * (s.effect === 'blur' ? 3 : 1)) : 0)))
const readsBelow = (items: Item[]): boolean => items.some((i) => i.shapes.some((s) => s.type === 'below'))

/**
 * Paints what is not decoded into tiles and lays them; what looks the same again, or only fades, is not painted again.
 */
export class TilePainter {
  private readonly cache = new Map<string, Tile>()
  private readonly easel: Easel
  private readonly canvases = new Map<string, Canvas>()
  constructor(stills: Map<string, Image>) {
    this.easel = skiaEasel(stills, (layer) => stills.get(layer.media) ?? null)
  }

  /**
   * Lays the items of a list on `ground`, each tile before the next is painted: room for that may only be had by
   * forgetting this one.
   */
  layItems(ground: Planes, list: DisplayList): void {
    for (const { rect, items } of clusters(list)) {
      const paint = (drawn: Item[]) => (ctx: Context) => paintItems(ctx, drawn, this.easel, 1, rect, list)
      if (readsBelow(items)) {
        layTile(ground, this.paint(rect, paint(items), ground))
        continue
      }
      const opacity = items.length === 1 ? items[0]!.opacity : 1
      const drawn = items.length === 1 ? [{ ...items[0]!, opacity: 1 }] : items
      const key = [rect, drawn.map((i) => [i.matrix, i.opacity, i.shapes, i.clip, i.blurPx, i.shadow, i.instants])]
      layTile(ground, this.known(key, rect, paint(drawn)), opacity)
    }
  }

  /** Lays a still that stands as a clip, with what shines through it. */
  layStill(ground: Planes, layer: TakeLayer): void {
    const { dest } = layer
    const rect = onEvenPixels(dest, { x: 0, y: 0, w: ground.width, h: ground.height })
    const picture = this.easel.takePicture(layer)
    if (!rect || !picture) return
    const place = { ...dest, x: dest.x - rect.x, y: dest.y - rect.y }
    layTile(
      ground,
      this.known([layer.media, dest], rect, (ctx) => drawPicture(ctx, picture, place, 1)),
    )
  }

  private known(key: unknown[], rect: Rect, draw: (ctx: Context) => void): Tile {
    const text = JSON.stringify(key)
    const had = this.cache.get(text)
    if (had) return had
    const tile = this.paint(rect, draw)
    this.cache.set(text, tile)
    return tile
  }

  /** A tile of what `draw` draws: on a copy of what lies on `ground` there, or on nothing. */
  private paint(rect: Rect, draw: (ctx: Context) => void, ground?: Planes): Tile {
    const size = `${rect.w} ${rect.h}`
    let canvas = this.canvases.get(size)
    if (!canvas) {
      if (this.canvases.size > 24) this.canvases.clear()
      this.canvases.set(size, (canvas = createCanvas(rect.w, rect.h)))
    }
    const ctx = canvas.getContext('2d')
    ctx.setTransform(1, 0, 0, 1, 0, 0)
    ctx.globalAlpha = 1
    if (ground) ctx.putImageData(new ImageData(toRgba(ground, rect), rect.w, rect.h), 0, 0)
    else ctx.clearRect(0, 0, rect.w, rect.h)
    draw(asContext(ctx))
    const rgba = canvas.data()
    const tile = tileOf(rgba, rect.x, rect.y, rect.w, rect.h)
    if (tile) return tile
    this.cache.clear()
    forgetTiles()
    return tileOf(rgba, rect.x, rect.y, rect.w, rect.h)!
  }
}
