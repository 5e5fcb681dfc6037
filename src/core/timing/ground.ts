import { goesOn, lasts, playing } from '../kinds/looks'
import { clipOf, type Clip } from '../lesson/clips'
import type { Element, Lesson } from '../lesson/schema'
import { carriedAt, catalogue, instantsOf, momentKind, type Instant } from '../moments'
import { isSettled, memo } from '../values'
import type { Span } from './timed'
import { frameOfPart } from './part'
import type { Ground, MomentTimes, Solver } from './solver'

/** When an element stands that hangs on nothing; null when it hangs on something, or ends before it starts. */
export const freeEnds = memo(
  ({ start, end }: Element): Span | null => {
    if (start.on !== 'loose' || (end.on !== 'loose' && end.on !== 'length')) return null
    const [from, to] = [start.frame, end.on === 'loose' ? end.frame : start.frame + end.frames]
    return to <= from ? null : { from, to, startLost: false, endLost: false }
  },
  { settled: isSettled },
)

/** The clip of an element that hangs on nothing: the same one each time. */
const freeClip = memo(
  (e: Element): Clip | null => {
    const ends = freeEnds(e)
    return ends && clipOf(e, ends)
  },
  { settled: isSettled },
)

/** Whether the end of an element is the lesson's own, so that the lesson does not end with it. */
const endsWithLesson = ({ end }: Element): boolean => end.on === 'moment' && end.moment === 'lesson:end'

/**
 * The ends of what stands in a lesson by itself: on frames, or on other elements that do. What hangs on moments goes
 * with the clips, and what ends with the lesson does not make it longer.
 */
function looseEnds(lesson: Lesson): number[] {
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const known = new Map<string, { from: number; to: number } | null>()
  const stands = (e: Element): { from: number; to: number } | null => {
    const done = known.get(e.id)
    if (done !== undefined) return done
    known.set(e.id, null)
    const [start, end] = [edge(e, 'start'), edge(e, 'end')]
    const from = start ?? (e.start.on === 'length' && end !== null ? end - e.start.frames : null)
    const to = end ?? (e.end.on === 'length' && from !== null ? from + e.end.frames : null)
    const span = from === null || to === null ? null : { from, to: Math.max(from + 1, to) }
    known.set(e.id, span)
    return span
  }
  const edge = (e: Element, side: 'start' | 'end'): number | null => {
    const at = e[side]
    if (at.on === 'loose') return at.frame
    const other = at.on === 'element' && at.edge !== 'lands' ? byId.get(at.element) : undefined
    const span = other && stands(other)
    if (!other || !span || at.on !== 'element') return null
    const part = frameOfPart(other, at, { from: () => span.from, to: () => span.to, lands: () => null })
    return part === null ? null : part + at.offset
  }
  return lesson.elements.flatMap((e) => {
    if (goesOn(e.look) || !lasts(e.look) || e.hidden) return []
    return (freeEnds(e) ?? stands(e))?.to ?? (e.end.on === 'loose' ? e.end.frame : [])
  })
}
const looseEnd = memo((elements: readonly Element[]) => Math.max(0, ...looseEnds({ elements } as Lesson)), {
  settled: isSettled,
})

/** The lesson's length in frames: as set, else to the end of its last clip or loose element, whichever is later. */
const lengthWith = (lesson: Lesson, ends: readonly number[]): number =>
  lesson.length ?? Math.max(1, ...ends, looseEnd(lesson.elements))

/** The frame at which the last clip of a lesson ends; null without one. */
export function lastClipEnd({ lesson, spans }: { lesson: Lesson; spans: ReadonlyMap<string, Span> }): number | null {
  const ends = lesson.elements.filter((e) => goesOn(e.look) && !endsWithLesson(e)).map((e) => spans.get(e.id)!.to)
  return ends.length > 0 ? Math.max(1, ...ends) : null
}

/** Where a lesson's clips stand and what follows from that; worked out as it is asked for, where clips are tied. */
export interface Grounds {
  ground: (edgeOf: Solver['edgeOf']) => Ground
  /** The clips in document order, and the lesson's length: asked for when all ends of clips are known. */
  standing: (edgeOf: Solver['edgeOf']) => { clips: readonly Clip[]; length: number }
}

/** The grounds of a lesson: of one whose clips hang on nothing, as of most, all is known at once. */
export function groundsOf(lesson: Lesson): Grounds {
  const own = lesson.elements.filter((e) => goesOn(e.look))
  const ends = own.map(freeEnds)
  return ends.every((s) => s !== null) ? standingFree(lesson, own, ends) : standingTied(lesson, own)
}

