import type { Draft } from 'immer'
import { z } from 'zod'
import { LEVEL_PATH, plays } from '../../kinds'
import { playing } from '../../kinds/looks'
import { clipEnd, type Clip } from '../../lesson/clips'
import { fading } from '../../lesson/make'
import type { Element, Lesson, Medium } from '../../lesson/schema'
import { speedOf } from '../../lesson/timeMap'
import { motionOf, posedAt } from '../../motion'
import { frameStartUs, framesPerSecond } from '../../time'
import { resolve, type Timed } from '../../timing'
import { define, Id, make, type Given } from '../ground/act'
import { Count, Flag, Frame, MediumArg, NewId, Num } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { clipLook, placeClip } from '../clips/clips'
import { ownMates, pictureFollows } from '../clips/pictureFollows'
import { plain, tie } from '../ground/plain'
import { addTrack } from '../lesson/lesson'
import { numbered } from '../ground/names'
import { keyAt } from '../motion/posing'
import { clipsIn } from '../ground/standing'
import { Unfit } from '../ground/unfit'
import { phrasesSaid } from '../../moments'
import { inWords, said } from '../../../words/words'

const RANGE = { least: -60, most: 24 }
const inRange = (db: number): number => Math.round(Math.min(RANGE.most, Math.max(RANGE.least, db)) * 10) / 10

const levelAt = (timed: Timed, id: string, frame: number): number => {
  const own = elementIn(timed.lesson, id)
  const now = own && posedAt(timed, own, frame)
  return (own && playing(now?.look ?? own.look)?.levelDb) ?? 0
}
/** Keys the level of a clip at a frame; the lesson is solved anew, for the next one to find it. */
function keyLevel(draft: Draft<Lesson>, given: Given, id: string, frame: number, db: number): Timed {
  const own = elementIn(given.timed.lesson, id)
  if (!own) throw new Unfit(said('edits.theClipThatItIs'))
  keyAt(given, draft, own, frame, { [LEVEL_PATH]: inRange(db) })
  return resolve(plain(draft) as Lesson)
}
/** A point of the line along which a clip's level goes: at a frame, in dB. */
export const setLevelAt = define('setLevelAt', [Id.clip, Frame, Num], (id, frame, db) => (draft, given) => {
  keyLevel(draft, given, id, frame, db)
})
/** A clip is louder or quieter by so many dB, all along. */
export const shiftLevel = define('shiftLevel', [Id.clip, Num], (id, by) => (draft) => {
  const e = elementIn(draft, id)!
  const look = e.look as { levelDb: number }
  look.levelDb = inRange(look.levelDb + by)
  for (const { values } of e.poses) {
    const keyed = values[LEVEL_PATH]
    if (typeof keyed === 'number') values[LEVEL_PATH] = inRange(keyed + by)
  }
})
/**
 * Lowers a clip between two frames of the lesson by so many dB, going down before the first one and back up after the
 * last one.
 *
 * @param ramp  for how many frames it goes down, and up
 */
export const lowerBetween = define(
  'lowerBetween',
  [Id.clip, Frame, Frame, Num, Count],
  (id, from, to, by, ramp) => (draft, given) => {
    const span = given.timed.spans.get(id)!
    const points = [
      { frame: from - ramp, by: 0 },
      { frame: from, by },
      { frame: to, by },
      { frame: to + ramp, by: 0 },
    ]
    const levels = points.map((p) => levelAt(given.timed, id, Math.min(span.to - 1, Math.max(span.from, p.frame))))
    let timed = given.timed
    points.forEach((p, i) => {
      if (p.frame >= span.from && p.frame < span.to)
        timed = keyLevel(draft, { ...given, timed }, id, p.frame, levels[i]! - p.by)
    })
  },
)

