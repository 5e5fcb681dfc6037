import { emptyLesson, newElement } from '@/core/lesson/make'
import type { Lesson } from '@/core/lesson/schema'
import { evaluate } from '@/core/scene'
import { resolve } from '@/core/timing'
import type { Figure } from './report'

/** An hour with 2,000 elements, all tied to one of 2,000 clicks. */
function longLesson(): Lesson {
  const lesson = emptyLesson('Long')
  const frames = 108_000
  lesson.media.take = {
    kind: 'take', name: 't', sha256: 'a'.repeat(64), file: `media/${'a'.repeat(64)}/take.mp4`, width: 1920, height: 1080, rate: { num: 30, den: 1 }, frames, durationUs: 3.6e9, words: [],
    moments: Array.from({ length: 2000 }, (_, i) => ({ id: `take/click-${i}`, kind: 'click' as const, label: `click ${i}`, fromUs: i * 1_700_000 + 40_000, at: { x: (i * 37) % 1900, y: (i * 53) % 1000 } })),
  }
  lesson.clips = [{ id: 'c', track: 'takes-1', media: 'take', at: 0, length: frames, inUs: 0, speed: { num: 1, den: 1 }, freeze: false, fit: 'fit', levelDb: 0, muted: false }]
  const kinds = ['callout', 'arrow', 'ripple', 'callout', 'arrow'] as const
  lesson.elements = Array.from({ length: 2000 }, (_, i) => newElement(lesson, kinds[i % 5]!, `e${i}`, { on: 'moment', moment: `take/click-${i}`, edge: 'start', offset: i % 7, last: 0 }, { on: 'length', frames: 90 }, { x: (i * 37) % 1900, y: (i * 53) % 1000 }))
  return lesson
}
const percentile = (values: number[], q: number) => values.toSorted((a, b) => a - b)[Math.floor(values.length * q)]!

export function measureCore(): Figure[] {
  const lesson = longLesson()
  const resolving: number[] = []
  for (let n = 0; n < 30; n++) {
    const began = performance.now()
    resolve({ ...lesson })
    resolving.push(performance.now() - began)
  }
  const timed = resolve(lesson)
  evaluate(timed, 0)
  const evaluating: number[] = []
  for (let n = 0; n < 4000; n++) {
    const began = performance.now()
    evaluate(timed, (n * 7919) % 108_000)
    evaluating.push(performance.now() - began)
  }
  return [
    { what: 'evaluate one frame of a lesson with 2,000 elements', bar: '≤ 0.5 ms', measured: `${percentile(evaluating, 0.5).toFixed(3)} ms`, detail: `95th percentile ${percentile(evaluating, 0.95).toFixed(3)} ms` },
    { what: 'resolve that lesson after an edit', bar: '≤ 15 ms', measured: `${percentile(resolving, 0.5).toFixed(1)} ms`, detail: `95th percentile ${percentile(resolving, 0.95).toFixed(1)} ms` },
  ]
}
