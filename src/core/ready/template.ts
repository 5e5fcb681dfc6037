import { applyEdit, idsFrom, placeReady, type Edit } from '../edits'
import { mediumOf, newElement } from '../kinds'
import { emptyLesson } from '../lesson/make'
import type { Edge, Element, Lesson, MoveEdge } from '../lesson/schema'
import { motionOf } from '../motion'
import { timedOf } from '../scene'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'
import { USUAL_STYLE } from '../styles'
import { titleCard } from './titles'
import { chaptersOf } from '../moments'
import { inWords } from '../../words/words'

/** What a lesson template is called, what for, and the lesson that it begins with. */
export interface LessonTemplate {
  id: string
  name: string
  about: string
  lesson: Lesson
}

/**
 * A lesson without its recordings and what was spoken, to begin others with: what hung on these stands where it stood,
 * its chapters stay, pictures and music too.
 */
export function templateOf(timed: Timed): Lesson {
  const lesson = structuredClone(timed.lesson) as Lesson
  const goes = (id: string | null): boolean => {
    const medium = id === null ? undefined : timed.lesson.media[id]
    return medium?.kind === 'take' || (medium?.kind === 'sound' && medium.words.length > 0)
  }
  const gone = new Set(lesson.elements.filter((e) => goes(mediumOf(e))).map((e) => e.id))
  const chapters = chaptersOf(timed.moments).filter((m) => m.media)
  lesson.moments.push(
    ...chapters.map((m, i) => ({ id: `chapter-kept-${i}`, kind: 'chapter' as const, label: m.label, frame: m.frame })),
  )
  const own = new Map(timed.lesson.elements.map((e) => [e.id, e]))
  const lost = (edge: Edge | MoveEdge): boolean => {
    if (edge.on === 'take') return true
    if (edge.on === 'element') return gone.has(edge.element)
    if (edge.on !== 'moment') return false
    const m = timed.moments.get(edge.moment)
    return !m || m.media !== undefined
  }
  lesson.elements = lesson.elements.filter((e) => !gone.has(e.id))
  for (const e of lesson.elements) {
    const span = timed.spans.get(e.id)!
    if (lost(e.start)) e.start = { on: 'loose', frame: span.from }
    if (lost(e.end)) e.end = { on: 'loose', frame: span.to }
    const { moves } = motionOf(timed, own.get(e.id)!)
    for (const pose of e.poses) {
      const move = moves.find((m) => m.pose.id === pose.id)
      if (!move) continue
      if (lost(pose.start)) pose.start = { on: 'start', frames: Math.round(move.from - span.from) }
      if (lost(pose.end)) pose.end = { on: 'start', frames: Math.round(move.to - span.from) }
    }
    if (e.rides?.on && gone.has(e.rides.on)) e.rides = null
    if (e.follows && gone.has(e.follows.first)) e.follows = null
  }
  const used = new Set(lesson.elements.flatMap((e) => mediumOf(e) ?? []))
  lesson.media = Object.fromEntries(Object.entries(lesson.media).filter(([id]) => used.has(id)))
  return { ...lesson, length: timed.length, voices: [], staggers: [] }
}

const SECONDS = { whole: 40, intro: 4, outro: 4, chapters: [4, 16, 28] }
const CHAPTERS = ['What it is', 'How it is done', 'What to remember']
/** An intro, three chapters with a bar of them, and an outro, in the usual look. */
function introChaptersOutro(): Lesson {
  const lesson: Lesson = { ...emptyLesson('From a template'), style: USUAL_STYLE }
  const at = (seconds: number) => Math.round(seconds * framesPerSecond(lesson.rate))
  lesson.length = at(SECONDS.whole)
  lesson.moments = CHAPTERS.map((label, i) => ({
    id: `chapter-${i + 1}`,
    kind: 'chapter' as const,
    label,
    frame: at(SECONDS.chapters[i]!),
  }))
  const bar: Element = newElement(lesson, 'chapters', 'chapter-bar', {
    start: { on: 'loose', frame: at(SECONDS.intro) },
    end: { on: 'loose', frame: at(SECONDS.whole - SECONDS.outro) },
  })
  lesson.elements.push(bar)
  const card = (words: string, seconds: number, seed: string): [Edit, string] => [
    placeReady(titleCard.make(lesson, words), at(seconds), null),
    seed,
  ]
  return [
    card('What this lesson shows\nA line that says for whom', 0, 'intro'),
    card('Thank you\nWhere to ask when something is unclear', SECONDS.whole - SECONDS.outro, 'outro'),
  ].reduce((now, [edit, seed]) => {
    const made = applyEdit(now, edit, idsFrom(seed), timedOf(now))
    return 'edited' in made ? made.edited.lesson : now
  }, lesson)
}

/** The lesson templates that ship with the program. */
export const shippedTemplates = (): LessonTemplate[] => [
  {
    id: 'intro-chapters-outro',
    name: inWords('shippedThings.introChaptersOutro'),
    about: inWords('shippedThings.aTitleThreeChaptersWith'),
    lesson: introChaptersOutro(),
  },
]
