import type { Edge } from '../lesson/schema'
import type { Shipped } from './shipped'
import { makerFor } from './maker'
import { inWords } from '../../words/words'

const SLOT = 'slot:1'
/** A click is shown: the view goes near, a ring opens on it, a callout says what it is. */
export const showClick: Shipped = {
  id: 'show-click',
  name: inWords('shippedThings.showAClick'),
  about: inWords('shippedThings.theViewGoesNearA'),
  words: 'zoom ripple callout press button near',
  asks: { label: inWords('shippedThings.whatItIs'), usual: 'Here the tool is lent out' },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const tied = (offset: number): Edge => ({ on: 'moment', moment: SLOT, edge: 'start', offset, last: offset })
    const second = (s: number) => Math.round(m.fps * s)
    const before = second(1.2)
    m.slot({
      id: SLOT,
      kind: 'click',
      label: inWords('shippedThings.theClick'),
      frame: before,
      at: { x: m.cx, y: m.cy },
    })
    m.alone('zoom', 'View of the click', null, {
      start: tied(-before),
      end: tied(second(2.4)),
      space: 'framed',
      x: m.cx,
      y: m.cy,
      width: m.width / 1.6,
      height: m.height / 1.6,
      look: { inFrames: second(0.9), backFrames: second(0.9), easing: 'ease-in-out' },
    })
    m.alone('ripple', 'Ripple on the click', null, {
      start: tied(0),
      end: { on: 'length', frames: 18 },
      space: 'framed',
      x: m.cx,
      y: m.cy,
    })
    m.alone('callout', 'What it is', 'callout', {
      start: tied(second(-0.8)),
      end: tied(second(1.8)),
      space: 'framed',
      x: m.cx + 300 * u,
      y: m.cy - 170 * u,
      width: 380 * u,
      look: { text: answer, tip: { x: m.cx + 12 * u, y: m.cy - 12 * u } },
    })
    return m.thing('Show a click', showClick.words)
  },
}
