import { z } from 'zod'
import { isClip, newElement, settle, unitOf, plays } from '../../kinds'
import { clipEnd, clipOf, framesToGive, sourceUsAt, type Clip } from '../../lesson/clips'
import { framesBefore, isStill, mapAtSpeed, rational } from '../../lesson/timeMap'
import { fading, noPassing } from '../../lesson/make'
import type { Lesson } from '../../lesson/schema'
import { frameStartUs } from '../../time'
import { resolve } from '../../timing'
import { define, Id, make, type Given } from '../ground/act'
import { Count, Flag, Frame, NewId, Side } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { beginClip, clipLook, closeUp, cutTracks, placeClip, splitTracks, standsStill, takeOut, inStep } from './clips'
import { numbered } from '../ground/names'
import { plain, tie, withElement } from '../ground/plain'
import { clipsIn, runsAt, standingIn } from '../ground/standing'
import { Unfit } from '../ground/unfit'
import { inWords, said } from '../../../words/words'

function clipNamed(draft: Lesson, given: Given, id: string): Clip {
  const e = elementIn(draft, id)!
  const clip = clipOf(e, standingIn(draft, e, given.timed))
  if (!clip) throw new Unfit(said('edits.thisIsNoClip'))
  return clip
}

/** A clip keeps its place and shows what lies so many frames later in its medium, as far as that reaches. */
export const slipClip = define('slipClip', [Id.clip, Frame], (id, frames) => (draft, given) => {
  const first = clipNamed(draft, given, id)
  if (isStill(first.map)) return
  const all = inStep(draft, given, first).filter((c) => !isStill(c.map))
  const wanted = Math.sign(frames) * frameStartUs(Math.abs(frames), draft.rate)
  // As far as the media of all that are taken together reach.
  const room = all.map((clip) => {
    const longUs = draft.media[clip.media]?.durationUs ?? Infinity
    return { before: -clip.map.inUs, after: Math.max(0, longUs - sourceUsAt(clip, clipEnd(clip), draft.rate)) }
  })
  const most = Math.min(...room.map((r) => r.after))
  const by = Math.round(Math.min(most, Math.max(...room.map((r) => r.before), wanted)))
  if (by === 0) return
  for (const clip of all) {
    const look = clipLook(clip)
    look.inUs += by
    for (const s of look.stretches) if ('toUs' in s && s.toUs !== null) s.toUs += by
  }
})

/** Two clips of one track, one of which begins where the other ends; and how much more each has to show there. */
function touching(draft: Lesson, given: Given, leftId: string, rightId: string) {
  const left = clipNamed(draft, given, leftId)
  const right = clipNamed(draft, given, rightId)
  if (left.track !== right.track || clipEnd(left) !== right.at) throw new Unfit(said('edits.theseTwoClipsDoNot'))
  const after = framesToGive(left.map, draft.media[left.media], draft.rate) - left.length
  const before = standsStill(draft, right) ? Infinity : framesBefore(right.map, draft.rate)
  return { left, right, cut: right.at, after, before }
}

/** The cut between two clips that touch goes to a frame: one gives what the other takes, as far as both reach. */
export const rollCut = define('rollCut', [Id.clip, Id.clip, Frame], (leftId, rightId, frame) => (draft, given) => {
  const { left, right, cut, after, before } = touching(draft, given, leftId, rightId)
  const most = Math.min(clipEnd(right) - 1, cut + after)
  const to = Math.min(most, Math.max(left.at + 1, cut - before, frame))
  placeClip(left, left.at, to - left.at)
  beginClip(draft, right, to)
})

