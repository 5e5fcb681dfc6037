import { freeze } from 'immer'
import { Element, Lesson, LESSON_VERSION, Medium } from '@/core/lesson/schema'
import { upgraded } from '@/core/lesson/upgrade'
import { fromOlder } from '@/core/review/older'
import { memo } from '@/core/values'
import { Problem } from '../problem'
import { said } from '../../words/words'

/** So many lessons are kept as they were read last. */
const MOST = 4
const kept = new Map<string, { revision: number; lesson: Lesson }>()

/** A stored lesson in today's form, with what an older program did not write filled in. */
export function asToday(doc: unknown): Lesson {
  if (versionOf(doc) > LESSON_VERSION) throw new Problem(409, said('history.thisLessonWasKeptBy'))
  return fromOlder(Lesson.parse(upgraded(doc)), versionOf(doc))
}
const versionOf = (doc: unknown): number => Number((doc as { version?: unknown } | null)?.version ?? LESSON_VERSION)

const element = memo((e: object) => Element.parse(e))
const medium = memo((m: object) => Medium.parse(m))
/** The same, where what two states of a lesson have in common is one and the same again. */
export const asTodaySharing = (doc: unknown): Lesson => fromOlder(sharing(upgraded(doc) as Stored), versionOf(doc))

interface Stored {
  elements: object[]
  media: Record<string, object>
  parts?: Record<string, Stored>
}
const eachOf = <A, B>(of: Record<string, A>, by: (a: A) => B): Record<string, B> =>
  Object.fromEntries(Object.entries(of).map(([id, a]) => [id, by(a)]))
const sharing = (now: Stored): Lesson => ({
  ...Lesson.parse({ ...now, elements: [], media: {}, parts: {} }),
  elements: now.elements.map(element),
  media: eachOf(now.media, medium),
  parts: eachOf(now.parts ?? {}, part),
})
const part = memo(sharing)

/**
 * The lesson of a revision as it was read before, if it is among those read last. Its parts are frozen: it is handed to
 * everybody.
 */
export function parsedBefore(id: string, revision: number): Lesson | null {
  const there = kept.get(id)
  return there?.revision === revision ? there.lesson : null
}
/**
 * The lesson of a row; read once for each revision, as reading a large one takes longer than all else that is done with
 * it.
 */
export function parsed({ id, revision, doc }: { id: string; revision: number; doc: unknown }): Lesson {
  const lesson = parsedBefore(id, revision) ?? freeze(asToday(doc), true)
  kept.delete(id)
  kept.set(id, { revision, lesson })
  if (kept.size > MOST) kept.delete(kept.keys().next().value!)
  return lesson
}