function standingFree(lesson: Lesson, own: readonly Element[], ends: readonly Span[]): Grounds {
  const clips = own.map(freeClip).filter((c) => c !== null)
  const length = lengthWith(
    lesson,
    ends.map((s) => s.to),
  )
  const moments = catalogue({ lesson, clips, length })
  return {
    ground: () => ({
      settled: true,
      momentAt: (id) => moments.get(id),
      clipsOf: (media) => clips.filter((c) => c.media === media),
    }),
    standing: () => ({ clips, length }),
  }
}

const instantsById = memo((media: Lesson['media']) => {
  const byId = new Map<string, { media: string; instant: Instant }>()
  for (const [id, medium] of Object.entries(media))
    for (const instant of instantsOf(medium)) byId.set(instant.id, { media: id, instant })
  return byId
})
const CUT = /^cut:(.+):(start|end)$/

function standingTied(lesson: Lesson, own: readonly Element[]): Grounds {
  const known = new Map<string, Clip>()
  const stands = (e: Element, edgeOf: Solver['edgeOf']): Clip => {
    let clip = known.get(e.id)
    if (clip) return clip
    const from = edgeOf(e, 'start')
    clip = clipOf(e, { from, to: Math.max(from + 1, edgeOf(e, 'end')) })!
    known.set(e.id, clip)
    return clip
  }
  const lengthBy = (edgeOf: Solver['edgeOf']): number =>
    lengthWith(
      lesson,
      own.filter((e) => !endsWithLesson(e)).map((e) => Math.max(edgeOf(e, 'start') + 1, edgeOf(e, 'end'))),
    )
  const playingOnes = own.filter((e) => playing(e.look) !== null)
  const ofMedium = (media: string) => own.filter((e) => playing(e.look)?.media === media)

  function ground(edgeOf: Solver['edgeOf']): Ground {
    function* clipsOn(media: string) {
      for (const e of ofMedium(media)) yield stands(e, edgeOf)
    }
    /** Those that stand by the moment themselves are not asked when they stand. */
    function* clipsFor(media: string, moment: string) {
      for (const e of ofMedium(media)) {
        const by = (edge: Element['start']) => edge.on === 'moment' && edge.moment === moment
        if (!by(e.start) && !by(e.end)) yield stands(e, edgeOf)
      }
    }
    const frameOf = (media: string, id: string, us: number | undefined) =>
      us === undefined ? null : (carriedAt(clipsFor(media, id), id, us, lesson.rate)?.frame ?? null)
    const chapters = (): number[] => {
      const inMedia = [...instantsById(lesson.media).values()].filter(({ instant }) => momentKind(instant).untilNext)
      return [
        ...inMedia.map(({ media, instant }) => frameOf(media, instant.id, instant.fromUs)),
        ...lesson.moments.filter((m) => momentKind(m).untilNext).map((m) => m.frame),
      ]
        .filter((f) => f !== null)
        .sort((a, b) => a - b)
    }
    /** A chapter ends where the next one begins, or with the lesson. */
    const untilNext = (frame: number | null): number | null =>
      frame === null ? null : (chapters().find((f) => f > frame) ?? lengthBy(edgeOf))

    function momentAt(id: string): MomentTimes | undefined {
      if (id === 'lesson:start') return { frame: 0, untilFrame: null }
      if (id === 'lesson:end') return { frame: lengthBy(edgeOf), untilFrame: null }
      const cut = CUT.exec(id)
      const clip = cut && playingOnes.find((e) => e.id === cut[1])
      if (clip) {
        const end = edgeOf(clip, 'end')
        return cut[2] === 'end' ? { frame: end, untilFrame: null } : { frame: edgeOf(clip, 'start'), untilFrame: end }
      }
      const marked = lesson.moments.find((m) => m.id === id)
      if (marked)
        return { frame: marked.frame, untilFrame: momentKind(marked).untilNext ? untilNext(marked.frame) : null }
      const found = instantsById(lesson.media).get(id)
      if (!found) return undefined
      const { media, instant } = found
      const frame = frameOf(media, id, instant.fromUs)
      return { frame, untilFrame: momentKind(instant).untilNext ? untilNext(frame) : frameOf(media, id, instant.toUs) }
    }
    return { settled: false, momentAt, clipsOf: (media) => [...clipsOn(media)] }
  }
  return {
    ground,
    standing: (edgeOf) => ({ clips: playingOnes.map((e) => stands(e, edgeOf)), length: lengthBy(edgeOf) }),
  }
}
