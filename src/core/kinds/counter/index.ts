import type { Shape } from '../../display'
import { grown } from '../../geometry'
import { figuresPath, figuresWidth } from '../../text'
import { localBox, type Kind, ownSize } from '../kind'
import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import { counted, written } from './format'
import { CounterLook } from './look'
import { unitOf } from '../unit'

const wordsOf = (look: CounterLook, value: number): string => {
  const words = (text: string) => text.replaceAll('{n}', String(look.rounds))
  return `${words(look.before)}${written(value, look)}${words(look.after)}`
}

/** A number that runs: its figures all stand on as much room, so that nothing beside them jumps about. */
export const counter: Kind<'counter'> = {
  kind: 'counter',
  title: 'kinds.counter',
  icon: 'hash',
  swatch: { colour: '#e7dcec', pattern: 'repeating-linear-gradient(90deg, #0000 0 5px, #2b21181f 5px 6px)' },
  pulls: 'both',
  reading: 'value',
  content: ['value', 'before', 'after'],
  first: ['counts', 'value', 'shows', 'digits', 'before', 'after', 'face.size', 'ink'],
  fields: ranged(CounterLook, [
    {
      path: 'counts',
      label: 'values.counts',
      type: 'choice',
      options: [
        { value: 'value', label: 'values.itsNumber' },
        { value: 'left', label: 'values.theSecondsLeftOfIts' },
        { value: 'gone', label: 'values.theSecondsGoneOfIts' },
        { value: 'percent', label: 'values.itsTimeIn' },
        { value: 'round', label: 'values.itsRounds' },
      ],
    },
    { path: 'rounds', label: 'values.repeats', when: ['counts', 'left', 'gone', 'percent', 'round'], type: 'count' },
    {
      path: 'restFrames',
      label: 'values.holdsAtTheEndFor',
      when: ['counts', 'left', 'gone', 'percent'],
      type: 'frames',
    },
    { path: 'value', posed: true, label: 'values.number', when: ['counts', 'value'], type: 'number', digits: 2 },
    {
      path: 'shows',
      label: 'values.shownAs',
      type: 'choice',
      options: [
        { value: 'number', label: 'values.aNumber' },
        { value: 'minutes', label: 'values.minutesAndSeconds' },
        { value: 'seconds', label: 'values.seconds' },
      ],
    },
    { path: 'digits', label: 'values.decimals', type: 'count' },
    { path: 'atLeast', label: 'values.minimumDigits', type: 'count' },
    { path: 'grouped', label: 'values.thousandsSeparator', type: 'tick' },
    { path: 'before', label: 'values.prefix', type: 'text' },
    { path: 'after', label: 'values.suffix', type: 'text' },
    { path: 'face', label: 'values.font', type: 'font' },
    { path: 'face.size', label: 'values.textSize', type: 'px' },
    {
      path: 'align',
      label: 'values.align',
      type: 'choice',
      options: [
        { value: 'left', label: 'values.left' },
        { value: 'centre', label: 'values.centre' },
        { value: 'right', label: 'values.right' },
      ],
    },
    { path: 'ink', label: 'values.textColour', type: 'colour' },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', when: ['outline'], type: 'px', digits: 1 },
  ]),
  size: ownSize,
  kept: (e) => e,
  draw(e, frame, span, timed) {
    const { look } = e
    const box = localBox(e, counter.size(e))
    const words = wordsOf(look, counted(look, frame, span, timed.lesson.rate))
    const shift = { left: 0, centre: 0.5, right: 1 }[look.align]
    const x = box.x + (box.w - figuresWidth(words, look.face)) * shift
    const d = figuresPath(words, look.face, { x, y: box.y + box.h / 2 })
    const rim = look.outline ? look.outlinePx : 0
    const shapes: Shape[] = []
    if (d && rim > 0) shapes.push({ type: 'path', d, stroke: look.outline!, lineWidth: rim * 2, join: 'round' })
    if (d) shapes.push({ type: 'path', d, fill: look.ink })
    const over = Math.max(0, figuresWidth(words, look.face) - box.w)
    return [{ shapes, box: grown(box, 2 + rim + over + look.face.size * 0.3) }]
  },
  added: { drawn: true, lasts: (_e, fps) => fps * 5, put: (e, spot) => putBox(e, spot, counter.size(e)) },
  fresh: ({ frame }) => {
    const unit = unitOf(frame)
    return {
      space: 'fixed',
      width: Math.round(320 * unit),
      height: Math.round(100 * unit),
      look: CounterLook.parse({
        kind: 'counter',
        value: 0,
        after: ' %',
        face: { family: 'Public Sans', weight: 800, size: Math.round(64 * unit), lineHeight: 1.2 },
        ink: '#fffaf0',
        outline: '#2b2118',
        outlinePx: 4 * unit,
      }),
    }
  },
  roles: {},
}
