import { isSettled, memo } from '../values'
import type { CatalogueKind } from '../lesson/momentKinds'
import { momentKind } from '../lesson/momentKinds'
import type { Lesson, Medium, Moment } from '../lesson/schema'
import { clipEnd, lessonFrameOf, placeOnLesson, type Clip } from '../lesson/clips'
import type { Point, Rect } from '../geometry'
import { phrases } from '../voice/phrases'
import { inWords } from '../../words/words'

export { momentKind, MOMENT_LISTS, MOMENTS_THAT, type CatalogueKind, type MomentIconName } from '../lesson/momentKinds'

/** A moment mapped to the lesson's time. `frame` is null when it was cut away. */
export interface TimedMoment {
  id: string
  kind: CatalogueKind
  label: string
  frame: number | null
  /** Where it ends, for a word, a phrase or a chapter. */
  untilFrame: number | null
  /** In pixels of the lesson's frame, unzoomed. */
  at?: Point
  rect?: Rect
  media?: string
  byHand?: boolean
  /** Found in the pixels and not accepted yet. */
  proposed?: boolean
  confidence?: number
}

/** Something that happens in a medium, in the medium's own time. */
export interface Instant {
  id: string
  kind: CatalogueKind
  label: string
  fromUs: number
  toUs?: number | undefined
  moment?: Moment
}
/** All that happens in a medium: its moments, its words and its phrases. */
export const instantsOf = memo(
  (medium: Medium): readonly Instant[] => [
    ...medium.moments.map((m): Instant => ({ ...m, moment: m })),
    ...medium.words.map((w): Instant => ({ ...w, kind: 'word', label: w.text })),
    ...phrases(medium.words).map((p): Instant => ({ ...p, kind: 'phrase', label: p.text })),
  ],
  { settled: isSettled },
)

/** Whether an element stands by a moment, so that it cannot be what carries it. */
export const hangsOn = ({ start, end }: Clip['element'], moment: string): boolean =>
  (start.on === 'moment' && start.moment === moment) || (end.on === 'moment' && end.moment === moment)

/**
 * Where a time of a medium comes in the lesson: in the first of the clips, in document order, that shows it and does
 * not itself stand by that moment.
 */
export function carriedAt(
  clips: Iterable<Clip>,
  moment: string,
  us: number,
  rate: Lesson['rate'],
): { clip: Clip; frame: number } | null {
  for (const clip of clips) {
    const frame = hangsOn(clip.element, moment) ? null : lessonFrameOf(clip, us, rate)
    if (frame !== null) return { clip, frame }
  }
  return null
}

/** What the moments of a lesson follow from: besides the lesson, when its clips stand and how long it is. */
export interface Laying {
  lesson: Lesson
  clips: readonly Clip[]
  length: number
}
/**
 * Every moment of a lesson by its id: those of its media, its words and phrases, its cuts, its
 * own marks and chapters, and its start and end. A medium shown twice gives its moments where it is shown first.
 */
export const catalogue = memo(collected, {
  by: ({ lesson }: Laying) => lesson.media,
  // Most edits change nothing of it.
  needs: ({ lesson, clips, length }) => [
    lesson.moments,
    lesson.rate,
    lesson.frame,
    length,
    ...Object.values(lesson.media).flatMap((m) => [m, m.moments, m.words]),
    ...clips,
  ],
})

