import { memo } from '../values'
import type { Lesson, MomentKind } from '../lesson/schema'
import { clipEnd, lessonFrameOf, lessonLength, placeOnLesson } from '../lesson/clips'
import type { Point, Rect } from '../geometry'
import { phrases } from '../voice/phrases'

export type CatalogueKind = MomentKind | 'word' | 'cut' | 'lesson' | 'phrase'

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

/**
 * Every moment of a lesson by its id: those of its media, its words and phrases, its cuts, its
 * own marks and chapters, and its start and end. A medium shown twice gives its moments where it is shown first.
 */
export const catalogue = memo(collected, {
  by: (lesson: Lesson) => lesson.media,
  // Most edits change nothing of it.
  needs: (lesson) => [
    lesson.clips,
    lesson.moments,
    lesson.rate,
    lesson.frame,
    lessonLength(lesson),
    ...Object.values(lesson.media).flatMap((m) => [m, m.moments, m.words]),
  ],
})

function collected(lesson: Lesson): Map<string, TimedMoment> {
  const out = new Map<string, TimedMoment>()
  const length = lessonLength(lesson)
  const put = (p: TimedMoment) => out.set(p.id, p)
  put({ id: 'lesson:start', kind: 'lesson', label: 'the start of the lesson', frame: 0, untilFrame: null })
  put({ id: 'lesson:end', kind: 'lesson', label: 'the end of the lesson', frame: length, untilFrame: null })
  const clips = lesson.clips.toSorted((a, b) => a.at - b.at)
  for (const [mediaId, medium] of Object.entries(lesson.media)) {
    const own = clips.filter((c) => c.media === mediaId)
    const find = (us: number) => {
      for (const clip of own) {
        const frame = lessonFrameOf(clip, us, lesson.rate)
        if (frame !== null) return { clip, frame }
      }
      return null
    }
    const until = (us: number | undefined) => (us === undefined ? null : (find(us)?.frame ?? null))
    for (const m of medium.moments) {
      const hit = find(m.fromUs)
      const clip = hit?.clip ?? own[0]
      const place = (p: Point) => (clip ? placeOnLesson(p, clip, medium, lesson.frame) : p)
      const tl = m.rect && place({ x: m.rect[0], y: m.rect[1] })
      const br = m.rect && place({ x: m.rect[0] + m.rect[2], y: m.rect[1] + m.rect[3] })
      put({
        id: m.id,
        kind: m.kind,
        label: m.label,
        frame: hit?.frame ?? null,
        untilFrame: until(m.toUs),
        media: mediaId,
        ...(m.byHand && { byHand: true }),
        ...(m.proposed && { proposed: true }),
        ...(m.confidence !== undefined && { confidence: m.confidence }),
        ...(m.at && { at: place(m.at) }),
        ...(tl && br && { rect: { x: tl.x, y: tl.y, w: br.x - tl.x, h: br.y - tl.y } }),
      })
    }
    for (const w of medium.words)
      put({
        id: w.id,
        kind: 'word',
        label: w.text,
        frame: find(w.fromUs)?.frame ?? null,
        untilFrame: until(w.toUs),
        media: mediaId,
      })
    for (const p of phrases(medium.words))
      put({
        id: p.id,
        kind: 'phrase',
        label: p.text,
        frame: find(p.fromUs)?.frame ?? null,
        untilFrame: until(p.toUs),
        media: mediaId,
      })
  }
  for (const clip of clips) {
    const name = lesson.media[clip.media]?.name ?? clip.media
    put({
      id: `cut:${clip.id}:start`,
      kind: 'cut',
      label: `the start of ${name}`,
      frame: clip.at,
      untilFrame: clipEnd(clip),
      media: clip.media,
    })
    put({
      id: `cut:${clip.id}:end`,
      kind: 'cut',
      label: `the end of ${name}`,
      frame: clipEnd(clip),
      untilFrame: null,
      media: clip.media,
    })
  }
  for (const m of lesson.moments)
    put({ id: m.id, kind: m.kind, label: m.label, frame: m.frame, untilFrame: null, byHand: true })
  const chapters = [...out.values()]
    .filter((p) => p.kind === 'chapter' && p.frame !== null)
    .sort((a, b) => a.frame! - b.frame!)
  chapters.forEach((c, i) => {
    c.untilFrame = chapters[i + 1]?.frame ?? length
  })
  return out
}