const FASTEST = 100
/** An end of a clip goes to a frame, and the clip faster or slower, so that it shows the same stretch of its medium. */
export const stretchClip = define('stretchClip', [Id.clip, Side, Frame], (id, side, frame) => (draft, given) => {
  const first = clipNamed(draft, given, id)
  if (isStill(first.map)) return
  const all = inStep(draft, given, first, side === 'start' ? 'end' : 'start')
  const tracks = new Set(all.map((c) => c.track))
  const others = [...tracks].flatMap((t) => clipsIn(draft, given, t)).filter((c) => !all.some((x) => x.id === c.id))
  const room =
    side === 'end'
      ? Math.min(...others.filter((c) => c.at >= clipEnd(first)).map((c) => c.at), Infinity)
      : Math.max(...others.filter((c) => clipEnd(c) <= first.at).map(clipEnd), 0)
  const at = side === 'start' ? Math.max(room, Math.min(frame, clipEnd(first) - 1)) : first.at
  const end = side === 'end' ? Math.min(room, Math.max(frame, first.at + 1)) : clipEnd(first)
  // As much longer or shorter as this one gets, so do all that are taken together with it.
  const factor = (end - at) / first.length
  for (const clip of all) {
    const length = clip.length === first.length ? end - at : Math.max(1, Math.round(clip.length * factor))
    if (!isStill(clip.map)) {
      const until = sourceUsAt(clip, clipEnd(clip), draft.rate)
      const times = (until - clip.map.inUs) / (frameStartUs(clip.length, draft.rate) * factor)
      if (times > FASTEST || times < 1 / FASTEST) throw new Unfit(said('edits.noClipGoesTimesAs', FASTEST))
      clipLook(clip).stretches = mapAtSpeed(clip.map, rational(times))
    }
    placeClip(clip, side === 'start' ? clipEnd(clip) - length : clip.at, length)
  }
})

/** Two clips that touch fade into each other for so many frames around their cut, as far as their media reach. */
export const dissolve = define('dissolve', [Id.clip, Id.clip, Count], (leftId, rightId, frames) => (draft, given) => {
  const { left, right, cut, ...more } = touching(draft, given, leftId, rightId)
  const after = Math.max(0, Math.min(Math.floor(frames / 2), more.after))
  const early = Math.max(0, Math.min(frames - after, more.before, left.length - 1))
  if (after + early < 2) throw new Unfit(said('edits.neitherClipHasAnythingMore'))
  placeClip(left, left.at, cut + after - left.at)
  beginClip(draft, right, cut - early)
  right.element.arrival = fading(after + early)
  putOver(draft, left.id, right.id)
})
/**
 * Moves a clip so that it starts at a frame and lies over its neighbours there: where they meet, the one that comes
 * later fades in over the other.
 */
export const overlapClip = define('overlapClip', [Id.clip, Frame], (id, frame) => (draft, given) => {
  const own = clipNamed(draft, given, id)
  const at = Math.max(0, frame)
  const end = at + own.length
  const others = clipsIn(draft, given, own.track).filter((c) => c.id !== id)
  const met = others.filter((c) => at < clipEnd(c) && c.at < end)
  for (const c of met) {
    if ((c.at <= at && clipEnd(c) >= end) || (at <= c.at && end >= clipEnd(c)))
      throw new Unfit(said('edits.oneOfTwoClipsWould'))
  }
  const before = met.filter((c) => c.at < at)
  const after = met.filter((c) => c.at > at)
  if (before.length > 1 || after.length > 1) throw new Unfit(said('edits.noMoreThanTwoClips'))
  placeClip(own, at, own.length)
  for (const c of before) fadeOver(draft, c, own, clipEnd(c) - at)
  for (const c of after) fadeOver(draft, own, c, end - c.at)
})
/** The later of two clips fades in over the earlier one; both are heard less meanwhile. */
function fadeOver(draft: Lesson, early: Clip, late: Clip, frames: number): void {
  late.element.arrival = fading(frames)
  if (plays(late.element)?.what === 'sound') early.element.departure = fading(frames)
  putOver(draft, early.id, late.id)
}
/** Of two elements of one track the first lies under the second: what comes later in the document lies over. */
function putOver(draft: Lesson, under: string, over: string): void {
  const [a, b] = [under, over].map((id) => draft.elements.findIndex((e) => e.id === id)) as [number, number]
  if (b < a) draft.elements.splice(a, 0, ...draft.elements.splice(b, 1))
}
/** Between two clips that touch the picture goes to the lesson's ground and comes back: half of it before the cut. */
export const dip = define('dip', [Id.clip, Id.clip, Count], (leftId, rightId, frames) => (draft, given) => {
  const { left, right } = touching(draft, given, leftId, rightId)
  left.element.departure = fading(Math.max(1, Math.floor(frames / 2)))
  right.element.arrival = fading(Math.ceil(frames / 2))
})

