import { hundredth } from '../geometry'
import type { Clip, Element, Lesson, Medium } from '../lesson/schema'
import { clipEnd, framesOfSource, sourceUsAt } from '../lesson/clips'
import { frameFor } from '../lesson/limits'
import { Rate, secondsToFrames } from '../time'
import { define, Id, Ids, make } from './act'
import { Count, Flag, Frame, NewId, Side, Values } from './args'
import { setAll } from './plain'
import { resizeLesson } from './shaping'
import { eachNumber, whensOf } from './walk'

const find = (draft: Lesson, id: string) => draft.clips.find((c) => c.id === id)
const sorted = (draft: Lesson, track: string) =>
  draft.clips.filter((c) => c.track === track).sort((a, b) => a.at - b.at)

/** How many lesson frames a medium has to give from a clip's in point on. */
function available(medium: Medium | undefined, clip: Clip, rate: Rate): number {
  if (!medium || medium.kind === 'picture' || clip.freeze || medium.durationUs === undefined) return Infinity
  return Math.max(1, Math.ceil(framesOfSource(clip, medium.durationUs - clip.inUs, rate) - 0.02))
}

/** Moves the start or the end of a clip to a frame, as far as its medium and its neighbours allow. */
export const trimClip = define('trimClip', [Id.clip, Side, Frame], (id, side, frame) => (draft) => {
  const clip = find(draft, id)
  if (!clip) return
  const row = sorted(draft, clip.track)
  const i = row.indexOf(clip)
  if (side === 'end') {
    const limit = Math.min(row[i + 1]?.at ?? Infinity, clip.at + available(draft.media[clip.media], clip, draft.rate))
    clip.length = Math.max(1, Math.min(frame, limit) - clip.at)
    return
  }
  const still = draft.media[clip.media]?.kind === 'picture' || clip.freeze
  const room = still ? Infinity : Math.floor(framesOfSource(clip, clip.inUs, draft.rate) + 0.02)
  const earliest = Math.max(i > 0 ? clipEnd(row[i - 1]!) : 0, clip.at - room)
  const to = Math.min(clipEnd(clip) - 1, Math.max(earliest, frame))
  const by = to - clip.at
  if (!still) clip.inUs = Math.max(0, sourceUsAt(clip, to, draft.rate))
  clip.at = to
  clip.length -= by
})
/** Cuts a clip in two at a frame inside it. What hung on its end hangs on the second part's end. */
export const splitClip = define('splitClip', [Id.clip, Frame, NewId], (id, frame, newId) => (draft) => {
  const clip = find(draft, id)
  if (clip) cutAt(draft, clip, frame, newId)
})
function cutAt(draft: Lesson, clip: Clip, frame: number, newId: string): Clip | null {
  if (frame <= clip.at || frame >= clipEnd(clip)) return null
  const right: Clip = {
    ...clip,
    speed: { ...clip.speed },
    id: newId,
    at: frame,
    length: clipEnd(clip) - frame,
    inUs: sourceUsAt(clip, frame, draft.rate),
  }
  clip.length = frame - clip.at
  draft.clips.push(right)
  for (const e of draft.elements)
    for (const edge of [e.start, e.end])
      if (edge.on === 'moment' && edge.moment === `cut:${clip.id}:end`) edge.moment = `cut:${newId}:end`
  return right
}

/** Moves a clip so that it starts at a frame, or as near as its neighbours on the track leave room. */
export const moveClip = define('moveClip', [Id.clip, Frame, Id.track.optional()], (id, frame, track) => (draft) => {
  const clip = find(draft, id)
  if (!clip) return
  const to =
    track && draft.tracks.find((t) => t.id === track)?.kind === draft.tracks.find((t) => t.id === clip.track)?.kind
      ? track
      : clip.track
  const others = draft.clips.filter((c) => c.track === to && c.id !== id)
  clip.track = to
  clip.at = freeStart(others, Math.max(0, frame), clip.length)
})
/** The start nearest to `wanted` at which `length` frames are free. */
export function freeStart(others: Pick<Clip, 'at' | 'length'>[], wanted: number, length: number): number {
  const fits = (at: number) => at >= 0 && others.every((o) => at + length <= o.at || at >= o.at + o.length)
  if (fits(wanted)) return wanted
  const candidates = [0, ...others.flatMap((o) => [o.at - length, o.at + o.length])].filter(fits)
  return candidates.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0]!
}

/**
 * Takes the frames [from, to) out of tracks. With `close`, later clips of these tracks move up, and where a take is
 * among them the loose ends of elements from there on move with them; else a gap stays.
 */
export const takeOut = define(
  'takeOut',
  [Ids.tracks, Frame, Frame, Flag],
  (tracks, from, to, close) =>
    (draft, { newId }) => {
      if (to <= from || !draft.clips.some((c) => tracks.includes(c.track) && clipEnd(c) > from)) return
      for (const clip of tracks.flatMap((track) => sorted(draft, track))) {
        const right = cutAt(draft, clip, from, newId('clip')) ?? (clip.at >= from ? clip : null)
        if (right && right.at < to) cutAt(draft, right, to, newId('clip'))
      }
      draft.clips = draft.clips.filter((c) => !tracks.includes(c.track) || c.at < from || clipEnd(c) > to)
      if (!close) return
      for (const c of draft.clips) if (tracks.includes(c.track) && c.at >= to) c.at -= to - from
      if (!draft.tracks.some((t) => tracks.includes(t.id) && t.kind === 'takes')) return
      const pulled = (frame: number) => (frame >= to ? frame - (to - from) : Math.min(frame, from))
      for (const e of draft.elements)
        for (const edge of [e.start, e.end])
          if (edge.on === 'loose' && edge.frame > from) edge.frame = pulled(edge.frame)
      for (const m of draft.moments) if (m.frame > from) m.frame = pulled(m.frame)
    },
)
/** The tracks that a cut goes through when nothing says otherwise: all of takes and sound. */
export const cutTracks = (lesson: Lesson): string[] =>
  lesson.tracks.filter((t) => t.kind !== 'elements').map((t) => t.id)
