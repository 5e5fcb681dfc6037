import { isClip, newElement, settle, runs, isGround } from '../../kinds'
import type { Element, Lesson, Track } from '../../lesson/schema'
import { clipEnd, clipOf, framesToGive, sourceUsAt, type Clip } from '../../lesson/clips'
import { goesOn } from '../../kinds/looks'
import { frameFor } from '../../lesson/limits'
import {
  framesBefore,
  framesUntil,
  isStill,
  mapAtSpeed,
  mapWithHold,
  mapWithRamp,
  type Stretch,
} from '../../lesson/timeMap'
import { Rate, secondsToFrames } from '../../time'
import { z } from 'zod'
import { define, Id, Ids, make, type Given } from '../ground/act'
import { Count, Flag, Frame, NewId, Side, Values } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { atOf, changeRate } from './rate'
import { cutElement } from '../elements/cutting'
import { removeElements } from '../elements/elements'
import { setAll } from '../ground/plain'
import { numbered } from '../ground/names'
import { resizeLesson } from '../place/shaping'
import { clipsIn, runsIn, standingIn, type StandingRun } from '../ground/standing'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

const rowOf = (draft: Lesson, given: Given, track: string): Clip[] =>
  clipsIn(draft, given, track).sort((a, b) => a.at - b.at)
function find(draft: Lesson, given: Given, id: string): Clip | null {
  const e = elementIn(draft, id)
  return e ? clipOf(e, standingIn(draft, e, given.timed)) : null
}
export const clipLook = (clip: Clip) => clip.element.look as { inUs: number; stretches: Stretch[] }

/** Puts an end of an element at a frame: a loose one there, a tied one that much further from what it hangs on. */
function putEnd(e: Element, side: 'start' | 'end', from: number, to: number): void {
  const edge = e[side]
  if (edge.on === 'loose') edge.frame = to
  else if (edge.on === 'length') edge.frames = Math.max(1, edge.frames + (side === 'end' ? to - from : from - to))
  else {
    edge.offset += to - from
    edge.last = to
  }
}
/** Puts a clip elsewhere: from `at`, for `length` frames. */
export function placeClip(clip: Clip, at: number, length: number): void {
  const e = clip.element
  if (e.start.on !== 'length') putEnd(e, 'start', clip.at, at)
  if (e.end.on === 'length') e.end.frames = length
  else putEnd(e, 'end', clipEnd(clip), at + length)
  if (e.start.on === 'length') e.start.frames = length
}
/** Those that are taken together with a clip, itself among them; only those that lie in the very same frames. */
const together = (draft: Lesson, given: Given, clip: Clip): Clip[] => {
  const { group } = clip.element
  if (group === null) return [clip]
  return clipsIn(draft, given).filter((c) => c.element.group === group && c.at < clipEnd(clip) && clip.at < clipEnd(c))
}
/**
 * The same, where what is done to one has to be done to all alike so that they stay in sync.
 *
 * @param side  the end that all of them have to have on the same frame
 * @throws Unfit when one of them begins, or ends, elsewhere
 */
export function inStep(draft: Lesson, given: Given, clip: Clip, side: 'start' | 'end' = 'start'): Clip[] {
  const all = together(draft, given, clip)
  const other = all.find((c) => (side === 'start' ? c.at !== clip.at : clipEnd(c) !== clipEnd(clip)))
  if (other)
    throw new Unfit(
      said(
        'edits.isTakenTogetherWithWhich',
        clip.element.name,
        other.element.name,
        side === 'start' ? 'begins' : 'ends',
      ),
    )
  return all
}

/** Moves the start or the end of a clip to a frame, as far as its medium and its neighbours allow. */
export const trimClip = define('trimClip', [Id.clip, Side, Frame], (id, side, frame) => (draft, given) => {
  const first = find(draft, given, id)
  if (!first) return
  const at = first.at
  const end = clipEnd(first)
  for (const clip of together(draft, given, first)) {
    // Those that are taken together but begin or end elsewhere keep their own end there.
    if (side === 'start' ? clip.at === at : clipEnd(clip) === end) trimOne(draft, given, clip, side, frame)
  }
})
function trimOne(draft: Lesson, given: Given, clip: Clip, side: 'start' | 'end', frame: number): void {
  const others = rowOf(draft, given, clip.track).filter((c) => c.id !== clip.id)
  const medium = draft.media[clip.media]
  if (side === 'end') {
    const next = others.find((c) => c.at >= clipEnd(clip))
    const limit = Math.min(next?.at ?? Infinity, clip.at + framesToGive(clip.map, medium, draft.rate))
    placeClip(clip, clip.at, Math.max(1, Math.min(frame, limit) - clip.at))
    return
  }
  const room = standsStill(draft, clip) ? Infinity : framesBefore(clip.map, draft.rate)
  const before = others.findLast((c) => clipEnd(c) <= clip.at)
  const earliest = Math.max(before ? clipEnd(before) : 0, clip.at - room)
  beginClip(draft, clip, Math.min(clipEnd(clip) - 1, Math.max(earliest, frame)))
}
/** Lets a clip begin at another frame: what it shows from there on, and its end, stay where they are. */
export function beginClip(draft: Lesson, clip: Clip, to: number): void {
  if (!standsStill(draft, clip)) {
    if (to > clip.at) runs(clip.element)?.cutOff(to - clip.at, draft.rate)
    else clipLook(clip).inUs = Math.max(0, sourceUsAt(clip, to, draft.rate))
  }
  placeClip(clip, to, clipEnd(clip) - to)
}
/** Whether a clip shows the same all along, so that there is always more of it. */
export const standsStill = (draft: Lesson, { media, map }: Clip): boolean =>
  draft.media[media]?.kind === 'picture' || isStill(map)