/** Copies fade into each other for so long, the last one fades out for so long; seconds. */
const LOOP = { over: 0.5, out: 2 }
/** A sound begins anew whenever it is over, until everything else ends: each time it fades into the next. */
export const loopToEnd = define('loopToEnd', [Id.clip], (id) => (draft, given) => {
  const clips = clipsIn(draft, given)
  const clip = clips.find((c) => c.id === id)
  if (!clip) throw new Unfit(said('edits.theClipThatItIs'))
  const end = draft.length ?? Math.max(0, ...clips.filter((c) => c.media !== clip.media).map(clipEnd))
  if (end <= clipEnd(clip)) throw new Unfit(said('edits.itLastsUntilEverythingElse'))
  const fps = framesPerSecond(draft.rate)
  const over = Math.min(Math.round(LOOP.over * fps), Math.floor(clip.length / 3))
  const step = clip.length - over
  if (step < 1) throw new Unfit(said('edits.itIsTooShortTo'))
  const first = clip.element
  const template = plain(first) as Element
  const group = [first as Element]
  for (let at = clip.at + step; at < end; at += step) {
    const copy = structuredClone(template)
    copy.id = given.newId('clip')
    copy.name = template.name
    copy.start = { on: 'loose', frame: at }
    copy.end = { on: 'loose', frame: Math.min(end, at + clip.length) }
    copy.poses = []
    draft.elements.push(copy)
    group.push(draft.elements.at(-1)!)
  }
  group.forEach((e, i) => {
    if (i > 0) e.arrival = fading(over)
    const last = i === group.length - 1
    const long = e.end.on === 'loose' && e.start.on === 'loose' ? e.end.frame - e.start.frame : clip.length
    e.departure = fading(last ? Math.max(1, Math.min(Math.round(LOOP.out * fps), Math.floor(long / 2))) : over)
  })
})

/** How far music is lowered while words are spoken, where nothing was said of it; dB. */
const UNDER_DB = -12
/**
 * Lays a sound under the whole lesson: on a track of its own from the first frame on, lowered while words are spoken,
 * beginning anew until the end, or faded out there.
 */
export const layUnder = define('layUnder', [Id.clip, NewId], (id, track) => (draft, given) => {
  const clips = clipsIn(draft, given)
  const clip = clips.find((c) => c.id === id)
  if (!clip) throw new Unfit(said('edits.theClipThatItIs'))
  if (plays(clip.element)?.what !== 'sound') throw new Unfit(said('edits.onlyASoundLiesUnder'))
  const end = draft.length ?? Math.max(0, ...clips.filter((c) => c.media !== clip.media).map(clipEnd))
  if (end <= 0) throw new Unfit(said('edits.thereIsNothingYetThat'))
  const taken = new Set(draft.tracks.map((t) => t.name))
  make(addTrack({ id: track, kind: 'sound', name: numbered(inWords('edits.music'), taken) }), draft, given)
  const { element } = clip
  element.track = track
  const look = element.look as { duckDb?: number }
  if (look.duckDb === 0) look.duckDb = UNDER_DB
  placeClip(clip, 0, Math.min(clip.length, end))
  if (clip.length < end) make(loopToEnd(id), draft, given)
  else {
    const fade = Math.min(Math.round(LOOP.out * framesPerSecond(draft.rate)), Math.floor(end / 2))
    element.departure = fading(Math.max(1, fade))
  }
  // It ends with the lesson, however that is cut.
  const pieces = clipsIn(draft, given).filter((c) => c.media === clip.media && c.element.track === track)
  const last = pieces.toSorted((a, b) => clipEnd(a) - clipEnd(b)).at(-1)
  if (last && draft.length === null) last.element.end = tie('lesson:end', 0, end)
})

const levelPose = (id: string, frames: number, db: number): Element['poses'][number] => ({
  id,
  start: { on: 'key' },
  end: { on: 'start', frames },
  easing: 'linear',
  values: { [LEVEL_PATH]: db },
  curve: null,
})
/** The points of a part of a clip's level, from a frame of the lesson on; none where the level stays the same. */
function levelsOver(timed: Timed, e: Element): (from: number, length: number) => { frames: number; db: number }[] {
  const points = motionOf(timed, e).moves.flatMap((m) => (LEVEL_PATH in m.pose.values ? [m.to] : []))
  return (from, length) => {
    if (points.length === 0) return []
    const at = [...new Set([from, ...points.filter((p) => p > from && p < from + length), from + length - 1])]
    return at.map((frame) => ({ frames: frame - from, db: levelAt(timed, e.id, frame) }))
  }
}
/** A word fades out a little after it was said; seconds. */
const TAIL_S = 0.08
/**
 * Pauses between the words of a narration are no longer than so many seconds: what is more is cut out of it.
 *
 * @param follows  whether the picture follows it
 */