/** Cuts every clip of these tracks in two at a frame inside it. */
export const splitTracks = define('splitTracks', [Ids.tracks, Frame], (tracks, frame) => (draft, { newId }) => {
  for (const clip of [...draft.clips]) if (tracks.includes(clip.track)) cutAt(draft, clip, frame, newId('clip'))
})
export const removeClips = define('removeClips', [Ids.clips], (ids) => (draft) => {
  draft.clips = draft.clips.filter((c) => !ids.includes(c.id))
})
/** Sets values of a clip. */
export const setClip = define('setClip', [Id.clip, Values], (id, values) => (draft) => setAll(find(draft, id)!, values))

/** Changes a clip's speed; it keeps its in point and shows the same stretch of its medium, up to the next clip. */
export const setSpeed = define('setSpeed', [Id.clip, Count, Count], (id, num, den) => (draft) => {
  const clip = find(draft, id)
  if (!clip || clip.freeze) return
  const wanted = Math.max(1, Math.round((clip.length * clip.speed.num * den) / (clip.speed.den * num)))
  const row = sorted(draft, clip.track)
  const next = row[row.indexOf(clip) + 1]
  clip.speed = { num, den }
  clip.length = Math.min(wanted, (next?.at ?? Infinity) - clip.at)
})
/**
 * Lays a medium on the first track that takes it: at a frame if given and free, else after the last clip. The first
 * take sets the lesson's size and rate.
 */
export const layMedium = define(
  'layMedium',
  [Id.medium, NewId, Frame.nullable()],
  (mediaId, clipId, frame) => (draft, given) => {
    const medium = draft.media[mediaId]
    if (!medium) return
    const kind = medium.kind === 'sound' ? 'sound' : 'takes'
    const track = draft.tracks.find((t) => t.kind === kind)
    if (!track) return
    const firstTake = medium.kind === 'take' && !draft.clips.some((c) => draft.media[c.media]?.kind === 'take')
    if (firstTake && medium.width && medium.height && medium.rate) {
      const frame = frameFor(medium.width, medium.height)
      make(resizeLesson(frame.width, frame.height), draft, given)
      changeRate(draft, medium.rate)
    }
    const length =
      medium.kind === 'picture'
        ? secondsToFrames(5, draft.rate)
        : medium.kind === 'take' && firstTake
          ? medium.frames!
          : Math.max(1, secondsToFrames((medium.durationUs ?? 1e6) / 1e6, draft.rate))
    const row = sorted(draft, track.id)
    const last = row.at(-1)
    const at = frame === null ? (last ? clipEnd(last) : 0) : freeStart(row, frame, length)
    draft.clips.push({
      id: clipId,
      track: track.id,
      media: mediaId,
      at,
      length,
      inUs: 0,
      speed: { num: 1, den: 1 },
      freeze: false,
      fit: 'fit',
      levelDb: 0,
      muted: false,
    })
  },
)
/**
 * Brings an element to another frame rate: what it does, and for how long, keeps its time to the nearest frame.
 *
 * @param e   a draft
 * @param to  gives as many frames of the new rate as so many of the old one are
 */
export function changeRateOf(e: Element, to: (frames: number) => number): void {
  for (const when of whensOf(e)) {
    if (when.on === 'loose') when.frame = to(when.frame)
    else if (when.on === 'length') when.frames = Math.max(when.frames > 0 ? 1 : 0, to(when.frames))
    else if (when.on === 'start' || when.on === 'end') when.frames = to(when.frames)
    else if (when.on === 'moment' || when.on === 'element') {
      when.offset = to(when.offset)
      when.last = to(when.last)
    }
  }
  eachNumber(e, (v, { type }) => (type === 'frames' ? to(v) : v))
}

/** Gives the lesson another frame rate. */
export const setRate = define('setRate', [Rate], (rate) => (draft) => changeRate(draft, rate))

/** Brings a lesson to another frame rate; everything keeps its time to the nearest frame. */
export function changeRate(draft: Lesson, rate: Rate): void {
  const k = (rate.num * draft.rate.den) / (rate.den * draft.rate.num)
  if (k === 1) return
  const to = (f: number) => Math.round(f * k)
  for (const track of draft.tracks) {
    // At a very low rate a short clip, which has a frame at least, would reach into the next one.
    let free = 0
    for (const c of sorted(draft, track.id)) {
      const end = to(clipEnd(c))
      c.at = Math.max(free, to(c.at))
      c.length = Math.max(1, end - c.at)
      free = clipEnd(c)
    }
  }
  for (const m of draft.moments) m.frame = to(m.frame)
  for (const e of draft.elements) changeRateOf(e, to)
  for (const s of draft.staggers) {
    s.frames = hundredth(s.frames * k)
    s.jitter = to(s.jitter)
    for (const id of Object.keys(s.shifts)) s.shifts[id] = to(s.shifts[id]!)
  }
  if (draft.length !== null) draft.length = Math.max(1, to(draft.length))
  draft.rate = { ...rate }
}
