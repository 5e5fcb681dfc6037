import { BLOCK, MARGIN } from './sizes'
import type { Point } from '../geometry'
import { astray } from './carets'
import { carriedThrough } from './carried'
import { Changes } from './changes'
import { Eyes } from './eyes'
import type { Flash } from './flash'
import { FlashFinder, patchOf } from './flashes'
import { fromFlash, learnShapes, type Learned, type PointerShape } from './shapes'
import { scrolledBy } from './scrolled'
import { BRIDGE, trailThrough } from './trail'
import { calibrate, follow, hotSpotOf, Searched, type Pointed, type Seen, type Stay } from './track'

/** The pointer found in a frame: its hot spot in pixels of the take, and how sure that is, 0 to 1. */
export interface FoundPointer {
  x: number
  y: number
  confidence: number
  /** It carries a window along. */
  carries?: true
}
/** What changed in a frame besides the pointer: the rectangle around it, and how many squares of 16 × 16 pixels. */
export interface Altered {
  x: number
  y: number
  w: number
  h: number
  squares: number
  /** How many of the squares look as they did once before: what covered them is gone. */
  restored?: number
  /** Pixels by which it was scrolled, positive downwards. */
  scrolled?: number
}

const LAGS = [2, 4, 8]
const MOST_BYTES = 256 << 20
const MOST_FLASHES = 320
const MOST_SHAPES = 8

/**
 * Finds the pointer in a recording that is handed over frame by frame, in grey; memory does not grow with its length.
 */
export class PointerFinder {
  private changes: Changes
  private shapes: PointerShape[] = []
  /** In how many frames each shape was the pointer's. */
  private readonly worn = new Map<PointerShape, number>()
  private last: Seen | null = null
  private readonly eyes: Eyes
  private given = 0
  /**
   * @param module   wasm/vision.ts, compiled
   * @param pointed  where a person says that the pointer is, in a frame counted from the first that is handed over
   */
  constructor(
    module: WebAssembly.Module,
    readonly width: number,
    readonly height: number,
    private readonly give: (frame: FoundPointer | null, altered: Altered | null) => void,
    private readonly pointed: Pointed | null = null,
  ) {
    this.eyes = new Eyes(module, width, height)
    this.changes = new Changes(this.eyes)
  }

  /** Where the next frame's grey is to be written, `width` × `height` bytes; then call `add`. */
  get grey(): Uint8Array {
    return this.eyes.grey
  }
  add(): void {
    this.changes.add()
    if (this.changes.bytes > MOST_BYTES && this.changes.frames > 2) this.settle()
  }
  /** Nothing more comes: gives what is left. */
  end(): void {
    if (this.changes.frames > 0) this.settle()
  }

  private settle(): void {
    const { changes, eyes } = this
    const { pointed } = this
    const here =
      pointed && pointed.frame >= this.given && pointed.frame < this.given + changes.frames
        ? { ...pointed, frame: pointed.frame - this.given }
        : null
    const searched = new Searched()
    const way = () => follow(changes, eyes, this.shapes, { before: this.last, pointed: here, searched })
    const learned = learnShapes(flashesOf(changes), this.shapes)
    if (this.shapes.length === 0 && learned[0]) this.shapes.push(learned.shift()!.shape)
    let links = way()
    const others = learned.filter((l) => !contradicted(l, links) && !tooLarge(l.shape, this.shapes[0]!))
    if (others.length > 0) {
      this.shapes.push(...others.map((l) => l.shape))
      links = way()
    }
    const rested = learnShapes(flashesInGaps(changes, links), this.shapes, { most: 4, fewest: 1 })
    if (rested.length > 0) {
      this.shapes.push(...rested.map((l) => l.shape))
      links = way()
    }
    const shown = here && !links.some((s) => s.said === 'found') ? shapeAt(changes, here) : null
    if (shown) {
      this.shapes.push(shown)
      links = way()
    }
    const { looks } = astray(links)
    if (looks.size > 0 && looks.size < this.shapes.length) {
      this.shapes = this.shapes.filter((s) => !looks.has(s))
      links = way()
    }
    const elsewhere = astray(links).links
    links = links.filter((s) => !elsewhere.has(s))
    calibrate(this.shapes, links)
    if (here) pointWith(links, here)
    this.keepUsed(links)
    this.last = links.at(-1)?.to === changes.frames - 1 ? links.at(-1)! : null
    const size = Math.max(24, ...this.shapes.map((s) => Math.max(s.w, s.h)))
    const seen = atFrames(links, changes.frames, trailThrough(changes, links), carriedThrough(changes, links))
    for (const [t, s] of seen.entries())
      this.give(
        s && s.x >= 0 && s.y >= 0 && s.x < this.width && s.y < this.height ? s : null,
        alteredAt(changes, t, [s, seen[t - 1] ?? null], size),
      )
    this.given += changes.frames
    this.changes = new Changes(eyes)
  }
  /**
   * Forgets what never turned out to be the pointer, and of too many looks those that were worn least: an hour's search
   * goes as fast as a minute's.
   */
  private keepUsed(links: Stay[]): void {
    for (const s of links) this.worn.set(s.shape, (this.worn.get(s.shape) ?? 0) + s.to - s.from + 1)
    const most = [...this.worn]
      .sort((a, b) => b[1] - a[1])
      .slice(0, MOST_SHAPES)
      .map(([shape]) => shape)
    this.shapes = this.shapes.filter((s, i) => i === 0 || most.includes(s))
    for (const s of this.worn.keys()) if (!this.shapes.includes(s)) this.worn.delete(s)
  }
}

