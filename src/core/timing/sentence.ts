import type { Edge, Lesson } from '../lesson/schema'
import { momentKind, type TimedMoment } from '../moments'
import { timecode } from '../time'
import type { Timed } from './timed'
import { inWords, said } from '../../words/words'

/** What a tie hangs on, in words: “the click on Lend out”, “the word “receipt””, “the start of Arrow 2”. */
export function tieTarget(timed: Timed, edge: Edge): string {
  if (edge.on === 'element') return partName(timed.lesson, edge)
  if (edge.on !== 'moment') return ''
  const m = timed.moments.get(edge.moment)
  if (!m) return inWords('timing.aMomentThatIsGone')
  return momentName(m, edge.edge)
}
/** A part of an element in words: “the start of Arrow 2”, “Arrow 2 having arrived”. */
export function partName(
  lesson: Lesson,
  edge: Pick<Extract<Edge, { on: 'element' }>, 'element' | 'edge' | 'pose'>,
): string {
  const e = lesson.elements.find((x) => x.id === edge.element)
  const name = e?.name ?? inWords('timing.anElementThatIsGone')
  switch (edge.edge) {
    case 'arrived':
      return inWords('timing.theLandingOf', name)
    case 'leaves':
      return inWords('timing.theDepartureOf', name)
    case 'lands': {
      const n = e?.poses.findIndex((p) => p.id === edge.pose) ?? -1
      return n < 0 ? inWords('timing.aPoseOfThatIs', name) : inWords('timing.poseOf', n + 2, name)
    }
    default:
      return inWords('timing.theOf', edge.edge, name)
  }
}
/** A moment in words. */
export const momentName = (m: Pick<TimedMoment, 'kind' | 'label'>, edge: 'start' | 'end' = 'start'): string =>
  momentKind(m).named(m.label, edge)

/** A tie as a sentence: “4 frames after the click on Lend out”. */
export function tieSentence(timed: Timed, edge: Edge, lesson: Lesson = timed.lesson): string {
  if (edge.on === 'loose') return inWords('timing.at', timecode(edge.frame, lesson.rate))
  if (edge.on === 'length') return inWords('timing.long', inWords('counts.frame', edge.frames))
  const target = tieTarget(timed, edge)
  if (edge.offset === 0) return inWords('timing.on', target)
  const away = said('counts.frame', Math.abs(edge.offset))
  return inWords(edge.offset > 0 ? 'timing.after' : 'timing.before', away, target)
}
