import { fading } from '../lesson/make'
import type { Shipped } from './shipped'
import { makerFor, readingOf, share } from './maker'
import { seenFrom, seenUntil } from './reading'
import { inWords } from '../../words/words'

const SECONDS = 5
/** A share, a number and two wordings on one value, which rests on its way: a bar that loads, hangs, goes on. */
export const howFar: Shipped = {
  id: 'how-far',
  name: inWords('shippedThings.loadingWithNumberAndWords'),
  about: inWords('shippedThings.aBarANumberAnd'),
  words: 'progress loading percent gauge wait done saving',
  asks: { label: inWords('shippedThings.beforeAndWhenItIs'), usual: 'Saving the loan → Saved' },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const [before = 'Working', done = 'Done'] = answer
      .split(/→|->|\n/)
      .map((s) => s.trim())
      .filter(Boolean)
    const [w, h] = [820 * u, 170 * u]
    m.group(
      'Loading',
      SECONDS * m.fps,
      { x: m.cx, y: m.cy, w, h },
      {
        arrival: fading(Math.round(m.fps / 4), 'ease-out'),
        departure: fading(Math.round(m.fps / 4), 'ease-in'),
      },
    )
    const gauge = m.member('gauge', 'How far', null, {
      look: { runs: 'hand', value: 0 },
      poses: [
        {
          id: 'most',
          start: share(0.08),
          end: share(0.4),
          easing: 'linear',
          values: { 'look.value': 64 },
          curve: null,
        },
        {
          id: 'all',
          start: share(0.58),
          end: share(0.86),
          easing: 'linear',
          values: { 'look.value': 100 },
          curve: null,
        },
      ],
    })
    m.member('shape', 'Panel', 'shape/panel', { width: w, height: h })
    const [left, inner] = [-w / 2 + 40 * u, w - 80 * u]
    const line = { width: inner - 170 * u, height: 50 * u, anchor: { x: 0, y: 0.5 }, x: left, y: -32 * u }
    m.member('text', 'While it runs', 'text/plain', {
      ...line,
      look: { text: before, align: 'left', fitText: false },
      loop: { how: 'blink', times: null, everyFrames: Math.round(m.fps * 0.5) },
      reads: { opacity: seenUntil(gauge.id, 100) },
    })
    m.member('text', 'When it is done', 'text/plain', {
      ...line,
      look: { text: done, align: 'left', fitText: false },
      reads: { opacity: seenFrom(gauge.id, 100) },
    })
    m.member('counter', 'Number', 'counter/plain', {
      x: -left,
      y: -32 * u,
      anchor: { x: 1, y: 0.5 },
      width: 170 * u,
      height: 50 * u,
      look: { align: 'right', after: ' %' },
      reads: { 'look.value': readingOf(gauge.id, 1) },
    })
    m.member('bar', 'Bar', 'bar/track', {
      y: 34 * u,
      width: inner,
      height: 22 * u,
      look: { place: 'free', given: { share: 0 } },
      reads: { 'look.given.share': readingOf(gauge.id) },
    })
    return m.thing('Loading', howFar.words)
  },
}