/** What was there before and is there after is looked for at so many frames from the one that was pointed at. */
const APART = [2, 4, 8, 15, 30, 60, 120]
/** What is pointed at lies so near. */
const AT_HAND = 10

/**
 * What the pointer looks like where a person says that it is: what stands there, and neither some frames before nor
 * some after.
 */
function shapeAt(changes: Changes, { frame, x, y }: Pointed): PointerShape | null {
  const finder = new FlashFinder(changes)
  const within = { x: x - AWAY, y: y - AWAY, w: 2 * AWAY, h: 2 * AWAY }
  for (const apart of APART) {
    const before = Math.max(0, frame - apart)
    const after = Math.min(changes.frames - 1, frame + apart)
    if (before === frame || after === frame) continue
    const near = finder
      .at(frame, before, after, { most: 40, same: 255, share: 0, within })
      .filter((f) => x >= f.x - AT_HAND && y >= f.y - AT_HAND && x <= f.x + f.w + AT_HAND && y <= f.y + f.h + AT_HAND)
    const [flash] = near.sort((a, b) => b.count - a.count)
    if (!flash) continue
    const shape = fromFlash(flash)
    const [left, top] = [
      Math.min(...flash.ownAt.map((at) => at % (flash.w + 2 * MARGIN))),
      Math.floor(flash.ownAt[0]! / (flash.w + 2 * MARGIN)),
    ]
    return { ...shape, hot: { x: x - (flash.x - MARGIN + left), y: y - (flash.y - MARGIN + top), middle: true } }
  }
  return null
}

/** A person's aim may be so far off; beyond it, the hot spot is put where they said. */
const AIM = 2
function pointWith(links: Stay[], { frame, x, y }: Pointed): void {
  const own = links.find((s) => s.from <= frame && s.to >= frame)
  if (!own) return
  const at = hotSpotOf(own)
  if (Math.hypot(at.x - x, at.y - y) > AIM)
    own.shape.hot = { ...own.shape.hot, x: own.shape.hot.x + x - at.x, y: own.shape.hot.y + y - at.y }
}

/** The pointers of a screen are of like size. */
const tooLarge = (shape: PointerShape, first: PointerShape): boolean =>
  Math.max(shape.w, shape.h) > 2.2 * Math.max(first.w, first.h)

/** Whether a shape was seen while the pointer was plainly somewhere else: then it is not the pointer's. */
function contradicted({ shape, at }: Learned, links: Stay[]): boolean {
  const against = at.filter(({ frame, x, y }) => {
    const s = links.find((l) => l.from <= frame && l.to >= frame)
    return (
      s &&
      s.share > 0.85 &&
      Math.hypot(s.x + s.shape.w / 2 - x - shape.w / 2, s.y + s.shape.h / 2 - y - shape.h / 2) > Math.max(24, s.shape.h)
    )
  })
  return against.length > at.length * 0.3
}

