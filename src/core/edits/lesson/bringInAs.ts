import type { Draft } from 'immer'
import { plays } from '../../kinds'
import { FileUse, type HadAlready } from '../../lesson/fileUse'
import type { Element, Lesson, Medium } from '../../lesson/schema'
import type { Timed } from '../../timing'
import { inWords } from '../../../words/words'
import { layMedium } from '../clips/clips'
import { define, make, type Given } from '../ground/act'
import { Frame, MediumArg, NewId } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { numbered } from '../ground/names'
import { clipsIn } from '../ground/standing'
import { layOver, spotRect, valuesIn } from '../place/arranging'
import { layUnder } from '../sound/soundwork'
import { bringIn, isUnderSpeech, mediumIdOf } from './bringIn'
import { addMedium, addTrack } from './lesson'

/** What a lesson has already of what files may be; `heard`, whether anything can be heard in its recordings. */
export function hadAlready({ clips, lesson: { media } }: Timed): HadAlready & { heard: boolean } {
  const sounds = clips.filter((c) => media[c.media]?.kind === 'sound')
  return {
    recording: clips.length > sounds.length,
    narration: sounds.length > 0,
    heard: clips.some((c) => media[c.media]?.sound === true),
  }
}

/**
 * The medium that a lesson’s narration is heard in: of the sounds that lie in it and not under speech the one with the
 * most words, of several the one that is heard longest.
 *
 * @param but  another take of it
 */
export function narrationIn({ clips, lesson }: Timed, but: string): string | null {
  const [first] = clips
    .filter((c) => c.media !== but && lesson.media[c.media]?.kind === 'sound' && !isUnderSpeech(lesson, c.media))
    .map(({ media, length }) => ({ media, length, words: lesson.media[media]!.words.length }))
    .sort((a, b) => b.words - a.words || b.length - a.length)
  return first?.media ?? null
}

/** How wide a camera is in its corner, as a share of the frame. */
const CORNER = 0.26

/**
 * Puts a file into a lesson as what it is for: a narration from the first frame on, music under everything, a camera in
 * a corner, a sound at a frame; another take of a narration and what is spare are in the lesson only. A narration that
 * lies there already is not laid again.
 *
 * @param frame  where a sound is laid
 */
export const bringInAs = define(
  'bringInAs',
  [MediumArg, NewId, FileUse, Frame],
  (medium, clip, use, frame) => (draft, given) => {
    const id = mediumIdOf(draft, medium.sha256)
    if (!draft.media[id]) make(addMedium(id, structuredClone(medium) as Medium), draft, given)
    WAYS[use]?.({ draft, given, id, clip, frame, medium: medium as Medium })
  },
)

interface Laying {
  draft: Draft<Lesson>
  given: Given
  id: string
  clip: string
  frame: number
  medium: Medium
}
const WAYS: Partial<Record<FileUse, (l: Laying) => void>> = {
  recording: ({ draft, given, clip, medium }) => make(bringIn(medium, clip), draft, given),
  sound: ({ draft, given, id, clip, frame }) => make(layOver(id, clip, frame), draft, given),
  narration: narrated,
  music: under,
  camera: inCorner,
}

function narrated({ draft, given, id, clip }: Laying): void {
  if (draft.elements.some((e) => plays(e as Element)?.medium === id)) return
  make(layMedium(id, clip, null), draft, given)
  const made = clipsIn(draft, given).find((c) => c.id === clip)
  if (!made || made.at === 0) return
  // Something else is first on that track: it has one of its own, from the first frame on.
  made.element.start = { on: 'loose', frame: 0 }
  const busy = (track: string) =>
    clipsIn(draft, given).some((c) => c.id !== clip && c.element.track === track && c.at < made.length)
  const free = draft.tracks.find((t) => t.kind === 'sound' && !busy(t.id))
  made.element.track = free?.id ?? ownTrack(draft, given, inWords('edits.narration'))
}
function ownTrack(draft: Draft<Lesson>, given: Given, name: string): string {
  const id = given.newId('track')
  make(addTrack({ id, kind: 'sound', name: numbered(name, new Set(draft.tracks.map((t) => t.name))) }), draft, given)
  return id
}

function under({ draft, given, id, clip }: Laying): void {
  const alone = clipsIn(draft, given).length === 0
  make(layMedium(id, clip, null), draft, given)
  if (alone) {
    elementIn(draft, clip)!.track = ownTrack(draft, given, inWords('edits.music'))
    return
  }
  make(layUnder(clip, given.newId('track')), draft, given)
}

function inCorner({ draft, given, id, clip }: Laying): void {
  const ground = clipsIn(draft, given).some((c) => plays(c.element)?.what === 'footage')
  make(ground ? layOver(id, clip, 0) : layMedium(id, clip, null), draft, given)
  const e = elementIn(draft, clip)
  if (!ground || !e) return
  const { x, y, 'scale.x': sx, 'scale.y': sy } = valuesIn(e, spotRect(e, 'bottom-right', CORNER, draft.frame))
  Object.assign(e, { x, y, scale: { x: sx, y: sy } })
}
