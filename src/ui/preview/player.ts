import { besideUrl } from '@/contract/beside'
import { mediumIn, outermost } from '@/core/lesson/inner'
import { framesPerSecond } from '@/core/time'
import { layersAt, sourcesAt } from '@/core/scene'
import { footageIn, type Footage, type Layer, type Picture } from '@/core/display'
import type { Timed } from '@/core/timing'
import { paint, pathStore, sheetPool, swapStore, type Easel } from '@/paint'
import { desk, isFramed, setDesk, shown, useDesk } from '../state/desk'
import { Pace } from './pace'
import { SoundPlayer } from './sound'
import { TakeReader } from './takeReader'

const mediaUrl = (file: string) => `/${file}`
function newContext(width: number, height: number, settings: CanvasRenderingContext2DSettings = {}) {
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  return canvas.getContext('2d', settings)!
}
/** What footage is painted of: the take itself, as an export has it, or its small copy, which is there at once. */
type Footing = 'sharp' | 'quick'
/** A canvas whose pixels are read. */
const newReadContext = (width: number, height: number) => newContext(width, height, { willReadFrequently: true })
/** Readers are known by what they read for: an element, by its way; and by what they read. */
const keyOf = (element: string, url: string) => `${element} ${url}`
const clipOf = (key: string) => key.split(' ', 1)[0]!
/** A playhead that rests this long gets the take itself, not its small copy. */
const SHARP_AFTER_MS = 160
/** What was painted: dispatched on the canvas as `painted`. */
export interface Painted {
  frame: number
  dropped: number
}

/** What a frame shows here: as the export has it, but for what is left out while working. */
function listAt(timed: Timed, frame: number, framed = true): Picture {
  const { aids, only } = desk()
  const picture = layersAt(timed, frame, { framed, blurred: aids.blur })
  if (aids.board && desk().elements.length > 0) return onBoard(picture, desk().elements)
  return only
    ? { ...picture, layers: picture.layers.filter((l) => 'source' in l || only.includes(outermost(l.element))) }
    : picture
}
/** With faint pictures of what is selected some frames before and after. */
function withOnions(timed: Timed, list: Picture, frame: number): Picture {
  const { aids, elements } = desk()
  if (aids.onion === 0 || elements.length === 0) return list
  const faint = [3, 2, 1].flatMap((n) =>
    [-n, n].flatMap((by) => {
      const at = frame + by * aids.onion
      if (at < 0 || at >= timed.length) return []
      return layersAt(timed, at, { framed: isFramed(), blurred: false })
        .layers.filter((l) => elements.includes(outermost(l.element)))
        .map((i) => ({ ...i, opacity: i.opacity * (0.34 - 0.08 * n) }))
    }),
  )
  const ground = list.layers.filter((l) => 'source' in l)
  return { ...list, layers: [...ground, ...faint, ...list.layers.filter((l) => !('source' in l))] }
}

/** So many frames before footage comes into sight its reader is woken. */
const SOON = 20
/** The first picture of footage that comes into sight after a frame. */
function firstOf(timed: Timed, element: string, after: number, until: number): Footage | undefined {
  const at = (frame: number) => sourcesAt(timed, frame).find((t) => t.element === element)
  if (outermost(element) === element) return at(timed.spans.get(element)!.from)
  for (let f = after + 1; f <= until; f++) {
    const first = at(f)
    if (first) return first
  }
  return undefined
}

/**
 * What of the picture is looked at: `bare`, one element without what is done to its pixels; `worked`, with that;
 * `upTo`, all that is below it with it.
 */
type Looked = 'bare' | 'worked' | 'upTo'
/** The layers of one element. */
const alone = (layers: readonly Layer[], element: string, bare: boolean): Layer[] =>
  layers.flatMap((l): Layer[] => {
    if (l.element !== element) return 'layers' in l ? alone(l.layers, element, bare) : []
    const own = { ...l }
    if (bare) delete own.work
    return [own]
  })
/** The layers up to the last one of an element; none where it shows nothing. */
const upTo = (layers: readonly Layer[], element: string): Layer[] =>
  layers.slice(0, layers.findLastIndex((l) => l.element === element) + 1)
