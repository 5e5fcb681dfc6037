import { elementsIn } from './chosen'
import type { Medium, Moment, Track, Word } from '../lesson/schema'
import { sourceUsAt, takeAt } from '../lesson/clips'

import type { Edit } from './act'

export const rename =
  (name: string): Edit =>
  (draft) => {
    draft.name = name
  }
export const addMedium =
  (id: string, medium: Medium): Edit =>
  (draft) => {
    draft.media[id] = medium
  }

/**
 * Sets a mark or a chapter at a frame: on the take that is shown there, so that it follows the take, or on the lesson's
 * own time.
 */
export const setMoment =
  (id: string, kind: 'mark' | 'chapter', label: string, frame: number, at?: { x: number; y: number }): Edit =>
  (draft) => {
    const clip = takeAt(draft, frame)
    const medium = clip && draft.media[clip.media]
    if (clip && medium && medium.kind === 'take' && !clip.freeze) {
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
  }

/** Moves a moment that was set by hand to another frame of the clip it lies on. */
export const moveMoment =
  (id: string, frame: number): Edit =>
  (draft) => {
    const own = draft.moments.find((m) => m.id === id)
    if (own) {
      own.frame = Math.max(0, frame)
      return
    }
    for (const [mediaId, medium] of Object.entries(draft.media)) {
      const m = medium.moments.find((x) => x.id === id && x.byHand)
      const clip = takeAt(draft, frame)
      if (m && clip?.media === mediaId) m.fromUs = sourceUsAt(clip, frame, draft.rate)
    }
  }
export const renameMoment =
  (id: string, label: string): Edit =>
  (draft) => {
    for (const m of [...draft.moments, ...Object.values(draft.media).flatMap((x) => x.moments)])
      if (m.id === id) m.label = label
  }
export const removeMoment =
  (id: string): Edit =>
  (draft) => {
    draft.moments = draft.moments.filter((m) => m.id !== id)
    for (const medium of Object.values(draft.media))
      if (medium.moments.some((m) => m.id === id)) medium.moments = medium.moments.filter((m) => m.id !== id)
  }

/** The words of a sound or take, in place of those it had. */
export const setWords =
  (media: string, words: Word[]): Edit =>
  (draft) => {
    const m = draft.media[media]
    if (m) m.words = words
  }
/** The logged moments of a take, in place of those it had; what was set by hand stays. */
export const setMoments =
  (media: string, moments: Moment[]): Edit =>
  (draft) => {
    const m = draft.media[media]
    if (m) m.moments = [...moments, ...m.moments.filter((x) => x.byHand)].sort((a, b) => a.fromUs - b.fromUs)
  }

/** What a recording tells, once its trace was found or read: its moments and the pointer's way. */
export const setTrace =
  (media: string, moments: Moment[], pointer: [number, number, number][]): Edit =>
  (draft) => {
    setMoments(media, moments)(draft)
    const m = draft.media[media]
    if (m) m.pointer = pointer
  }

/** Takes proposed moments as real. */
export const acceptMoments =
  (ids: readonly string[]): Edit =>
  (draft) => {
    for (const medium of Object.values(draft.media))
      for (const m of medium.moments) if (m.proposed && ids.includes(m.id)) delete m.proposed
  }
/** Dismisses moments that were proposed and are none. */
export const dismissMoments =
  (ids: readonly string[]): Edit =>
  (draft) => {
    for (const medium of Object.values(draft.media))
      if (medium.moments.some((m) => m.proposed && ids.includes(m.id)))
        medium.moments = medium.moments.filter((m) => !m.proposed || !ids.includes(m.id))
  }

export const addTrack =
  (track: Track): Edit =>
  (draft) => {
    const at = draft.tracks.findIndex((t) => t.kind === track.kind)
    draft.tracks.splice(Math.max(0, at), 0, track)
  }
export const setTrack =
  (id: string, change: (t: Track) => void): Edit =>
  (draft) => {
    const t = draft.tracks.find((x) => x.id === id)
    if (t) change(t)
  }
/** Moves a track one place up or down. */
export const moveTrack =
  (id: string, by: -1 | 1): Edit =>
  (draft) => {
    const at = draft.tracks.findIndex((t) => t.id === id)
    const to = at + by
    if (at < 0 || to < 0 || to >= draft.tracks.length) return
    const [track] = draft.tracks.splice(at, 1)
    draft.tracks.splice(to, 0, track!)
  }
/** Takes out a track with nothing on it; the last one of its kind stays. */
export const removeTrack =
  (id: string): Edit =>
  (draft) => {
    const track = draft.tracks.find((t) => t.id === id)
    if (!track || draft.tracks.filter((t) => t.kind === track.kind).length < 2) return
    if (draft.clips.some((c) => c.track === id) || draft.elements.some((e) => e.track === id)) return
    draft.tracks = draft.tracks.filter((t) => t.id !== id)
  }

/** The lesson's length in frames; null: until the last clip ends. */
export const setLength =
  (frames: number | null): Edit =>
  (draft) => {
    draft.length = frames
  }
export const setBackground =
  (colour: string): Edit =>
  (draft) => {
    draft.background = colour
  }
/** Puts elements on another track for elements. */
export const setTrackOf =
  (ids: string[], track: string): Edit =>
  (draft) => {
    if (draft.tracks.find((t) => t.id === track)?.kind === 'elements')
      for (const e of elementsIn(draft, ids)) e.track = track
  }
