import type { Edge, Lesson } from '../lesson/schema'
import { momentKind, type TimedMoment } from '../moments'
import { timecode } from '../time'
import type { Timed } from './timed'
import { inWords } from '../../words/words'

/** What a tie hangs on, in words: “the click on Lend out”, “the word “receipt””, “the start of Arrow 2”. */
export function tieTarget(timed: Timed, edge: Edge): string {
  if (edge.on === 'element') return partName(timed.lesson, edge)
  if (edge.on !== 'moment') return ''
  const m = timed.moments.get(edge.moment)
  if (!m) return 'a moment that is gone'
  return momentName(m, edge.edge)
}
/** A part of an element in words: “the start of Arrow 2”, “Arrow 2 having arrived”. */
export function partName(
  lesson: Lesson,
  edge: Pick<Extract<Edge, { on: 'element' }>, 'element' | 'edge' | 'pose'>,
): string {
  const e = lesson.elements.find((x) => x.id === edge.element)
  const name = e?.name ?? 'an element that is gone'
  switch (edge.edge) {
    case 'arrived':
      return `the landing of ${name}`
    case 'leaves':
      return `the departure of ${name}`
    case 'lands': {
      const n = e?.poses.findIndex((p) => p.id === edge.pose) ?? -1
      return n < 0 ? `a pose of ${name} that is gone` : `pose ${n + 2} of ${name}`
    }
    default:
      return `the ${edge.edge} of ${name}`
  }
}
/** A moment in words. */
export const momentName = (m: Pick<TimedMoment, 'kind' | 'label'>, edge: 'start' | 'end' = 'start'): string =>
  momentKind(m).named(m.label, edge)

/** A tie as a sentence: “4 frames after the click on Lend out”. */
export function tieSentence(timed: Timed, edge: Edge, lesson: Lesson = timed.lesson): string {
  if (edge.on === 'loose') return `at ${timecode(edge.frame, lesson.rate)}`
  if (edge.on === 'length') return `${inWords('counts.frame', edge.frames)} long`
  const n = Math.abs(edge.offset)
  const when = edge.offset === 0 ? 'on' : `${n} frame${n === 1 ? '' : 's'} ${edge.offset > 0 ? 'after' : 'before'}`
  return `${when} ${tieTarget(timed, edge)}`
}