/** Cuts a clip, and what is taken together with it, in two at a frame inside it. What hung on its end goes along. */
export const splitClip = define('splitClip', [Id.clip, Frame, NewId], (id, frame, newId) => (draft, given) => {
  const first = find(draft, given, id)
  if (first) splitAll(draft, given, together(draft, given, first).map(asRun), frame, newId)
})
const asRun = (clip: Clip): StandingRun => ({ element: clip.element, from: clip.at, to: clipEnd(clip) })
/** Cuts clips and lessons at a frame; the parts behind it of what was taken together are taken together. */
function splitAll(
  draft: Lesson,
  given: Given,
  runs: readonly StandingRun[],
  frame: number,
  firstId?: string,
): Element[] {
  const groups = new Map<string, string>()
  let id = firstId
  return runs.flatMap((run) => {
    const right = cutAt(draft, run, frame, id ?? given.newId('clip'))
    if (!right) return []
    id = undefined
    if (right.group !== null) {
      const group = groups.get(right.group) ?? given.newId('group')
      groups.set(right.group, group)
      right.group = group
    }
    return [right]
  })
}
function cutAt(draft: Lesson, { element, ...span }: StandingRun, frame: number, newId: string): Element | null {
  if (frame <= span.from || frame >= span.to) return null
  const taken = new Set(draft.elements.map((e) => e.name))
  const right = cutElement(draft, element, span, frame, { id: newId, name: numbered(element.name, taken) })
  for (const e of draft.elements)
    for (const edge of [e.start, e.end])
      if (edge.on === 'moment' && edge.moment === `cut:${element.id}:end`) edge.moment = `cut:${newId}:end`
  return right
}

/** Moves a clip so that it starts at a frame, or as near as its neighbours on the track leave room. */
export const moveClip = define(
  'moveClip',
  [Id.clip, Frame, Id.track.optional()],
  (id, frame, track) => (draft, given) => {
    const clip = find(draft, given, id)
    if (!clip) return
    const kind = (t: string) => draft.tracks.find((x) => x.id === t)?.kind
    const to = track && kind(track) === kind(clip.track) ? track : clip.track
    const { group } = clip.element
    const along = group === null ? [] : clipsIn(draft, given).filter((c) => c.element.group === group && c.id !== id)
    const moved = new Set([id, ...along.map((c) => c.id)])
    const others = clipsIn(draft, given, to).filter((c) => !moved.has(c.id))
    clip.element.track = to
    const at = freeStart(others, Math.max(0, frame), clip.length)
    placeClip(clip, at, clip.length)
    for (const c of along) placeClip(c, Math.max(0, c.at + at - clip.at), c.length)
  },
)
/** The start nearest to `wanted` at which `length` frames are free. */
export function freeStart(others: Pick<Clip, 'at' | 'length'>[], wanted: number, length: number): number {
  const fits = (at: number) => at >= 0 && others.every((o) => at + length <= o.at || at >= o.at + o.length)
  if (fits(wanted)) return wanted
  const candidates = [0, ...others.flatMap((o) => [o.at - length, o.at + o.length])].filter(fits)
  return candidates.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0]!
}

/**
 * Takes the frames [from, to) out of tracks: out of their clips. With `close`, later clips of these tracks move up,
 * and where footage is among them the loose ends of all else from there on move with them; else a gap stays.
 */