/** What is seen through is shown before a board of light and dark squares. */
function onBoard(picture: Picture, elements: readonly string[]): Picture {
  const { width, height } = picture
  const side = height / 18
  let d = ''
  for (let y = 0; y * side < height; y++)
    for (let x = y % 2; x * side < width; x += 2) d += `M${x * side} ${y * side}h${side}v${side}h${-side}Z`
  const board: Layer = {
    element: '',
    matrix: [1, 0, 0, 1, 0, 0],
    opacity: 1,
    bounds: { x: 0, y: 0, w: width, h: height },
    shapes: [
      { type: 'path', d: `M0 0H${width}V${height}H0Z`, fill: '#d8d8d8' },
      { type: 'path', d, fill: '#9a9a9a' },
    ],
  }
  return { ...picture, layers: [board, ...picture.layers.filter((l) => elements.includes(outermost(l.element)))] }
}

/** The player of the picture, while there is one. */
const current: { player: Player | null } = { player: null }
/** What an element shows at the playhead; null where it shows nothing. */
export function seenAlone(element: string, width: number, how: Looked = 'bare'): ImageData | null {
  const ctx = current.player?.seen(element, width, how)
  return ctx ? ctx.getImageData(0, 0, ctx.canvas.width, ctx.canvas.height) : null
}