/** What flashes up in a stretch, spread evenly over it. */
function flashesOf(changes: Changes): Flash[] {
  const finder = new FlashFinder(changes)
  const out: Flash[] = []
  const at: number[] = []
  for (let t = 2; t < changes.frames - 2; t++)
    if (changes.lists[t]!.length > 0 || changes.lists[t + 1]!.length > 0) at.push(t)
  const every = Math.max(1, at.length / MOST_FLASHES)
  for (let i = 0; i < at.length; i += every) {
    const t = at[Math.floor(i)]!
    for (const lag of LAGS) {
      if (t - lag < 0 || t + lag >= changes.frames) continue
      for (const f of finder.at(t, t - lag, t + lag)) {
        const same = out.findIndex(
          (o) => o.frame === t && o.x < f.x + f.w && f.x < o.x + o.w && o.y < f.y + f.h && f.y < o.y + o.h,
        )
        if (same < 0) out.push(f)
        else if (out[same]!.count < f.count) out[same] = f
      }
    }
  }
  return out
}

const AWAY = 90
const LEAST_GAP = 3
const MOST_GAPS = 60

/**
 * What stands where the pointer was lost, for as long as it is lost, and is gone when the pointer is known to be
 * elsewhere: a pointer that took another look where it came to rest.
 */
function flashesInGaps(changes: Changes, links: Stay[]): Flash[] {
  const finder = new FlashFinder(changes)
  const out: Flash[] = []
  // Before the first link there is a gap, too, of which nothing is known but where it ends.
  for (let i = -1; i + 1 < links.length && out.length < MOST_GAPS; i++) {
    const from = i < 0 ? 0 : links[i]!.to + 1
    const until = links[i + 1]!.from
    if (until - from < LEAST_GAP) continue
    for (const { shape: size, ...place } of [links[i], links[i + 1]]
      .filter((s) => s !== undefined)
      .map((s) => ({ ...hotSpotOf(s), shape: s.shape }))) {
      const far = (s: Stay) => Math.hypot(hotSpotOf(s).x - place.x, hotSpotOf(s).y - place.y) > AWAY
      const before = links.slice(0, i + 1).findLast(far)
      const after = links.slice(i + 1).find(far)
      if ((!before && i >= 0) || !after) continue
      const frame = Math.floor((from + until - 1) / 2)
      const least = Math.max(size.w, size.h) * 0.3
      const most = Math.max(size.w, size.h) * 2.2
      const within = { x: place.x - AWAY, y: place.y - AWAY, w: 2 * AWAY, h: 2 * AWAY }
      const near = finder
        .at(frame, before?.to ?? -1, after.from, { most: 40, same: 255, share: 0, within })
        .filter((f) => Math.max(f.w, f.h) >= least && Math.max(f.w, f.h) <= most)
      const steady = near.filter(
        (f) =>
          f.count >= STAYS.length * 8 &&
          !passesBy(changes, f, (before?.to ?? 0) + 1, after.from) &&
          STAYS.filter((k) => standsAt(changes, f, Math.round(from + (until - 1 - from) * k))).length >= MOSTLY,
      )
      steady.sort((a, b) => b.count - a.count)
      if (steady.length > 0 && !out.some((o) => o.frame === frame)) out.push(steady[0]!)
    }
  }
  return out
}

/**
 * Where more than this often so much of the screen changes, and the place with it, what stands out is a piece of a page
 * that scrolls by.
 */
const PASSES = 3
const MUCH = 200
function passesBy(changes: Changes, f: Flash, from: number, to: number): boolean {
  const own = new Set(changes.blocksOf(f.x, f.y, f.w, f.h))
  return changes.lists.slice(from, to + 1).filter((l) => l.length > MUCH && l.some((b) => own.has(b))).length > PASSES
}

/** At most of these shares of a gap it has to stand in the same place. */
const STAYS = [0.3, 0.5, 0.7]
const MOSTLY = 2
const TREMBLE = 4
/** Whether what flashed up looks the same in another frame, but for a tremble. */
function standsAt(changes: Changes, f: Flash, frame: number): boolean {
  const w = f.w + 2 * MARGIN
  const patch = patchOf(changes, frame, { x: f.x - MARGIN, y: f.y - MARGIN, w, h: f.h + 2 * MARGIN })
  for (let dy = -TREMBLE; dy <= TREMBLE; dy++)
    for (let dx = -TREMBLE; dx <= TREMBLE; dx++) {
      const shift = dy * w + dx
      if (f.ownAt.filter((at) => Math.abs(patch[at + shift]! - f.patch[at]!) < 30).length > f.ownAt.length * 0.75)
        return true
    }
  return false
}

