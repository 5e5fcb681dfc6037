import { elementsIn } from '../ground/chosen'
import { Moment, Track, Word, type Lesson } from '../../lesson/schema'
import { titleOf, UNNAMED } from '../../lesson/make'
import { sourceUsAt, takeAt } from '../../lesson/clips'
import { isStill } from '../../lesson/timeMap'
import { plays } from '../../kinds'
import { clipsIn } from '../ground/standing'

import { z } from 'zod'
import { newVoice } from '../../lesson/voices'
import { define, Id, Ids, make } from '../ground/act'
import { setAll } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { Frame, MediumArg, NewId, Num, XY, Values, PointerWay, ThingsAround } from '../ground/args'
import { MOMENTS_THAT } from '../../moments'
import { said } from '../../../words/words'

export const rename = define('rename', [z.string().min(1).max(200)], (name) => (draft) => {
  draft.name = name
})
/** Whether nobody has named a lesson: it is called as it began, or as a file that came into it. */
const isUnnamed = ({ name, media }: Lesson): boolean =>
  name === UNNAMED || Object.values(media).some((m) => titleOf(m.name) === name)
/** A medium comes into the lesson; the first one, and after that the first take, name it where nobody has. */
export const addMedium = define('addMedium', [NewId, MediumArg], (id, medium) => (draft) => {
  const known = Object.values(draft.media)
  const first = known.length === 0 || (medium.kind === 'take' && !known.some((m) => m.kind === 'take'))
  if (first && isUnnamed(draft)) draft.name = titleOf(medium.name) || draft.name
  draft.media[id] = medium
})
/**
 * Sets a mark or a chapter at a frame: on the take that is shown there, so that it follows the take, or on the lesson's
 * own time.
 */