export const takeOut = define(
  'takeOut',
  [Ids.tracks, Frame, Frame, Flag],
  (tracks, from, to, close) => (draft, given) => {
    const on = () => runsIn(draft, given, tracks)
    if (to <= from || !on().some((r) => r.to > from)) return
    for (const frame of [from, to]) splitAll(draft, given, on(), frame)
    const gone = on().filter((r) => r.from >= from && r.to <= to)
    if (gone.length > 0) make(removeElements(gone.map((r) => r.element.id)), draft, given)
    if (!close) return
    closeUp(draft, given, tracks, { from, to })
  },
)
/** Moves up what lies behind some frames of tracks, [from, to), that are empty now. */
export function closeUp(
  draft: Lesson,
  given: Given,
  tracks: readonly string[],
  gap: { from: number; to: number },
): void {
  const { from, to } = gap
  for (const c of clipsIn(draft, given))
    if (tracks.includes(c.track) && c.at >= to && c.element.start.on === 'loose')
      placeClip(c, c.at - (to - from), c.length)
  if (!draft.tracks.some((t) => tracks.includes(t.id) && t.kind === 'picture')) return
  const pulled = (frame: number) => (frame >= to ? frame - (to - from) : Math.min(frame, from))
  for (const e of draft.elements) {
    if (isClip(e)) continue
    for (const edge of [e.start, e.end]) if (edge.on === 'loose' && edge.frame > from) edge.frame = pulled(edge.frame)
  }
  for (const m of draft.moments) if (m.frame > from) m.frame = pulled(m.frame)
}
/** The tracks that a cut goes through when nothing says otherwise: all that clips and lessons lie on. */
export function cutTracks(lesson: Lesson): string[] {
  const used = new Set(lesson.elements.filter((e) => goesOn(e.look)).map((e) => e.track))
  return lesson.tracks.filter((t) => used.has(t.id)).map((t) => t.id)
}
/** Cuts every clip and every lesson of these tracks in two at a frame inside it. */
export const splitTracks = define('splitTracks', [Ids.tracks, Frame], (tracks, frame) => (draft, given) => {
  splitAll(draft, given, runsIn(draft, given, tracks), frame)
})
/** Sets values of what a clip plays. */
export const setClip = define('setClip', [Id.clip, Values], (id, values) => (draft) => {
  const e = elementIn(draft, id)!
  setAll(e.look, values)
  settle(e, draft)
})

/** Changes a clip's speed; it keeps its in point and shows the same stretch of its medium, up to the next clip. */
export const setSpeed = define('setSpeed', [Id.clip, Count, Count], (id, num, den) => (draft, given) => {
  const first = find(draft, given, id)
  if (!first || isStill(first.map)) return
  const made = inStep(draft, given, first).flatMap((clip) => {
    if (isStill(clip.map)) return []
    const end = sourceUsAt(clip, clipEnd(clip), draft.rate)
    const stretches = mapAtSpeed(clip.map, { num, den })
    const wanted = framesUntil({ inUs: clip.map.inUs, stretches }, end, draft.rate)
    const next = rowOf(draft, given, clip.track).find((c) => c.id !== clip.id && c.at >= clipEnd(clip))
    return [{ clip, stretches, length: Math.min(Math.max(1, wanted), (next?.at ?? Infinity) - clip.at) }]
  })
  for (const { clip, stretches, length } of made) {
    clipLook(clip).stretches = stretches
    placeClip(clip, clip.at, length)
  }
})
/**
 * Lets a clip stand still at a frame for so many frames more, and then go on. It gets that much longer; with `push`,
 * later clips of its track, and what is loose behind it, move on as much.
 */
export const freezeAt = define(
  'freezeAt',
  [Id.clip, Frame, Count, Flag],
  (id, frame, frames, push) => (draft, given) => {
    const first = find(draft, given, id)
    if (!first || frame < first.at || frame >= clipEnd(first)) return
    const all = inStep(draft, given, first).filter((c) => frame < clipEnd(c))
    const end = clipEnd(first)
    const tracks = new Set(all.map((c) => c.track))
    const later = [...tracks].flatMap((t) => rowOf(draft, given, t).filter((c) => !all.includes(c) && c.at >= end))
    const room = push ? Infinity : Math.min(Infinity, ...later.map((c) => c.at)) - first.at
    for (const clip of all) {
      const { inUs, stretches } = mapWithHold(clip.map, frame - clip.at, frames, draft.rate)
      Object.assign(clip.element.look, { inUs, stretches })
      placeClip(clip, clip.at, Math.min(clip.length + frames, room))
    }
    if (!push) return
    for (const c of later) placeClip(c, c.at + frames, c.length)
    for (const e of draft.elements) {
      if (isClip(e)) continue
      for (const edge of [e.start, e.end]) if (edge.on === 'loose' && edge.frame > frame) edge.frame += frames
    }
    for (const m of draft.moments) if (m.frame > frame) m.frame += frames
  },
)

/**
 * Lets a clip change its speed at a frame, evenly over so many frames, and go on at the new one. It shows the same
 * stretch of its medium as before, up to the next clip.
 */
