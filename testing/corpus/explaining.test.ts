import { framingAt } from '@/core/framing'
import { outsideIn } from '@/core/findings'
import { intersection } from '@/core/geometry'
import { posedAt } from '@/core/motion'
import { explainedIn, standsIn, timedOf } from '@/core/scene'
import { explainingLesson } from './explaining'

test.each([7, 15, 24])('what is explained is in the picture or told, in lesson %s made by chance', (seed) => {
  const timed = timedOf(explainingLesson(seed, 30).explained)
  const told = outsideIn(timed)
  for (const { element, from, to } of explainedIn(timed)) {
    const e = timed.lesson.elements.find((x) => x.id === element)!
    for (let f = from; f < to; f++) {
      const posed = posedAt(timed, e, f)
      if (!posed) continue
      const box = standsIn(timed, posed, f)
      const seen = intersection(box, framingAt(timed, f))
      if (seen.w * seen.h >= 0.9 * box.w * box.h) continue
      expect(told.get(element)?.some(([a, b]) => a <= f && f < b)).toBe(true)
    }
  }
})