export const setMoment = define(
  'setMoment',
  [NewId, z.enum(MOMENTS_THAT.areSet), z.string(), Frame, XY.optional()],
  (id, kind, label, frame, at) => (draft, given) => {
    const clip = takeAt({ lesson: draft, clips: clipsIn(draft, given) }, frame)
    const medium = clip && draft.media[clip.media]
    if (clip && medium && medium.kind === 'take' && !isStill(clip.map)) {
      const moment: Moment = {
        id: `${clip.media}/${id}`,
        kind,
        label,
        fromUs: sourceUsAt(clip, frame, draft.rate),
        byHand: true,
        ...(at && { at }),
      }
      medium.moments.push(moment)
      medium.moments.sort((a, b) => a.fromUs - b.fromUs)
    } else draft.moments.push({ id, kind, label, frame })
  },
)
/** Moves a moment that was set by hand to another frame of the clip it lies on. */
export const moveMoment = define('moveMoment', [Id.moment, Frame], (id, frame) => (draft, given) => {
  const own = draft.moments.find((m) => m.id === id)
  if (own) {
    own.frame = Math.max(0, frame)
    return
  }
  for (const [mediaId, medium] of Object.entries(draft.media)) {
    const m = medium.moments.find((x) => x.id === id && x.byHand)
    const clip = takeAt({ lesson: draft, clips: clipsIn(draft, given) }, frame)
    if (m && clip?.media === mediaId) m.fromUs = sourceUsAt(clip, frame, draft.rate)
  }
})
export const renameMoment = define('renameMoment', [Id.moment, z.string()], (id, label) => (draft) => {
  for (const m of [...draft.moments, ...Object.values(draft.media).flatMap((x) => x.moments)])
    if (m.id === id) m.label = label
})
export const removeMoment = define('removeMoment', [Id.moment], (id) => (draft) => {
  draft.moments = draft.moments.filter((m) => m.id !== id)
  for (const medium of Object.values(draft.media))
    if (medium.moments.some((m) => m.id === id)) medium.moments = medium.moments.filter((m) => m.id !== id)
})
/** The words of a sound or take, in place of those it had. */
export const setWords = define('setWords', [Id.medium, z.array(Word)], (media, words) => (draft, { newId }) => {
  const m = draft.media[media]
  if (!m) return
  m.words = words
  if (words.length === 0 || draft.voices.some((v) => v.takes.includes(media))) return
  // What is said belongs to a voice: to the first one, until it is said which.
  const [voice] = draft.voices
  if (voice) voice.takes.push(media)
  else draft.voices.push(newVoice(newId('voice'), 'und', [media]))
})
/** The logged moments of a take, in place of those it had; what was set by hand stays. */
export const setMoments = define('setMoments', [Id.medium, z.array(Moment)], (media, moments) => (draft) => {
  const m = draft.media[media]
  if (m) m.moments = [...moments, ...m.moments.filter((x) => x.byHand)].sort((a, b) => a.fromUs - b.fromUs)
})
/** What a recording tells, once its trace was found or read: its moments and the pointer's way. */
export const setTrace = define(
  'setTrace',
  [Id.medium, z.array(Moment), PointerWay, ThingsAround.optional()],
  (media, moments, pointer, things) => (draft, given) => {
    make(setMoments(media, moments), draft, given)
    const m = draft.media[media]
    if (!m) return
    m.pointer = pointer
    if (things?.length) m.things = things
    else delete m.things
  },
)
/** Takes proposed moments as real. */
export const acceptMoments = define('acceptMoments', [Ids.moments], (ids) => (draft) => {
  for (const medium of Object.values(draft.media))
    for (const m of medium.moments) if (m.proposed && ids.includes(m.id)) delete m.proposed
})
/** Dismisses moments that were proposed and are none. */
export const dismissMoments = define('dismissMoments', [Ids.moments], (ids) => (draft) => {
  for (const medium of Object.values(draft.media))
    if (medium.moments.some((m) => m.proposed && ids.includes(m.id)))
      medium.moments = medium.moments.filter((m) => !m.proposed || !ids.includes(m.id))
})
export const addTrack = define('addTrack', [Track], (track) => (draft) => {
  const at = draft.tracks.findIndex((t) => t.kind === track.kind)
  draft.tracks.splice(Math.max(0, at), 0, track)
})
/** Sets values of a track. */
export const setTrack = define(
  'setTrack',
  [Id.track, Values],
  (id, values) => (draft) =>
    setAll(
      draft.tracks.find((t) => t.id === id)!,
      values,
    ),
)
/** Moves a track one place up or down. */
export const moveTrack = define(
  'moveTrack',
  [Id.track, z.union([z.literal(-1), z.literal(1)])],
  (id, by) => (draft) => {
    const at = draft.tracks.findIndex((t) => t.id === id)
    const to = at + by
    if (at < 0 || to < 0 || to >= draft.tracks.length) return
    const [track] = draft.tracks.splice(at, 1)
    draft.tracks.splice(to, 0, track!)
  },
)
/** Takes out a track with nothing on it; the last one of its kind stays. */
export const removeTrack = define('removeTrack', [Id.track], (id) => (draft) => {
  const track = draft.tracks.find((t) => t.id === id)
  if (!track || draft.tracks.filter((t) => t.kind === track.kind).length < 2) return
  if (draft.elements.some((e) => e.track === id)) return
  draft.tracks = draft.tracks.filter((t) => t.id !== id)
})
/** The lesson's length in frames; null: until the last clip ends. */
export const setLength = define('setLength', [Frame.nullable()], (frames) => (draft) => {
  draft.length = frames
})
/** Sets values of the lesson itself. */
export const setLesson = define('setLesson', [Values], (values) => (draft) => setAll(draft, values))
/** Notes that the size or the rate of the lesson was set by hand, so that no recording changes it. */
export const setByHand = define('setByHand', [z.enum(['size', 'rate'])], (what) => (draft) => {
  if (!draft.byHand.includes(what)) draft.byHand.push(what)
})
export const setBackground = define('setBackground', [z.string()], (colour) => (draft) => {
  draft.background = colour
})
/** Puts elements on another track of the kind that they lie on. */
export const setTrackOf = define('setTrackOf', [Ids.elements, Id.track], (ids, track) => (draft) => {
  const kind = draft.tracks.find((t) => t.id === track)?.kind
  for (const e of elementsIn(draft, ids)) if ((plays(e)?.what === 'sound') === (kind === 'sound')) e.track = track
})
/**
 * Puts a guide at a pixel of the frame; outside it, the guide is taken away.
 *
 * @param index  which guide; null for a new one
 */
export const putGuide = define(
  'putGuide',
  [z.enum(['x', 'y']), z.number().int().min(0).nullable(), Num],
  (axis, index, to) => (draft) => {
    const at = Math.round(to)
    const list = draft.guides[axis]
    if (index !== null && index >= list.length) throw new Unfit(said('edits.itMovesAGuideThat'))
    const inside = at >= 0 && at <= (axis === 'x' ? draft.frame.width : draft.frame.height)
    if (index === null) {
      if (inside) list.push(at)
    } else if (inside) list[index] = at
    else list.splice(index, 1)
  },
)