export const tightenPauses = define('tightenPauses', [Id.clip, Num, Flag], (id, most, follows) => (draft, given) => {
  const before = given.timed
  const clip = clipsIn(draft, given).find((c) => c.id === id)
  const medium = clip && draft.media[clip.media]
  if (!clip || !medium) throw new Unfit(said('edits.theClipThatItIs'))
  const speed = speedOf(clip.map)
  if (!speed || speed.num !== speed.den) throw new Unfit(said('edits.itsSpeedIsNotIts'))
  if (medium.words.length < 2) throw new Unfit(said('edits.itsWordsHaveNoTimes'))
  const first = clip.map.inUs
  const last = first + frameStartUs(clip.length, draft.rate)
  const keeps: { fromUs: number; toUs: number }[] = [{ fromUs: first, toUs: last }]
  const leave = (most * 1e6) / 2
  medium.words.slice(1).forEach((w, i) => {
    const before = medium.words[i]!
    const [from, to] = [before.toUs + Math.max(leave, TAIL_S * 1e6), w.fromUs - leave]
    const open = keeps.at(-1)!
    if (to - from < 50_000 || from <= open.fromUs || to >= open.toUs) return
    open.toUs = from
    keeps.push({ fromUs: to, toUs: last })
  })
  if (keeps.length === 1) throw new Unfit(said('edits.noPauseIsLongerThan', most))
  const template = plain(clip.element) as Element
  const frames = (us: number) => Math.round((us * draft.rate.num) / (1e6 * draft.rate.den))
  const loud = levelsOver(before, template)
  const none: Element['arrival'] = { ...fading(1), how: 'none' }
  let at = clip.at
  keeps.forEach((k, i) => {
    const length = Math.max(1, frames(k.toUs - k.fromUs))
    const was = clip.at + frames(k.fromUs - first)
    let e = clip.element as Element
    if (i > 0) {
      e = structuredClone(template)
      e.id = given.newId('clip')
      e.start = { on: 'loose', frame: at }
      e.end = { on: 'loose', frame: at + length }
      draft.elements.push(e)
      e = draft.elements.at(-1)!
    } else placeClip(clip, clip.at, length)
    // It comes and goes as it did, and is as loud as it was.
    if (i > 0) e.arrival = { ...none }
    if (i < keeps.length - 1) e.departure = { ...none }
    e.poses = loud(was, length).map(({ frames: n, db }) => levelPose(given.newId('pose'), n, db))
    const own = clipsIn(draft, given).find((c) => c.id === e.id)
    if (own) clipLook(own).inUs = Math.round(k.fromUs)
    at += length
  })
  if (follows) pictureFollows(draft, before, clip.media, ownMates(plain(draft) as Lesson, clip.media))
})

/**
 * A cleaned copy of a sound is heard in its place, with its words and moments; what it was before is remembered. Given
 * the sound that it was before, that is heard again.
 */
export const hearCleaned = define(
  'hearCleaned',
  [Id.medium, MediumArg, z.object({ rumble: z.boolean(), noise: z.boolean() })],
  (media, wanted, how) => (draft) => {
    const cleaned = wanted as Medium
    const medium = draft.media[media]!
    if (medium.kind !== 'sound' || cleaned.kind !== 'sound') throw new Unfit(said('edits.onlyASoundOfIts'))
    const before = medium.cleaned ? plain(medium.cleaned.before) : { sha256: medium.sha256, file: medium.file }
    const after = { sha256: cleaned.sha256, file: cleaned.file }
    Object.assign(medium, after)
    medium.cleaned = { ...how, heard: true, before, after }
  },
)
/** Whether what was cleaned is heard, or the sound as it was. */
export const switchCleaned = define('switchCleaned', [Id.medium, Flag], (media, heard) => (draft) => {
  const medium = draft.media[media]!
  const { cleaned } = medium
  if (!cleaned) throw new Unfit(said('edits.itWasNotCleanedYet'))
  Object.assign(medium, plain(heard ? cleaned.after : cleaned.before))
  cleaned.heard = heard
})

/** Where the words of a phrase that is said at a frame begin and end, in the lesson's frames; null where none is. */
export function phraseAt(timed: Timed, frame: number, but?: Clip): { from: number; to: number; label: string } | null {
  const here = phrasesSaid(timed.moments).find(
    (m) => m.media !== undefined && m.frame <= frame && frame < (m.untilFrame ?? 0) && (!but || m.media === but.media),
  )
  return here ? { from: here.frame, to: here.untilFrame!, label: here.label } : null
}