const PLAIN = 28
const PLAIN_PIXELS = 10
/** Whether a square differs by more than encoding changes it from one whole picture to the next. */
function plainly(now: Uint8Array, before: Uint8Array): boolean {
  let n = 0
  for (let i = 0; i < now.length; i++) {
    const d = now[i]! - before[i]!
    if ((d > PLAIN || d < -PLAIN) && ++n >= PLAIN_PIXELS) return true
  }
  return false
}
/** What covered a square is looked behind so many of its changes, and no more than so many frames back. */
const BEHIND = 60
const BEHIND_FRAMES = 160
/** Whether a square looks as it did before its last changes. */
function restored(changes: Changes, block: number, entry: number): boolean {
  const now = changes.pixels(block, entry)
  const since = changes.frameOf(block, entry) - BEHIND_FRAMES
  for (let e = entry - 2; e >= Math.max(0, entry - BEHIND) && changes.frameOf(block, e + 1) >= since; e--)
    if (!plainly(now, changes.pixels(block, e))) return true
  return false
}

/** Of less than so many squares nothing is scrolled. */
const SCROLLS = 40
/** What changed with a frame, apart from where the pointer is and was. */
function alteredAt(changes: Changes, t: number, pointer: (FoundPointer | null)[], size: number): Altered | null {
  if (t === 0) return null
  const { columns } = changes
  let squares = 0
  let asBefore = 0
  let [x0, y0, x1, y1] = [Infinity, Infinity, -1, -1]
  for (const b of changes.lists[t]!) {
    const x = (b % columns) * BLOCK
    const y = Math.floor(b / columns) * BLOCK
    if (pointer.some((p) => p && x + BLOCK > p.x - size && x < p.x + size && y + BLOCK > p.y - size && y < p.y + size))
      continue
    const entry = changes.entry(b, t)
    if (entry === 0 || !plainly(changes.pixels(b, entry), changes.pixels(b, entry - 1))) continue
    squares++
    if (restored(changes, b, entry)) asBefore++
    if (x < x0) x0 = x
    if (y < y0) y0 = y
    if (x > x1) x1 = x
    if (y > y1) y1 = y
  }
  if (squares === 0) return null
  const rect = {
    x: x0,
    y: y0,
    w: Math.min(changes.width, x1 + BLOCK) - x0,
    h: Math.min(changes.height, y1 + BLOCK) - y0,
  }
  const scrolled = squares >= SCROLLS ? scrolledBy(changes, t, rect) : null
  return { ...rect, squares, ...(asBefore > 0 && { restored: asBefore }), ...(scrolled !== null && { scrolled }) }
}

/**
 * The hot spot at each frame; over a few frames in which the pointer was not found, on the smooth way from where it was
 * to where it is next.
 */
function atFrames(
  links: Stay[],
  frames: number,
  trail: Map<number, Point>,
  carried: Map<number, Point>,
): (FoundPointer | null)[] {
  const out: (FoundPointer | null)[] = Array.from({ length: frames }, () => null)
  for (const s of links) {
    const at = hotSpotOf(s)
    for (let t = s.from; t <= s.to; t++) out[t] = { ...at, confidence: Math.round(s.share * 100) / 100 }
  }
  for (const [t, spot] of trail) out[t] = { ...spot, confidence: 0.4 }
  for (const [t, spot] of carried) out[t] = { ...spot, confidence: 0.5, carries: true }
  const speed = (t: number, from: number) => {
    const [a, b] = [out[from], out[t]]
    return a && b ? { x: b.x - a.x, y: b.y - a.y } : { x: 0, y: 0 }
  }
  for (const [i, s] of links.entries()) {
    const next = links[i + 1]
    const n = next ? next.from - s.to : 0
    if (!next || n < 2 || n - 1 > BRIDGE || out[s.to + 1]) continue
    const [p, q] = [hotSpotOf(s), hotSpotOf(next)]
    // Cubic Hermite: it leaves and arrives at the speeds that are known.
    const u = speed(s.to, s.to - 1)
    const v = speed(next.from + 1, next.from)
    for (let t = s.to + 1; t < next.from; t++) {
      const k = (t - s.to) / n
      const k2 = k * k
      const k3 = k2 * k
      const at = (a: number, b: number, c: number, d: number) =>
        Math.round((2 * k3 - 3 * k2 + 1) * a + (k3 - 2 * k2 + k) * c * n + (3 * k2 - 2 * k3) * b + (k3 - k2) * d * n)
      out[t] = { x: at(p.x, q.x, u.x, v.x), y: at(p.y, q.y, u.y, v.y), confidence: 0.4 }
    }
  }
  return out
}
