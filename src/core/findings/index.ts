import { lessonIn } from '../kinds'
import { memo } from '../values'
import type { Timed } from '../timing'
import { apart } from './apart'
import { backwards } from './backwards'
import { circle } from './circle'
import { cut } from './cut'
import { darkEnd, silentEnd } from './end'
import type { Found, Finder, Mend } from './finding'
import { lost } from './lost'
import { outside } from './outside'
import { unseen } from './unseen'
import { inWords } from '../../words/words'

export type { Mend } from './finding'
export { outsideIn } from './outside'
export interface Finding extends Found {
  code: string
}
const LOOKS: readonly Finder[] = [circle, lost, backwards, unseen, outside, apart, cut, darkEnd, silentEnd]
const lookOf = ({ code }: Finding): Finder | undefined => LOOKS.find((l) => l.code === code)

/** What is amiss in a lesson, not in those that stand in it. */
export const findingsOf = memo((timed: Timed): readonly Finding[] =>
  LOOKS.flatMap((look) => look.find(timed).map((f) => ({ code: look.code, ...f }))),
)
/** What settles a finding in one press. */
export const mendsOf = (f: Finding, timed: Timed): Mend[] => lookOf(f)?.mends?.(f, timed) ?? []
/** Whether a finding shows in the film: another one than was made, or cut off. */
export const isInFilm = (f: Finding): boolean => lookOf(f)?.inFilm ?? false
/** That something is amiss in the lessons in a lesson: where to go and look. */
export const findingsWithin = (timed: Timed): Finding[] =>
  timed.lesson.elements.flatMap((e) => {
    const inner = lessonIn(timed, e)?.inner
    const n = inner ? findingsOf(inner).length : 0
    const sentence = inWords(
      'findings.inTheLessonThereGo',
      e.name,
      n === 1 ? inWords('findings.isAFinding') : inWords('findings.areFindings', n),
    )
    return n > 0 ? [{ element: e.id, code: 'within', sentence }] : []
  })
