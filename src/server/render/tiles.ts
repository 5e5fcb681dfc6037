import { createCanvas, ImageData, type Canvas, type Image } from '@napi-rs/canvas'
import { grown, intersection, meets, union, type DisplayList, type Item, type Rect } from '@/core/scene'
import { paintItems, type Easel } from '@/paint'
import { asContext, skiaEasel } from './easel'
import { forgetTiles, tileOf, toRgba, type Planes, type Tile } from './planes'

/** The rectangles that items cover, overlapping ones joined; each with its items in stacking order, on even pixels inside the frame. */
export function clusters(list: DisplayList): { rect: Rect; items: Item[] }[] {
  const frame = { x: 0, y: 0, w: list.width, h: list.height }
  let groups: { rect: Rect; indexes: number[] }[] = []
  list.items.forEach((item, i) => {
    let joined = { rect: grown(item.bounds, 1 + reachBelow(item)), indexes: [i] }
    for (;;) {
      const apart = groups.filter((g) => !meets(g.rect, joined.rect))
      if (apart.length === groups.length) break
      const hit = groups.filter((g) => meets(g.rect, joined.rect))
      joined = { rect: hit.reduce((r, g) => union(r, g.rect), joined.rect), indexes: [...hit.flatMap((g) => g.indexes), ...joined.indexes] }
      groups = apart
    }
    groups.push(joined)
  })
  return groups.flatMap((g) => {
    const r = intersection(g.rect, frame)
    const x = Math.floor(r.x / 2) * 2
    const y = Math.floor(r.y / 2) * 2
    const w = Math.min(frame.w, Math.ceil((r.x + r.w) / 2) * 2) - x
    const h = Math.min(frame.h, Math.ceil((r.y + r.h) / 2) * 2) - y
    return w > 0 && h > 0 ? [{ rect: { x, y, w, h }, items: g.indexes.sort((a, b) => a - b).map((i) => list.items[i]!) }] : []
  })
}

/** How far around its bounds an item looks at what lies below it. */
const reachBelow = (item: Item): number => Math.max(0, ...item.shapes.map((s) => (s.type === 'below' ? Math.ceil(s.px * (s.effect === 'blur' ? 3 : 1)) : 0)))
const readsBelow = (items: Item[]): boolean => items.some((i) => i.shapes.some((s) => s.type === 'below'))

/** Paints what lies over the takes into tiles; what looks the same again, or only fades, is not painted again. */
export class TilePainter {
  private readonly cache = new Map<string, Tile>()
  private readonly easel: Easel
  private readonly canvases = new Map<string, Canvas>()
  constructor(stills: Map<string, Image>) { this.easel = skiaEasel(stills, () => null) }

  /** The tiles of a list, to be laid on `ground`; those that change what lies below are drawn on a copy of it. */
  tiles(list: DisplayList, ground: Planes): { tile: Tile; opacity: number }[] {
    return clusters(list).map(({ rect, items }) => {
      if (readsBelow(items)) return { tile: this.paint(rect, items, list, ground), opacity: 1 }
      const opacity = items.length === 1 ? items[0]!.opacity : 1
      const drawn = items.length === 1 ? [{ ...items[0]!, opacity: 1 }] : items
      const key = JSON.stringify([rect, drawn.map((i) => [i.matrix, i.opacity, i.shapes, i.clip, i.blurPx, i.shadow, i.instants])])
      let tile = this.cache.get(key)
      if (!tile) this.cache.set(key, (tile = this.paint(rect, drawn, list)))
      return { tile, opacity }
    })
  }

  private paint(rect: Rect, items: Item[], list: DisplayList, ground?: Planes): Tile {
    const size = `${rect.w} ${rect.h}`
    let canvas = this.canvases.get(size)
    if (!canvas) {
      if (this.canvases.size > 24) this.canvases.clear()
      this.canvases.set(size, (canvas = createCanvas(rect.w, rect.h)))
    }
    const ctx = canvas.getContext('2d')
    ctx.setTransform(1, 0, 0, 1, 0, 0)
    if (ground) ctx.putImageData(new ImageData(toRgba(ground, rect), rect.w, rect.h), 0, 0)
    else ctx.clearRect(0, 0, rect.w, rect.h)
    paintItems(asContext(ctx), items, this.easel, 1, rect, list)
    const rgba = canvas.data()
    const tile = tileOf(rgba, rect.x, rect.y, rect.w, rect.h)
    if (tile) return tile
    this.cache.clear()
    forgetTiles()
    return tileOf(rgba, rect.x, rect.y, rect.w, rect.h)!
  }
}
