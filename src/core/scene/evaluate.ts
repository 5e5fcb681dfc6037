import type { Element, Lesson } from '../lesson/schema'
import { clipEnd, fitRect, sourceFrameAt } from '../lesson/clips'
import { kindOf, localBox } from '../elements'
import { framingAt, framingMatrix } from '../framing'
import { presence } from '../motion'
import type { Span, Timed } from '../timing'
import type { DisplayList, Item, TakeLayer } from './displayList'
import { apply, boundsOf, grown, IDENTITY, inverse, meets, placed, times, type Matrix, type Point, type Rect } from './geometry'

const BUCKET = 64
type Seen = { element: Element; span: Span; from: number; to: number }
const indexes = new WeakMap<Timed, Seen[][]>()

/** Which elements may be seen in each run of 64 frames, in stacking order. */
function seenNear(timed: Timed, frame: number): Seen[] {
  let buckets = indexes.get(timed)
  if (!buckets) {
    buckets = []
    for (const element of timed.lesson.elements) {
      const span = timed.spans.get(element.id)!
      const seen = kindOf(element).seen?.(element as never, span, timed) ?? span
      const from = Math.max(0, seen.from)
      const to = Math.min(timed.length, seen.to)
      for (let b = Math.floor(from / BUCKET); b * BUCKET < to; b++) (buckets[b] ??= []).push({ element, span, from: seen.from, to: seen.to })
    }
    indexes.set(timed, buckets)
  }
  return buckets[Math.floor(frame / BUCKET)] ?? []
}

/** The elements in sight at a frame, back to front. */
export const elementsAt = (timed: Timed, frame: number): Element[] =>
  seenNear(timed, frame).filter((s) => s.from <= frame && frame < s.to).map((s) => s.element)

/** From the lesson's frame to the picture at a frame; with `framed` false, as if nothing were zoomed. */
export function framingOf(timed: Timed, frame: number, framed = true): Matrix {
  if (!framed) return IDENTITY
  const view = framingAt(timed, frame)
  return view.w >= timed.lesson.frame.width ? IDENTITY : framingMatrix(view, timed.lesson.frame)
}

/** What a frame shows, back to front. Pure: the same timed lesson and frame give the same list. With `framed` false, the whole take, as if nothing were zoomed. */
export function evaluate(timed: Timed, frame: number, framed = true): DisplayList {
  const { lesson } = timed
  const framing = framingOf(timed, frame, framed)
  const items: Item[] = []
  for (const { element, span, from, to } of seenNear(timed, frame)) {
    if (frame >= from && frame < to) items.push(...itemsOf(element, span, frame, timed, element.space === 'take' ? framing : IDENTITY))
  }
  return { width: lesson.frame.width, height: lesson.frame.height, background: lesson.background, takes: takesAt(lesson, frame, framing), items }
}

function takesAt(lesson: Lesson, frame: number, framing: Matrix): TakeLayer[] {
  const out: TakeLayer[] = []
  for (const track of lesson.tracks.toReversed()) {
    if (track.kind !== 'takes') continue
    for (const clip of lesson.clips) {
      const medium = lesson.media[clip.media]
      if (clip.track !== track.id || !medium || frame < clip.at || frame >= clipEnd(clip)) continue
      const size = { width: medium.width ?? lesson.frame.width, height: medium.height ?? lesson.frame.height }
      const sourceFrame = medium.kind === 'picture' ? 0 : sourceFrameAt(clip, frame, lesson.rate, medium)
      out.push({ clip: clip.id, media: clip.media, sourceFrame, dest: boundsOf(framing, fitRect(clip.fit, size, lesson.frame)) })
    }
  }
  return out
}

function itemsOf(e: Element, span: Span, frame: number, timed: Timed, framing: Matrix): Item[] {
  const pass = presence(e.arrival, e.departure, frame - span.from, span.to - span.from)
  const out: Item[] = []
  for (const d of kindOf(e).draw(e as never, frame, span, timed)) {
    let opacity = e.opacity * (d.opacity ?? 1)
    let scale = d.scale ?? 1
    if (pass?.passing.how === 'fade') opacity *= pass.shown
    if (pass?.passing.how === 'grow') scale *= pass.shown
    if (opacity <= 0 || scale <= 0) continue
    const at = d.at ?? e
    let matrix = times(framing, placed(at.x, at.y, d.at ? 0 : e.rotation, scale))
    let bounds = boundsOf(matrix, d.box)
    if (pass?.passing.how === 'slide') {
      const by = slideBy(pass.passing.from, bounds, timed.lesson.frame, 1 - pass.shown)
      matrix = times([1, 0, 0, 1, by.x, by.y], matrix)
      bounds = { ...bounds, x: bounds.x + by.x, y: bounds.y + by.y }
    }
    if (meets(bounds, { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height })) out.push({ element: e.id, matrix, opacity, shapes: d.shapes, bounds })
  }
  return out
}

/** How far something stands off its place: all the way, it is just outside the picture. */
function slideBy(from: 'left' | 'right' | 'top' | 'bottom', r: Rect, frame: Lesson['frame'], share: number): { x: number; y: number } {
  switch (from) {
    case 'left': return { x: -(r.x + r.w) * share, y: 0 }
    case 'right': return { x: (frame.width - r.x) * share, y: 0 }
    case 'top': return { x: 0, y: -(r.y + r.h) * share }
    case 'bottom': return { x: 0, y: (frame.height - r.y) * share }
  }
}

/** The element's own box on the picture at a frame and the matrix that places it; for handles and hit tests. */
export function frameBoxOf(timed: Timed, e: Element, frame: number, framed = true): { matrix: Matrix; box: Rect } {
  const framing = e.space === 'take' && e.look.kind !== 'zoom' ? framingOf(timed, frame, framed) : IDENTITY
  return { matrix: times(framing, placed(e.x, e.y, e.rotation)), box: localBox(e, kindOf(e).size(e as never)) }
}

const HIT_PX = 8
/** The topmost element in sight whose box holds a point of the picture, arrows along their line. Zooms draw nothing and are not hit. */
export function hitAt(timed: Timed, frame: number, point: Point, framed = true): Element | null {
  for (const e of elementsAt(timed, frame).toReversed()) {
    if (e.look.kind === 'zoom' || (e.look.kind === 'ripple' && e.look.every)) continue
    const { matrix, box } = frameBoxOf(timed, e, frame, framed)
    const p = apply(inverse(matrix), point)
    const reach = HIT_PX / Math.hypot(matrix[0], matrix[1])
    const r = grown(box, e.look.kind === 'arrow' || e.look.kind === 'bar' ? reach : 0)
    const bent = e.look.kind === 'arrow' && e.look.bend !== 0
    const tall = bent && e.look.kind === 'arrow' ? Math.abs(e.look.bend) : 0
    if (p.x >= r.x && p.x <= r.x + r.w && p.y >= r.y - tall && p.y <= r.y + r.h + tall) return e
  }
  return null
}