function collected({ lesson, clips, length }: Laying): Map<string, TimedMoment> {
  const out = new Map<string, TimedMoment>()
  const put = (p: TimedMoment) => out.set(p.id, p)
  put({ id: 'lesson:start', kind: 'lesson', label: inWords('traced.theStartOfTheLesson'), frame: 0, untilFrame: null })
  put({ id: 'lesson:end', kind: 'lesson', label: inWords('traced.theEndOfTheLesson'), frame: length, untilFrame: null })
  for (const [mediaId, medium] of Object.entries(lesson.media)) {
    const own = clips.filter((c) => c.media === mediaId)
    for (const { id, kind, label, fromUs, toUs, moment } of instantsOf(medium)) {
      const hit = carriedAt(own, id, fromUs, lesson.rate)
      const until = toUs === undefined ? null : carriedAt(own, id, toUs, lesson.rate)
      put({
        id,
        kind,
        label,
        frame: hit?.frame ?? null,
        untilFrame: until?.frame ?? null,
        media: mediaId,
        ...(moment && placed(moment, hit?.clip ?? own[0], medium, lesson.frame)),
      })
    }
  }
  for (const clip of clips) {
    const name = lesson.media[clip.media]?.name ?? clip.media
    put({
      id: `cut:${clip.id}:start`,
      kind: 'cut',
      label: inWords('traced.theStartOf', name),
      frame: clip.at,
      untilFrame: clipEnd(clip),
      media: clip.media,
    })
    put({
      id: `cut:${clip.id}:end`,
      kind: 'cut',
      label: inWords('traced.theEndOf', name),
      frame: clipEnd(clip),
      untilFrame: null,
      media: clip.media,
    })
  }
  for (const m of lesson.moments)
    put({ id: m.id, kind: m.kind, label: m.label, frame: m.frame, untilFrame: null, byHand: true })
  const chapters = chaptersOf(out)
  chapters.forEach((c, i) => {
    c.untilFrame = chapters[i + 1]?.frame ?? length
  })
  return out
}

/** A moment that is in the lesson. */
export type PresentMoment = TimedMoment & { frame: number }
type Moments = ReadonlyMap<string, TimedMoment>
const presentOf = (all: Moments, has: (m: TimedMoment) => boolean): PresentMoment[] =>
  [...all.values()].filter((m): m is PresentMoment => m.frame !== null && has(m)).sort((a, b) => a.frame - b.frame)
/** The chapters that are in a lesson, in time order. */
export const chaptersOf = (all: Moments): PresentMoment[] => presentOf(all, (m) => momentKind(m).untilNext === true)
/** The words that are spoken in a lesson, in time order. */
export const wordsSaid = (all: Moments): PresentMoment[] => presentOf(all, (m) => momentKind(m).said === 'word')
/** The phrases that are spoken in a lesson, in time order. */
export const phrasesSaid = (all: Moments): PresentMoment[] => presentOf(all, (m) => momentKind(m).said === 'phrase')
/** The presses of the pointer, in time order; those as well that were only proposed. */
export const pressesIn = (all: Moments): PresentMoment[] => presentOf(all, (m) => momentKind(m).pointer === 'press')

/** Where a moment of a medium is in the lesson's frame, as the clip that carries it stands. */
export function whereIn(
  m: Moment,
  clip: Clip | undefined,
  medium: Medium,
  frame: Lesson['frame'],
): Pick<TimedMoment, 'at' | 'rect'> {
  const place = (p: Point) => (clip ? placeOnLesson(p, clip, medium, frame) : p)
  const tl = m.rect && place({ x: m.rect[0], y: m.rect[1] })
  const br = m.rect && place({ x: m.rect[0] + m.rect[2], y: m.rect[1] + m.rect[3] })
  return {
    ...(m.at && { at: place(m.at) }),
    ...(tl && br && { rect: { x: tl.x, y: tl.y, w: br.x - tl.x, h: br.y - tl.y } }),
  }
}
/** What a moment of a medium has besides its time; its clip as it stands by itself, before it is posed or carried. */
function placed(m: Moment, clip: Clip | undefined, medium: Medium, frame: Lesson['frame']): Partial<TimedMoment> {
  return {
    ...(m.byHand && { byHand: true }),
    ...(m.proposed && { proposed: true }),
    ...(m.confidence !== undefined && { confidence: m.confidence }),
    ...whereIn(m, clip, medium, frame),
  }
}
