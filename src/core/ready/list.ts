import { fading } from '../lesson/make'
import type { Shipped } from './shipped'
import { makerFor } from './maker'
import { inWords } from '../../words/words'

/** Lines that come one after the other, each with its own moment of the length. */
export const buildingList: Shipped = {
  id: 'list',
  name: inWords('shippedThings.listThatBuilds'),
  about: inWords('shippedThings.linesThatComeOneAfter'),
  words: 'bullets points agenda steps lines enumerate',
  asks: { label: inWords('shippedThings.lines'), usual: 'Find the tool\nChoose the member\nHand it over', lines: 4 },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const lines = answer
      .split('\n')
      .map((s) => s.trim())
      .filter(Boolean)
      .slice(0, 12)
    const step = 74 * u
    const [w, h] = [760 * u, lines.length * step + 70 * u]
    const frames = Math.round((lines.length * 1.2 + 2) * m.fps)
    m.group(
      'List',
      frames,
      { x: m.cx, y: m.cy, w, h },
      {
        departure: fading(Math.round(m.fps / 3), 'ease-in'),
      },
    )
    m.member('shape', 'Panel', 'shape/panel', { width: w, height: h })
    lines.forEach((text, i) => {
      const y = -h / 2 + 35 * u + step * (i + 0.5)
      const late = Math.round(m.fps * (0.3 + i * 1.2))
      const comes = {
        how: 'typed' as const,
        from: 'left' as const,
        frames: Math.round(m.fps * 0.4),
        easing: 'cubic-bezier(0.16, 1, 0.3, 1)',
        off: { dx: -30 * u, dy: 0, turn: 0, scale: 1, opacity: 0 },
      }
      const line = m.member('text', `Line ${i + 1}`, 'text/plain', {
        x: -w / 2 + 92 * u,
        y,
        anchor: { x: 0, y: 0.5 },
        width: w - 130 * u,
        height: 60 * u,
        look: { text, align: 'left', fitText: false },
        arrival: comes,
      })
      const dot = m.member('shape', `Dot ${i + 1}`, 'shape/block', {
        x: -w / 2 + 54 * u,
        y,
        width: 20 * u,
        height: 20 * u,
        look: { form: 'ellipse' },
        arrival: { how: 'grow', from: 'left', frames: Math.round(m.fps * 0.3), easing: 'overshoot(0.8)' },
      })
      for (const e of [line, dot]) if (e.start.on === 'element') e.start.offset = late
      if (dot.start.on === 'element') dot.start = { on: 'element', element: line.id, edge: 'start', offset: 0, last: 0 }
    })
    return m.thing('List', buildingList.words)
  },
}