/** Lays a copy of a clip behind it, large and blurred, so that nothing of the frame stays empty beside it. */
export const blurredBehind = define('blurredBehind', [Id.clip, NewId], (id, newId) => (draft, given) => {
  const own = elementIn(draft, id)!
  if (plays(own)?.what !== 'footage') throw new Unfit(said('edits.onlyFootageAndPicturesHave'))
  const clip = clipNamed(draft, given, id)
  const e = plain(own)
  Object.assign(e, {
    id: newId,
    name: numbered(`${own.name}, blurred`.slice(0, 110), new Set(draft.elements.map((x) => x.name))),
    start: withElement(id, 'start', clip.at),
    end: withElement(id, 'end', clipEnd(clip)),
    poses: [],
    loop: null,
    rides: null,
    group: null,
    follows: null,
    reads: {},
    blurPx: Math.round(draft.frame.height / 30),
    cornerPx: 0,
    shadow: null,
    scale: { x: 1, y: 1 },
    rotation: 0,
    crop: { left: 0, right: 0, top: 0, bottom: 0 },
  })
  Object.assign(e.look, { fit: 'fill', muted: true })
  settle(e, draft)
  draft.elements.splice(
    draft.elements.findIndex((x) => x.id === id),
    0,
    e,
  )
})

/** Stretches of a lesson, [from, to), in time order. */
const Spans = z.array(z.object({ from: Frame, to: Frame })).max(2000)
/**
 * Stretches in which nothing happens are gone through faster, `times` as fast, or taken out; what comes after them
 * moves up. Each that goes faster gets a note that says so, where that is wanted.
 */
export const hurryThrough = define(
  'hurryThrough',
  [Spans, Count.nullable(), Flag],
  (spans, times, noted) => (draft, given) => {
    const tracks = cutTracks(draft)
    for (const { from, to } of [...spans].sort((a, b) => b.from - a.from)) {
      const now: Given = { ...given, timed: resolve(plain(draft) as Lesson) }
      if (times === null) {
        make(takeOut(tracks, from, to, true), draft, now)
        continue
      }
      // A lesson within has no speed of its own to go by.
      if (runsAt(now.timed, tracks, from, to).some((r) => !isClip(r.element))) continue
      for (const frame of [from, to]) make(splitTracks(tracks, frame), draft, now)
      const within = clipsIn(draft, now).filter((c) => c.at >= from && clipEnd(c) <= to && tracks.includes(c.track))
      if (within.length === 0) continue
      const shrunk = (frame: number) => from + Math.round((frame - from) / times)
      for (const clip of within) {
        if (!isStill(clip.map)) clipLook(clip).stretches = fasterBy(clip, times)
        placeClip(clip, shrunk(clip.at), Math.max(1, shrunk(clipEnd(clip)) - shrunk(clip.at)))
      }
      const ends = Math.max(from + 1, shrunk(to))
      closeUp(draft, now, tracks, { from: ends, to })
      const footage = within.find((c) => draft.media[c.media]?.kind === 'take') ?? within[0]!
      if (noted) addNote(draft, now, footage.id, times)
    }
  },
)
const fasterBy = (clip: Clip, times: number) =>
  clip.map.stretches.map((s) =>
    'hold' in s
      ? { hold: typeof s.hold === 'number' ? Math.max(1, Math.round(s.hold / times)) : s.hold }
      : {
          ...s,
          speed: rational((s.speed.num * times) / s.speed.den),
          ...(s.ramp && { ramp: rational((s.ramp.num * times) / s.ramp.den) }),
        },
  )
/** A note in the upper right corner for as long as a clip goes faster. */
function addNote(draft: Lesson, given: Given, clip: string, times: number): void {
  const e = newElement(draft, 'text', given.newId('note'), {
    start: tie(`cut:${clip}:start`),
    end: tie(`cut:${clip}:end`),
  })
  const unit = unitOf(draft.frame)
  Object.assign(e, { width: 170 * unit, x: draft.frame.width - 130 * unit, y: 80 * unit, space: 'fixed' })
  // It may be there for a few frames only: it is there from the first to the last.
  Object.assign(e, { arrival: noPassing(), departure: noPassing() })
  Object.assign(e.look, { text: `${times}×`, fitText: true })
  e.name = numbered(inWords('edits.asFast', times), new Set(draft.elements.map((x) => x.name)))
  draft.elements.push(e)
}
