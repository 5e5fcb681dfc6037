import { playing } from '../../kinds/looks'
import type { Lesson, Medium } from '../../lesson/schema'
import { layMedium, Together } from '../clips/clips'
import { define, make } from '../ground/act'
import { Flag, MediumArg, NewId } from '../ground/args'
import { addMedium } from './lesson'

/** The id under which a file stands in a lesson, or will stand there. */
export function mediumIdOf(lesson: Lesson, sha256: string): string {
  const there = Object.entries(lesson.media).find(([, m]) => m.sha256 === sha256)?.[0]
  const id = `file-${sha256.slice(0, 10)}`
  // A file that was cleaned or replaced keeps its id.
  return there ?? (id in lesson.media ? `file-${sha256.slice(0, 20)}` : id)
}

/**
 * Puts a file into a lesson; footage and sounds are laid on the timeline as well, pictures only when that is asked for.
 */
export const bringIn = define(
  'bringIn',
  [MediumArg, NewId, Flag.nullish(), Together.optional()],
  (medium, clip, layPicture, together) => (draft, given) => {
    const id = mediumIdOf(draft, medium.sha256)
    if (!draft.media[id]) make(addMedium(id, structuredClone(medium)), draft, given)
    if (medium.kind !== 'picture' || layPicture) make(layMedium(id, clip, null, together), draft, given)
  },
)
/** Whether a sound is music in a lesson: it is quieter while words are spoken. */
export const isUnderSpeech = (lesson: Lesson, media: string): boolean =>
  lesson.elements.some((e) => {
    const look = playing(e.look)
    return look?.kind === 'sound' && look.media === media && look.duckDb < 0
  })

/** A text that belongs to a recording or a sound. */
export interface TextFile {
  name: string
  kind: 'trace' | 'captions'
  /** SHA-256 of the files that it came together with, and the media whose clips were selected. */
  mates: readonly string[]
  selected: readonly string[]
}
const stem = (name: string) => name.replace(/\.[^.]*$/, '').toLowerCase()

/**
 * The medium that a trace or captions belong to: of those that came together with it, else of the lesson's, the one
 * with the same name; else the selected one, for captions the latest sound, the latest.
 *
 * @returns its id, or null when the lesson has nothing that can take it
 */
export function homeOf(lesson: Lesson, text: TextFile): string | null {
  const takes = (m: Medium) => (text.kind === 'trace' ? m.kind === 'take' : m.kind === 'sound' || m.sound === true)
  const all = Object.entries(lesson.media).filter(([, m]) => takes(m))
  const mates = all.filter(([, m]) => text.mates.includes(m.sha256))
  const named = (list: typeof all) => list.find(([, m]) => stem(m.name) === stem(text.name))
  const latest = (list: typeof all) =>
    (text.kind === 'captions' && list.findLast(([id, m]) => m.kind === 'sound' && !isUnderSpeech(lesson, id))) ||
    list.at(-1)
  const home =
    named(mates) ?? named(all) ?? latest(mates) ?? all.find(([id]) => text.selected.includes(id)) ?? latest(all)
  return home?.[0] ?? null
}
