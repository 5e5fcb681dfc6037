import { createCanvas, ImageData, type Canvas, type Image } from '@napi-rs/canvas'
import { type Shape } from '@/core/display'
import { boundsOf, grown, intersection, meets, union, type Rect } from '@/core/geometry'
import { footageIn, type Footage, type Group, type Layer, type Window } from '@/core/display'
import { paintLayers, paintShadowAlone, type Context, type Easel } from '@/paint'
import { asContext, skiaEasel } from './easel'
import { forgetTiles, layTile, tileOf, toRgba, type Planes, type Tile } from './planes'

interface Size {
  width: number
  height: number
}
/**
 * The rectangles that layers cover, overlapping ones joined; each with its layers in stacking order, on even pixels
 * inside the frame.
 */
export function clusters(layers: readonly Layer[], { width, height }: Size): { rect: Rect; layers: Layer[] }[] {
  const frame = { x: 0, y: 0, w: width, h: height }
  let groups: { rect: Rect; indexes: number[] }[] = []
  layers.forEach((layer, i) => {
    let joined = { rect: grown(layer.bounds, 1 + reachBelow(layer)), indexes: [i] }
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
    return rect ? [{ rect, layers: g.indexes.sort((a, b) => a - b).map((i) => layers[i]!) }] : []
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

/** What lies below that a layer changes. */
const changesBelow = (layer: Layer): Extract<Shape, { type: 'below' | 'grade' }>[] =>
  'shapes' in layer
    ? layer.shapes.filter((s) => s.type === 'below' || s.type === 'grade')
    : 'layers' in layer && !standsApart(layer)
      ? layer.layers.flatMap(changesBelow)
      : []
/** Whether a group is painted on a sheet of its own, so that nothing in it sees what lies below. */
const standsApart = (l: Group): boolean => l.apart === true || l.opacity < 1 || !!l.clip || !!l.blurPx || !!l.shadow
/** The window of a layer's pixels that lets nothing through and is all that is seen of it; null where there is none. */
function solidWindow(layer: Layer): Window | null {
  if (layer.work?.key) return null
  if ('source' in layer) return layer.clip ?? { x: 0, y: 0, w: layer.source.width, h: layer.source.height }
  return 'layers' in layer && layer.solid ? (layer.clip ?? null) : null
}
/** How far around its bounds a layer looks at what lies below it. */
const reachBelow = (layer: Layer): number =>
  Math.max(
    0,
    ...changesBelow(layer).map((s) =>
      s.type === 'below' && s.effect !== 'larger' ? Math.ceil(s.px * (s.effect === 'blur' ? 3 : 1)) : 0,
    ),
  )

/**
 * Paints what is not decoded into tiles and lays them; what looks the same again, or only fades, is not painted again.
 */
export class TilePainter {
  private readonly cache = new Map<string, Tile>()
  private readonly easel: Easel
  private readonly canvases = new Map<string, Canvas>()
  /** @param footage  gives the picture of moving footage at its frame */
  constructor(
    private readonly stills: Map<string, Image>,
    footage: (layer: Footage) => Canvas | null = () => null,
  ) {
    this.easel = skiaEasel(stills, (layer) => stills.get(layer.source.media) ?? footage(layer))
  }

  /**
   * Lays layers on `ground`, each tile before the next is painted: room for that may only be had by forgetting this
   * one.
   */
  lay(ground: Planes, all: readonly Layer[], frame: Size): void {
    for (const { rect, layers } of clusters(all, frame)) {
      const paint = (drawn: Layer[]) => (ctx: Context) =>
        paintLayers(ctx, drawn, { easel: this.easel, scale: 1, origin: rect, frame })
      if (layers.some((l) => changesBelow(l).length > 0)) {
        layTile(ground, this.paint(rect, paint(layers), ground))
        continue
      }
      const [only] = layers.length === 1 ? layers : []
      // Painted whole and then faded, a layer looks as it does painted faded.
      const opacity = only ? only.opacity : 1
      const drawn = only && opacity < 1 ? [{ ...only, opacity: 1 }] : layers
      if (layers.some((l) => this.goesOn(l))) this.layOneByOne(ground, layers, frame)
      else layTile(ground, this.known([rect, drawn.map(looks)], rect, paint(drawn)), opacity)
    }
  }

  /** Whether there is footage in a layer that goes on from frame to frame. */
  private goesOn(layer: Layer): boolean {
    return footageIn([layer]).some((l) => !this.stills.has(l.source.media))
  }
  /**
   * Footage that goes on is not looked for among what was painted before; what lies below and above it is, and so is
   * the shadow that it casts.
   */
  private layOneByOne(ground: Planes, layers: readonly Layer[], frame: Size): void {
    const resting: Layer[] = []
    const layResting = () => {
      if (resting.length > 0) this.lay(ground, resting.splice(0), frame)
    }
    for (const layer of layers) {
      if (!this.goesOn(layer)) {
        resting.push(layer)
        continue
      }
      layResting()
      const bare = this.layShadow(ground, layer, frame)
      const [own] = clusters([bare], frame)
      if (!own) continue
      const { rect } = own
      const { opacity } = bare
      const drawn = opacity < 1 ? { ...bare, opacity: 1 } : bare
      const paint = (ctx: Context) => paintLayers(ctx, [drawn], { easel: this.easel, scale: 1, origin: rect, frame })
      layTile(ground, this.paint(rect, paint), opacity)
    }
    layResting()
  }
  /** Lays the shadow of what lets nothing through, which stays the same; gives what is left to be laid. */
  private layShadow(ground: Planes, layer: Layer, frame: Size): Layer {
    const window = solidWindow(layer)
    if (!window || !layer.shadow || layer.opacity < 1 || layer.blurPx) return layer
    const { shadow, ...bare } = layer
    const [own] = clusters([layer], frame)
    if (own) {
      const { rect } = own
      const draw = (ctx: Context) => paintShadowAlone(ctx, layer, window, rect)
      layTile(ground, this.known(['shadow', rect, bare.matrix, window, shadow], rect, draw))
    }
    return { ...bare, bounds: boundsOf(bare.matrix, window) }
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

/** What a layer looks like, whose it is left out. */
const looks = ({ element: _, bounds: _bounds, box: _box, ...seen }: Layer): unknown =>
  'layers' in seen ? { ...seen, layers: seen.layers.map(looks) } : seen
