import { groupedBy, isOpaque, memo } from '../values'
import type { Element, Lesson } from '../lesson/schema'
import { pathInto } from '../lesson/inner'
import { kindOf, lessonIn, localBox, placedIn, sizeOf, carries, plays, leads, below, marks } from '../kinds'
import { holds, placementOf, holders } from '../motion'
import type { Span, Timed } from '../timing'
import type { Footage, Group, Layer, Picture, Shape } from '../display'
import { framingOf, inPlace } from './place'
import { enlarged } from './enlarged'
import { drawingsOf, layersOf } from './ofElement'
import { clipOf } from './outline'
import { shadowOf, withShadow } from '../motion'
import { broughtIn, moved, sourceWithin } from './within'
import {
  apply,
  around,
  boundsOf,
  grown,
  IDENTITY,
  inverse,
  isFlat,
  meets,
  times,
  union,
  type Matrix,
} from '../geometry'

const BUCKET = 64
type Seen = { element: Element; span: Span; from: number; to: number }
/**
 * What is known of a timed lesson: its elements back to front, and which of them may be seen in a run of 64 frames, as
 * far as it was asked for.
 */
const indexOf = memo((timed: Timed) => ({
  all: stacked(timed.lesson).map((element): Seen => {
    const span = timed.spans.get(element.id)!
    const { from, to } = kindOf(element).seen?.(element, span, timed) ?? span
    return { element, span, from, to }
  }),
  runs: new Map<number, Seen[]>(),
}))

/**
 * Back to front: by track, the uppermost track in front; within a track as given; but that a drawn pointer is over the
 * ripples, which lie beneath it.
 */
function stacked(lesson: Lesson): readonly Element[] {
  const place = new Map(lesson.tracks.filter((t) => t.kind === 'picture').map((t, i) => [t.id, i]))
  const seen = lesson.elements.filter((e) => place.has(e.track))
  const elements = inGroups(place.size < 2 ? seen : byTrack(seen, place), holders(lesson))
  const last = elements.findLastIndex((e) => marks(e))
  const raised = elements.filter((e, i) => i < last && leads(e))
  return raised.length === 0
    ? elements
    : [...elements.slice(0, last + 1).filter((e) => !raised.includes(e)), ...raised, ...elements.slice(last + 1)]
}

/** The members of what is stacked as one lie right after it, whatever track they are on. */
function inGroups(elements: readonly Element[], held: ReadonlyMap<string, string>): readonly Element[] {
  if (held.size === 0) return elements
  const members = groupedBy(elements, (e) => held.get(e.id))
  const withMembers = (e: Element): Element[] => [e, ...(members.get(e.id) ?? []).flatMap(withMembers)]
  return (members.get(undefined) ?? []).flatMap(withMembers)
}

/** Those of the lowest track first; within a track as given. */
function byTrack(elements: readonly Element[], place: Map<string, number>): Element[] {
  const tracks: Element[][] = Array.from(place, () => [])
  for (const e of elements) tracks[place.get(e.track) ?? 0]!.push(e)
  return tracks.toReversed().flat()
}

/** Which elements may be seen in a frame's run of 64, in stacking order. */
function seenNear(timed: Timed, frame: number): Seen[] {
  const index = indexOf(timed)
  const run = Math.floor(frame / BUCKET)
  let found = index.runs.get(run)
  if (found) return found
  const [begins, ends] = [run * BUCKET, (run + 1) * BUCKET]
  found = index.all.filter(({ from, to }) => Math.max(0, from) < ends && Math.min(timed.length, to) > begins)
  index.runs.set(run, found)
  return found
}

/** The elements in sight at a frame, back to front. */
export const elementsAt = (timed: Timed, frame: number): Element[] =>
  seenNear(timed, frame)
    .filter((s) => s.from <= frame && frame < s.to)
    .map((s) => s.element)

/**
 * How a frame is looked at: not `framed`, the whole take is shown, as if nothing were zoomed; not `blurred`, nothing is
 * blurred by its motion.
 */
export interface Looking {
  framed?: boolean
  blurred?: boolean
}
/** What a frame shows. Pure: the same timed lesson and frame (fractions allowed) give the same layers. */
export function layersAt(timed: Timed, frame: number, { framed = true, blurred = true }: Looking = {}): Picture {
  const { lesson } = timed
  const framing = framingOf(timed, frame, framed)
  const seen = seenNear(timed, frame).filter((s) => frame >= s.from && frame < s.to && !s.element.hidden)
  const layers = layersOfAll(seen, { timed, frame, framing, blurred })
  return { width: lesson.frame.width, height: lesson.frame.height, background: lesson.background, layers }
}

