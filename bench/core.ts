import { freeze } from 'immer'
import { newElement } from '@/core/kinds'
import { emptyLesson } from '@/core/lesson/make'
import type { Lesson, Pose } from '@/core/lesson/schema'
import { layersAt } from '@/core/scene'
import { resolve } from '@/core/timing'
import type { Figure } from './report'

/** An hour with 2,000 elements, all tied to one of 2,000 clicks, each with so many keyframes of its place. */
export function longLesson(keyframes: number): Lesson {
  const lesson = emptyLesson('Long')
  const frames = 108_000
  lesson.media.take = {
    kind: 'take',
    name: 't',
    sha256: 'a'.repeat(64),
    file: `media/${'a'.repeat(64)}/take.mp4`,
    width: 1920,
    height: 1080,
    rate: { num: 30, den: 1 },
    frames,
    durationUs: 3.6e9,
    words: [],
    moments: Array.from({ length: 2000 }, (_, i) => ({
      id: `take/click-${i}`,
      kind: 'click' as const,
      label: `click ${i}`,
      fromUs: i * 1_700_000 + 40_000,
      at: { x: (i * 37) % 1900, y: (i * 53) % 1000 },
    })),
  }
  const clip = newElement(lesson, 'footage', 'c', { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames } })
  const ground = { ...clip, track: 'takes-1', look: { ...clip.look, media: 'take' } }
  const kinds = ['callout', 'arrow', 'ripple', 'callout', 'arrow'] as const
  lesson.elements = Array.from({ length: 2000 }, (_, i) =>
    newElement(
      lesson,
      kinds[i % 5]!,
      `e${i}`,
      {
        start: { on: 'moment', moment: `take/click-${i}`, edge: 'start', offset: i % 7, last: 0 },
        end: { on: 'length', frames: 90 },
      },
      { x: (i * 37) % 1900, y: (i * 53) % 1000 },
    ),
  )
  lesson.elements.forEach((e, i) => {
    e.poses = movesOf(i, keyframes)
  })
  lesson.elements.unshift(ground)
  return lesson
}
/** Moves of one element: kept from its start, from its end, as shares, and tied to the clicks around. */
const movesOf = (i: number, count: number): Pose[] =>
  Array.from({ length: count }, (_, n) => {
    const edge = (
      [
        { on: 'start', frames: n * 8 + 6 },
        { on: 'end', frames: 90 - n * 8 - 6 },
        { on: 'share', share: (n * 8 + 6) / 90 },
        { on: 'moment', moment: `take/click-${i}`, edge: 'start', offset: n * 8 + 6, last: 0 },
      ] as const
    )[n % 4]!
    return {
      id: `p${n}`,
      start: { on: 'length', frames: 6 },
      end: edge,
      easing: ['ease', 'linear', 'overshoot'][n % 3]!,
      values: { x: (n * 311) % 1900, y: (n * 171) % 1000 },
      curve: null,
    }
  })
const percentile = (values: number[], q: number) => values.toSorted((a, b) => a - b)[Math.floor(values.length * q)]!

export const measureCore = (): Figure[] => [...measured(0, ''), ...measured(10, ', each of 10 keyframes')]
function measured(keyframes: number, words: string): Figure[] {
  // As an edit leaves it: settled, down to every value.
  const lesson = freeze(longLesson(keyframes), true)
  const resolving: number[] = []
  for (let n = 0; n < 30; n++) {
    const began = performance.now()
    resolve({ ...lesson })
    resolving.push(performance.now() - began)
  }
  const timed = resolve(lesson)
  layersAt(timed, 0)
  const evaluating: number[] = []
  for (let n = 0; n < 4000; n++) {
    const began = performance.now()
    layersAt(timed, (n * 7919) % 108_000)
    evaluating.push(performance.now() - began)
  }
  return [
    {
      what: `layersAt one frame of a lesson with 2,000 elements${words}`,
      bar: '≤ 0.5 ms',
      measured: `${percentile(evaluating, 0.5).toFixed(3)} ms`,
      detail: `95th percentile ${percentile(evaluating, 0.95).toFixed(3)} ms`,
    },
    {
      what: `resolve that lesson after an edit${words}`,
      bar: '≤ 15 ms',
      measured: `${percentile(resolving, 0.5).toFixed(1)} ms`,
      detail: `95th percentile ${percentile(resolving, 0.95).toFixed(1)} ms`,
    },
  ]
}
