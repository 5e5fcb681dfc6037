import { takeAt } from '../../lesson/clips'
import { gone } from '../gone'
import type { Kind } from '../kind'
import { NOWHERE } from '../nowhere'
import { ranged } from '../../values/ranged'
import type { Span, Timed } from '../../timing'
import { GaugeLook } from './look'
import { MOMENTS_THAT, chaptersOf, momentKind } from '../../moments'

const RUNS = [
  { value: 'hand', label: 'values.byHandByItsPoses' },
  { value: 'span', label: 'values.withItsOwnSpanIn' },
  { value: 'chapter', label: 'values.withTheChapterIn' },
  { value: 'take', label: 'values.withTheTakeIn' },
  { value: 'lesson', label: 'values.withTheLessonIn' },
  { value: 'left', label: 'values.byTheSecondsLeft' },
  { value: 'moments', label: 'values.byTheMomentsPassed' },
] as const

/** Shows nothing itself: others read it. */
/** What it reads at a frame. */
function valueAt(look: GaugeLook, frame: number, span: Span, timed: Timed): number {
  const { lesson, moments, length } = timed
  switch (look.runs) {
    case 'hand':
      return look.value
    case 'span':
      return 100 * gone(frame, span)
    case 'lesson':
      return 100 * gone(frame, { from: 0, to: length })
    case 'take': {
      const clip = takeAt(timed, frame)
      return clip ? 100 * gone(frame, { from: clip.at, to: clip.at + clip.length }) : 0
    }
    case 'chapter': {
      const here = chaptersOf(moments).find((m) => m.frame <= frame && frame < (m.untilFrame ?? length))
      return here ? 100 * gone(frame, { from: here.frame, to: here.untilFrame ?? length }) : 0
    }
    case 'left':
      return Math.max(0, ((span.to - 1 - frame) * lesson.rate.den) / lesson.rate.num)
    case 'moments': {
      let passed = 0
      for (const m of moments.values())
        if (m.kind === look.counts && m.frame !== null && m.frame >= span.from && m.frame <= frame && m.frame < span.to)
          passed++
      return passed
    }
  }
}

export const gauge: Kind<'gauge'> = {
  kind: 'gauge',
  title: 'kinds.gauge',
  icon: 'gauge',
  swatch: { colour: '#d3dcc4', pattern: 'repeating-linear-gradient(90deg, #2b211830 0 1px, #0000 1px 8px)' },
  pulls: 'none',
  lies: 'nowhere',
  fields: ranged(GaugeLook, [
    { path: 'runs', label: 'values.runs', type: 'choice', options: RUNS },
    {
      path: 'counts',
      label: 'values.counts',
      when: ['runs', 'moments'],
      type: 'choice',
      options: MOMENTS_THAT.areGauged.map((kind) => ({ value: kind, label: momentKind({ kind }).counted[1] })),
    },
    { path: 'value', posed: true, label: 'values.value', when: ['runs', 'hand'], type: 'number', digits: 2 },
  ]),
  size: () => ({ w: 0, h: 0 }),
  draw: () => [],
  added: { spotless: true, lasts: (_e, fps) => fps * 5 },
  fresh: () => ({ ...NOWHERE, look: GaugeLook.parse({ kind: 'gauge' }) }),
  roles: { gauge: (e) => (frame, span, timed) => valueAt(e.look, frame, span, timed) },
}