/** Which pictures of media a frame needs, without drawing it: for those who fetch them ahead. */
export function sourcesAt(timed: Timed, frame: number): Footage[] {
  const framing = framingOf(timed, frame, true)
  return seenNear(timed, frame).flatMap(({ element: e, span, from, to }) => {
    if (frame < from || frame >= to || e.hidden) return []
    const inner = innerAt(timed, e, frame)
    if (inner)
      return sourcesAt(inner.timed, inner.frame).map((l) => ({
        ...l,
        element: pathInto(e.id, l.element),
        source: sourceWithin(l.source, inner.part),
      }))
    return plays(e)?.what === 'footage'
      ? drawingsOf({ element: e, span }, { timed, frame, framing: e.space === 'framed' ? framing : IDENTITY }).filter(
          (l) => 'source' in l,
        )
      : []
  })
}

const inPlaces = memo(inPlace)
/** The lesson that an element places in its own, and which of its frames is shown at one; null when there is none. */
function innerAt(timed: Timed, e: Element, frame: number) {
  const there = lessonIn(timed, e)
  return there && { timed: inPlaces(there.inner), frame: there.frameAt(frame), part: there.placed.part }
}

/** One look at a frame. */
interface Sight {
  timed: Timed
  frame: number
  framing: Matrix
  blurred: boolean
}
/** The layers of what is seen in a frame, back to front; those of what is stacked as one stand in a group. */
function layersOfAll(seen: readonly Seen[], sight: Sight): Layer[] {
  const { timed, frame, blurred } = sight
  const held = holders(timed.lesson)
  const framingFor = (e: Element) => (e.space === 'framed' ? sight.framing : IDENTITY)
  const own = (s: Seen): Layer[] =>
    placedIn(s.element)
      ? lessonWithin(s, framingFor(s.element), sight)
      : layersOf(s, { timed, frame, framing: framingFor(s.element) }, blurred)
  const treats = (s: Seen) => {
    const does = below(s.element)
    return does?.does === 'treat' ? does.what : null
  }
  const enlarges = (s: Seen) => below(s.element)?.does === 'enlarge'
  if (held.size === 0 && !seen.some((s) => treats(s) || enlarges(s))) return seen.flatMap(own)
  const members = groupedBy(seen, (s) => held.get(s.element.id))
  const withMembers = (s: Seen): Layer[] => {
    if (!holds(s.element)) return own(s)
    const layers = treated(members.get(s.element.id) ?? [])
    return layers.length > 0 || carries(s.element) ? groupOf(s, layers, framingFor(s.element), sight) : []
  }
  /**
   * Back to front; a treatment of a track or an element stands in a group with what it changes.
   *
   * @param whole  all that lies below is among them
   */
  function treated(list: readonly Seen[], whole = false): Layer[] {
    const out: { of: Element; layers: Layer[] }[] = []
    for (const s of list) {
      const over = treats(s)
      const layers = withMembers(s)
      if (whole && enlarges(s)) {
        const below = out.flatMap((o) => o.layers)
        out.push({ of: s.element, layers: enlarged(layers, below, timed.lesson.background) })
        continue
      }
      const [drawing] = layers
      if (!over || over === 'below' || !drawing) {
        out.push({ of: s.element, layers })
        continue
      }
      const apart = (inner: Layer[]): Layer[] =>
        inner.length > 0 ? [apartGroup(s.element.id, [...inner, ...layers], inner)] : []
      if (over === 'track') {
        const first = out.findIndex((o) => o.of.track === s.element.track)
        if (first < 0) continue
        const below = out.splice(first).flatMap((o) => o.layers)
        out.push({ of: s.element, layers: apart(below) })
      } else {
        const at = out.find((o) => o.of.id === over.element)
        if (at) at.layers = apart(at.layers)
      }
    }
    return out.flatMap((o) => o.layers)
  }
  return treated(members.get(undefined) ?? [], true)
}

/** Layers on a sheet of their own: what changes what lies below it sees only those. */
const apartGroup = (element: string, layers: Layer[], inner: Layer[]): Layer => ({
  element,
  matrix: IDENTITY,
  opacity: 1,
  bounds: inner.map((l) => l.bounds).reduce(union),
  layers,
  apart: true,
})