/** Paints the lesson at the playhead on a canvas, and moves the playhead when it plays. */
export class Player {
  private readonly readers = new Map<string, TakeReader>()
  private readonly stills = new Map<string, HTMLImageElement>()
  private readonly paths = pathStore((d) => new Path2D(d))
  private readonly swapped = swapStore(newReadContext)
  private readonly sheets = sheetPool((w, h) => newContext(w, h))
  private readonly sound = new SoundPlayer(mediaUrl)
  private readonly context: CanvasRenderingContext2D
  private readonly unsubscribe: () => void
  private readonly pace = new Pace()
  private width = 0
  private height = 0
  private asked = 0
  /** All that went into what is painted now, when that is as sharp as the export. */
  private sharpLooks = ''
  private raf = 0
  private playing = 0

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.context = canvas.getContext('2d', { alpha: false })!
    current.player = this
    this.unsubscribe = useDesk.subscribe((now, before) => {
      if (now.timed.clips !== before.timed.clips) this.sound.prepare(now.timed)
      if (now.speed !== before.speed) this.startOrStop()
      else if (now.speed !== 0 && now.timed !== before.timed) this.startOrStop()
      if (
        now.speed === 0 &&
        (now.playhead !== before.playhead ||
          now.timed !== before.timed ||
          now.live !== before.live ||
          isFramed(now) !== isFramed(before) ||
          now.aids !== before.aids ||
          now.only !== before.only ||
          ((now.aids.onion > 0 || now.aids.board) && now.elements !== before.elements))
      )
        this.refresh()
    })
  }
  close(): void {
    if (current.player === this) current.player = null
    this.unsubscribe()
    cancelAnimationFrame(this.raf)
    this.sound.close()
    for (const r of this.readers.values()) r.close()
    this.readers.clear()
  }

  /** What an element shows at the playhead: so wide in pixels; null where it shows nothing. */
  seen(element: string, width: number, how: Looked): CanvasRenderingContext2D | null {
    const timed = shown()
    const frame = Math.min(desk().playhead, timed.length - 1)
    const picture = layersAt(timed, frame, { framed: isFramed(), blurred: false })
    const layers = how === 'upTo' ? upTo(picture.layers, element) : alone(picture.layers, element, how === 'bare')
    if (layers.length === 0) return null
    const ctx = newReadContext(width, Math.round((width * picture.height) / picture.width))
    paint(ctx, { ...picture, layers }, this.easel(timed, 'sharp'), width)
    return ctx
  }

  /** Fits the canvas's own pixels to a size and paints again. */
  resize(width: number, height: number): void {
    if (this.width === width && this.height === height) return
    this.width = width
    this.height = height
    this.fit(desk().speed === 0 ? 1 : this.pace.share)
    this.refresh()
  }
  private fit(share: number): void {
    const width = Math.max(1, Math.round(this.width * share))
    const height = Math.max(1, Math.round(this.height * share))
    if (this.canvas.width === width && this.canvas.height === height) return
    this.canvas.width = width
    this.canvas.height = height
  }

  /** Paints the frame at the playhead, as soon as its pictures are decoded. */
  refresh(): void {
    if (desk().speed !== 0 || !desk().ready) return
    const mine = ++this.asked
    const timed = shown()
    const frame = Math.min(desk().playhead, timed.length - 1)
    const list = withOnions(timed, listAt(timed, frame, isFramed()), frame)
    this.keepReaders(timed, list)
    for (const [key, r] of this.readers) if (!footageIn(list.layers).some((t) => t.element === clipOf(key))) r.halt()
    const still = () => mine === this.asked && desk().speed === 0
    // What is shown already, as sharp as it gets, is not painted again: a drag elsewhere changes nothing here.
    const looks = `${this.canvas.width} ${this.canvas.height} ${frame} ${JSON.stringify(list)}`
    if (looks === this.sharpLooks && this.canvas.dataset.sharp === 'true') return
    this.sharpLooks = ''
    void (async () => {
      // First the small copy, which is there at once; then the take itself, as sharp as the export.
      if (!footageIn(list.layers).every((l) => this.pictureOf(l, timed, 'sharp'))) {
        if (!footageIn(list.layers).every((l) => this.pictureOf(l, timed, 'quick')))
          await Promise.all(footageIn(list.layers).map((l) => this.fetch(l, timed, 'quick')))
        if (!still()) return
        this.paint(list, timed, { frame })
        await new Promise((r) => setTimeout(r, SHARP_AFTER_MS))
        if (!still()) return
        await Promise.all(footageIn(list.layers).map((l) => this.fetch(l, timed, 'sharp')))
      }
      if (!still()) return
      this.paint(list, timed, { frame, as: 'sharp' })
      this.sharpLooks = looks
    })()
  }

  private paint(
    list: Picture,
    timed: Timed,
    { frame, dropped = 0, as = 'quick' }: { frame: number; dropped?: number; as?: Footing },
  ): void {
    paint(this.context, list, this.easel(timed, as), this.canvas.width)
    this.canvas.dataset.frame = String(frame)
    this.canvas.dataset.sharp = String(as === 'sharp')
    this.canvas.dispatchEvent(new CustomEvent<Painted>('painted', { detail: { frame, dropped } }))
  }

  /** The reader of a layer's take, or of its small copy where that is enough for this canvas. */
  private reader(layer: Footage, timed: Timed, as: Footing): TakeReader | null {
    const medium = mediumIn(timed.lesson, layer.source.media)
    if (!medium || medium.kind !== 'take' || !medium.rate) return null
    const proxy = medium.aids?.proxy
    const small = as === 'quick' && proxy !== undefined && this.canvas.width <= proxy.width * 1.2
    const url = small ? besideUrl(medium.sha256, 'proxy') : mediaUrl(medium.file)
    const key = keyOf(layer.element, url)
    let reader = this.readers.get(key)
    if (!reader) this.readers.set(key, (reader = new TakeReader(url, medium.rate)))
    return reader
  }
  private still(media: string, timed: Timed): HTMLImageElement | null {
    const medium = mediumIn(timed.lesson, media)
    if (medium?.kind !== 'picture') return null
    let image = this.stills.get(medium.file)
    if (!image) {
      image = new Image()
      image.onload = () => {
        this.sharpLooks = ''
        this.refresh()
      }
      image.src = mediaUrl(medium.file)
      this.stills.set(medium.file, image)
    }
    return image.complete && image.naturalWidth ? image : null
  }
  private pictureOf(layer: Footage, timed: Timed, as: Footing): CanvasImageSource | null {
    return mediumIn(timed.lesson, layer.source.media)?.kind === 'picture'
      ? this.still(layer.source.media, timed)
      : (this.reader(layer, timed, as)?.has(layer.source.frame) ?? null)
  }
  private async fetch(layer: Footage, timed: Timed, as: Footing): Promise<void> {
    if (mediumIn(timed.lesson, layer.source.media)?.kind === 'picture')
      await this.still(layer.source.media, timed)
        ?.decode()
        .catch(() => {})
    else await this.reader(layer, timed, as)?.seek(layer.source.frame)
  }
  /** The readers of clips in sight or sought last stay open, six at most. */
  private keepReaders(timed: Timed, list: Picture): void {
    for (const [key, r] of this.readers) {
      const clip = clipOf(key)
      const gone = !timed.spans.has(outermost(clip))
      if (gone || (this.readers.size > 6 && !footageIn(list.layers).some((t) => t.element === clip))) {
        r.close()
        this.readers.delete(key)
      }
    }
  }
  private easel(timed: Timed, as: Footing): Easel {
    return {
      footage: (layer) => this.pictureOf(layer, timed, as) ?? this.pictureOf(layer, timed, 'quick'),
      stillPicture: (media, swap) => {
        const image = this.still(media, timed)
        return image && swap
          ? this.swapped(image.src, image, { width: image.naturalWidth, height: image.naturalHeight }, swap)
          : image
      },
      sheet: this.sheets,
      quick: desk().speed !== 0,
      path: this.paths,
    }
  }

  private startOrStop(): void {
    cancelAnimationFrame(this.raf)
    this.sound.stop()
    const mine = ++this.playing
    if (desk().speed === 0) {
      const { just } = desk()
      if (just) setDesk({ just: null, playhead: just.back })
      for (const r of this.readers.values()) r.halt()
      this.fit(1)
      this.refresh()
      return
    }
    void this.play(mine)
  }

  private async play(mine: number): Promise<void> {
    const { speed } = desk()
    const timed = desk().timed
    const fps = framesPerSecond(timed.lesson.rate)
    const limits = () =>
      desk().just ?? (desk().looping && desk().passage ? desk().passage! : { from: 0, to: timed.length })
    let start = desk().playhead
    if (speed > 0 && start >= limits().to - 1) start = limits().from
    if (!desk().just && desk().looping && desk().passage && (start < limits().from || start >= limits().to))
      start = limits().from
    const first = listAt(timed, start)
    if (speed > 0) for (const l of footageIn(first.layers)) this.reader(l, timed, 'quick')?.follow(l.source.frame)
    await Promise.race([
      Promise.all(
        footageIn(first.layers).map(async (l) => {
          for (let n = 0; n < 40 && !this.pictureOf(l, timed, 'quick') && mine === this.playing; n++)
            await new Promise((r) => setTimeout(r, 10))
        }),
      ),
      new Promise((r) => setTimeout(r, 500)),
    ])
    if (mine !== this.playing) return
    const heard = await this.sound.play(timed, start, speed)
    if (mine !== this.playing) {
      return
    }
    const began = performance.now()
    const clock = heard ?? (() => (performance.now() - began) / 1000)
    this.pace.begin()
    let painted = -1
    let fetching = false
    const tick = () => {
      if (mine !== this.playing) return
      const { from, to } = limits()
      const frame = start + Math.trunc(Math.max(0, clock() * Math.abs(speed) * fps) + 1e-6) * Math.sign(speed)
      if (frame >= to || frame < from) {
        if (desk().looping && !desk().just && speed > 0) {
          setDesk({ playhead: from })
          this.startOrStop()
          return
        }
        setDesk({ playhead: Math.max(from, Math.min(to - 1, frame)), speed: 0 })
        return
      }
      if (frame !== painted) {
        const list = listAt(timed, frame)
        if (speed > 0) this.aim(list, timed, frame)
        else if (!fetching) {
          // Backwards, each picture is sought on its own; as many are shown as there is time for.
          fetching = true
          void Promise.all(footageIn(list.layers).map((l) => this.fetch(l, timed, 'quick'))).then(() => {
            fetching = false
            if (mine !== this.playing) return
            this.paint(list, timed, { frame })
            painted = frame
            setDesk({ playhead: frame })
          })
        }
        if (speed > 0 && footageIn(list.layers).every((l) => this.pictureOf(l, timed, 'quick'))) {
          const dropped = painted < 0 ? 0 : Math.abs(frame - painted) - 1
          this.fit(this.pace.after(dropped))
          this.paint(list, timed, { frame, dropped })
          painted = frame
          setDesk({ playhead: frame })
        }
      }
      this.raf = requestAnimationFrame(tick)
    }
    tick()
  }
  /** Keeps the readers decoding ahead, and wakes those of the clip that comes next before its cut. */
  private aim(list: Picture, timed: Timed, frame: number): void {
    const later = frame + SOON
    const soon = later < timed.length ? sourcesAt(timed, later) : []
    for (const [key, r] of this.readers)
      if (![...footageIn(list.layers), ...soon].some((t) => t.element === clipOf(key))) r.halt()
    for (const l of footageIn(list.layers)) this.reader(l, timed, 'quick')?.follow(l.source.frame)
    for (const l of soon) {
      if (footageIn(list.layers).some((t) => t.element === l.element)) continue
      const first = firstOf(timed, l.element, frame, later)
      if (first) this.reader(first, timed, 'quick')?.follow(first.source.frame)
    }
  }
}