export const rampSpeed = define(
  'rampSpeed',
  [Id.clip, Frame, Count, Count, Count],
  (id, frame, frames, num, den) => (draft, given) => {
    const first = find(draft, given, id)
    if (!first || isStill(first.map) || frame < first.at || frame >= clipEnd(first)) return
    const made = inStep(draft, given, first).flatMap((clip) => {
      if (isStill(clip.map)) return []
      const end = sourceUsAt(clip, clipEnd(clip), draft.rate)
      const map = mapWithRamp(clip.map, frame - clip.at, { frames, to: { num, den }, until: end }, draft.rate)
      const next = rowOf(draft, given, clip.track).find((c) => c.id !== clip.id && c.at >= clipEnd(clip))
      const wanted = Math.max(1, framesUntil(map, end, draft.rate))
      return [{ clip, map, length: Math.min(wanted, (next?.at ?? Infinity) - clip.at) }]
    })
    for (const { clip, map, length } of made) {
      Object.assign(clip.element.look, map)
      placeClip(clip, clip.at, length)
    }
  },
)

/** Whether no clip lies on a track between two frames. */
export const trackFree = (draft: Lesson, given: Given, track: string, from: number, to: number): boolean =>
  clipsIn(draft, given, track).every((c) => c.at >= to || clipEnd(c) <= from)

/**
 * The track that a new clip is laid on: the lowest for pictures that has clips, else the lowest; the first for sound.
 */
function trackFor(draft: Lesson, kind: Track['kind']): Track | undefined {
  const fit = draft.tracks.filter((t) => t.kind === kind)
  if (kind === 'sound') return fit[0]
  const used = new Set(draft.elements.filter((e) => isGround(e)).map((e) => e.track))
  return fit.find((t) => used.has(t.id)) ?? fit.at(-1)
}
/**
 * Of files that were picked together: the clips of those picked after it, behind which it must not stand; and whether
 * the largest of them sets the lesson's size.
 */
export const Together = z.object({ before: z.array(NewId).optional(), largest: Flag.optional() })
const sameRate = (a: Rate, b: Rate) => a.num * b.den === b.num * a.den
/**
 * Lays a medium on the first track that takes it: at a frame if given and free, else after the last clip. The first
 * take sets the lesson's size and rate, where these were not set by hand.
 */
export const layMedium = define(
  'layMedium',
  [Id.medium, NewId, Frame.nullable(), Together.optional()],
  (mediaId, clipId, frame, together) => (draft, given) => {
    const { before = [], largest = false } = together ?? {}
    const medium = draft.media[mediaId]
    if (!medium) return
    const kind = medium.kind === 'sound' ? 'sound' : 'picture'
    const track = trackFor(draft, kind)
    if (!track) return
    const firstTake =
      medium.kind === 'take' && !clipsIn(draft, given).some((c) => draft.media[c.media]?.kind === 'take')
    if ((firstTake || largest) && medium.kind === 'take' && medium.width && medium.height && medium.rate) {
      const size = frameFor(medium.width, medium.height)
      const larger = size.width * size.height > draft.frame.width * draft.frame.height
      if (firstTake || larger) {
        if (!draft.byHand.includes('size')) make(resizeLesson(size.width, size.height), draft, given)
        if (!draft.byHand.includes('rate')) changeRate(draft, medium.rate)
      }
    }
    const length =
      medium.kind === 'picture'
        ? secondsToFrames(5, draft.rate)
        : medium.kind === 'take' && medium.rate && sameRate(medium.rate, draft.rate)
          ? medium.frames!
          : Math.max(1, secondsToFrames((medium.durationUs ?? 1e6) / 1e6, draft.rate))
    const row = rowOf(draft, given, track.id)
    const last = row.at(-1)
    // What was picked after it and is there already stands behind it.
    const behind = before.flatMap((id) => {
      const e = elementIn(draft, id)
      return e?.track === track.id && e.start.on === 'loose' ? [e] : []
    })
    const first = Math.min(...behind.map(atOf))
    const at = behind.length > 0 ? first : frame === null ? (last ? clipEnd(last) : 0) : freeStart(row, frame, length)
    for (const e of behind) if (e.start.on === 'loose') e.start.frame += length
    const e = newElement(draft, kind === 'sound' ? 'sound' : 'footage', clipId, {
      start: { on: 'loose', frame: at },
      end: { on: 'length', frames: length },
    })
    const name = medium.name.replace(/\.[^.]*$/, '').slice(0, 110)
    const taken = new Set(draft.elements.map((x) => x.name))
    Object.assign(e, { track: track.id, name: name ? numbered(name, taken) : e.name })
    Object.assign(e.look, { media: mediaId })
    settle(e, draft)
    // What comes later in the document lies over what is on the same track.
    const ground = draft.elements.findLastIndex(isClip)
    draft.elements.splice(ground + 1, 0, e)
  },
)