/** How an element stands that holds others: how the whole of them is seen, in which part of its pixels. */
function wholeOf(e: Element, framing: Matrix, { timed, frame }: Sight) {
  const placement = placementOf(timed, e, frame, framing)
  if (!placement) return null
  const { element } = placement
  const opacity = element.opacity * placement.opacity
  if (opacity <= 0) return null
  const box = localBox(element, sizeOf(element))
  const blurPx = element.blurPx * Math.hypot(framing[0], framing[1])
  const shadow = shadowOf(element, framing)
  return { element, box, opacity, clip: clipOf(element, box), blurPx, shadow, matrix: times(framing, placement.matrix) }
}
type Whole = NonNullable<ReturnType<typeof wholeOf>>
/** Whether just the layers themselves are seen, without anything that is done to them together. */
const isPlain = ({ opacity, clip, blurPx, shadow }: Whole): boolean => opacity >= 1 && !clip && blurPx === 0 && !shadow

/** Layers as one: faded, masked, blurred and casting a shadow together; just themselves where there is none of that. */
function groupOf({ element: e }: Seen, members: Layer[], framing: Matrix, sight: Sight): Layer[] {
  const stands = wholeOf(e, framing, sight)
  if (!stands) return []
  const { element, box, matrix } = stands
  const carried = carries(element)
  const whole = { ...stands, clip: stands.clip ?? (carried?.masks ? box : null) }
  const backing = carried?.backing()
  const own = (shapes: Shape[]): Layer[] =>
    shapes.length > 0 && !isFlat(matrix)
      ? [{ element: e.id, matrix, opacity: 1, shapes, bounds: grown(boundsOf(matrix, box), 1) }]
      : []
  const layers = [...own(backing?.behind ?? []), ...members, ...own(backing?.before ?? [])]
  const warp = carried?.warp()
  if (warp && !isFlat(matrix)) return warped(whole, layers, { window: box, ...warp }, sight)
  return isPlain(whole) ? layers : asOne(whole, layers, sight)
}

/** Layers that are seen in perspective: as they lie in their window, and where its corners are brought to. */
function warped(whole: Whole, layers: Layer[], warp: NonNullable<Group['warp']>, sight: Sight): Layer[] {
  if (layers.length === 0) return []
  const { clip, ...rest } = whole
  const within = moved(layers, inverse(whole.matrix))
  const inner = clip ? [{ ...apartGroup(whole.element.id, within, within), bounds: warp.window, clip }] : within
  const [group] = asOne({ ...rest, clip: null }, inner, sight, { apart: true })
  if (!group) return []
  const reach = around(warp.quad.map((p) => apply(whole.matrix, p)))
  const soft = whole.blurPx > 0 ? grown(reach, Math.ceil(whole.blurPx * 3)) : reach
  return [{ ...group, warp, bounds: whole.shadow ? withShadow(soft, whole.shadow) : grown(soft, 1) } as Layer]
}

/** The layers of a lesson that stands in this one; as they are where it fills the frame, else as one. */
function lessonWithin({ element: e }: Seen, framing: Matrix, sight: Sight): Layer[] {
  const inner = innerAt(sight.timed, e, sight.frame)
  const whole = inner && wholeOf(e, framing, sight)
  if (!whole || isFlat(whole.matrix)) return []
  const { box, matrix } = whole
  const picture = layersAt(inner.timed, inner.frame, { blurred: sight.blurred })
  const by = times(matrix, [box.w / picture.width, 0, 0, box.h / picture.height, box.x, box.y])
  const layers = broughtIn(picture, by, { element: e.id, part: inner.part })
  const { width, height } = sight.timed.lesson.frame
  const fills = by.every((v, i) => v === IDENTITY[i]) && picture.width === width && picture.height === height
  if (fills && isPlain(whole)) return layers
  return asOne({ ...whole, clip: whole.clip ?? box }, layers, sight, {
    apart: true,
    solid: isOpaque(picture.background),
  })
}

/** Layers that are done something to together, in a group; none where nothing of it is seen. */
function asOne(whole: Whole, layers: Layer[], { timed }: Sight, how: Pick<Group, 'apart' | 'solid'> = {}): Layer[] {
  const { element: e, matrix, opacity, clip, blurPx, shadow } = whole
  if (layers.length === 0 || isFlat(matrix) || (clip && (clip.w <= 0 || clip.h <= 0))) return []
  let bounds = clip ? boundsOf(matrix, clip) : layers.map((l) => l.bounds).reduce(union)
  if (blurPx > 0) bounds = grown(bounds, Math.ceil(blurPx * 3))
  if (shadow) bounds = withShadow(bounds, shadow)
  if (!meets(bounds, { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height })) return []
  return [
    {
      element: e.id,
      matrix,
      opacity,
      bounds,
      layers,
      ...(clip && { clip }),
      ...(blurPx > 0 && { blurPx }),
      ...(shadow && { shadow }),
      ...how,
    },
  ]
}
