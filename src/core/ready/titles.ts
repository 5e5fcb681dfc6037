import { fading } from '../lesson/make'
import type { Passing } from '../lesson/schema'
import type { Shipped } from './shipped'
import { makerFor } from './maker'
import { inWords } from '../../words/words'

const passing = (more: Partial<Passing> & Pick<Passing, 'how' | 'frames'>): Passing => ({
  from: 'left',
  easing: 'cubic-bezier(0.16, 1, 0.3, 1)',
  ...more,
})
const twoLines = (answer: string): [string, string] => {
  const [first = '', ...rest] = answer.split(/\n|→|->/).map((s) => s.trim())
  return [first, rest.join(' ')]
}

export const lowerThird: Shipped = {
  id: 'lower-third',
  name: inWords('shippedThings.lowerThird'),
  about: inWords('shippedThings.whoSpeaksAndWhatThey'),
  words: 'name speaker caption introduce person role',
  asks: { label: inWords('shippedThings.nameAndWhatTheyDo'), usual: 'Wenna Kerr\nVolunteer at desk 2', lines: 2 },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const [name, role] = twoLines(answer)
    const [w, h] = [680 * u, 148 * u]
    const fast = Math.round(m.fps * 0.5)
    const box = { x: m.width * 0.055 + w / 2, y: m.height * 0.86 - h / 2, w, h }
    m.group('Lower third', 5 * m.fps, box, {
      departure: fading(Math.round(m.fps / 3), 'ease-in'),
    })
    const left = -w / 2
    m.member('shape', 'Plate', 'shape/panel', {
      width: w,
      height: h,
      arrival: passing({ how: 'uncover', frames: fast }),
    })
    m.member('shape', 'Mark', 'shape/block', {
      x: left + 9 * u,
      width: 18 * u,
      height: h,
      arrival: passing({ how: 'uncover', from: 'bottom', frames: Math.round(fast * 0.7) }),
    })
    const rises = (wait: number): Passing =>
      passing({ how: 'typed', frames: fast + wait, off: { dx: 0, dy: 26 * u, turn: 0, scale: 1, opacity: 0 } })
    const line = { width: w - 90 * u, anchor: { x: 0, y: 0.5 }, x: left + 56 * u }
    m.member('text', 'Name', 'text/heading', {
      ...line,
      y: role ? -24 * u : 0,
      height: 60 * u,
      look: { text: name, align: 'left', fitText: true },
      arrival: rises(Math.round(fast * 0.3)),
    })
    if (role)
      m.member('text', 'What they do', 'text/label', {
        ...line,
        y: 34 * u,
        height: 40 * u,
        look: { text: role, align: 'left', fitText: true },
        arrival: rises(Math.round(fast * 0.7)),
      })
    return m.thing('Lower third', lowerThird.words)
  },
}

export const titleCard: Shipped = {
  id: 'title-card',
  name: inWords('shippedThings.titleCard'),
  about: inWords('shippedThings.aTitleAndALine'),
  words: 'intro outro chapter opening heading end',
  asks: {
    label: inWords('shippedThings.titleAndALineBelow'),
    usual: 'Lend out a tool\nLoanbench in one minute',
    lines: 2,
  },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const [title, below] = twoLines(answer)
    m.group(
      'Title card',
      4 * m.fps,
      { x: m.cx, y: m.cy, w: m.width, h: m.height },
      {
        departure: fading(Math.round(m.fps / 2), 'ease-in'),
      },
    )
    const slow = Math.round(m.fps * 0.8)
    m.member('shape', 'Ground', 'shape/ground', { width: m.width, height: m.height })
    m.member('shape', 'Line', 'shape/block', {
      y: 64 * u,
      width: 180 * u,
      height: 10 * u,
      arrival: passing({ how: 'uncover', frames: slow }),
    })
    const off = (dy: number) => ({ dx: 0, dy, turn: 0, scale: 1, opacity: 0 })
    m.member('text', 'Title', 'text/title', {
      y: -34 * u,
      width: m.width * 0.84,
      height: 120 * u,
      anchor: { x: 0.5, y: 0.5 },
      look: { text: title, align: 'centre', fitText: true },
      arrival: passing({ how: 'typed', frames: slow, off: off(40 * u) }),
    })
    if (below)
      m.member('text', 'Line below', 'text/subtitle', {
        y: 130 * u,
        width: m.width * 0.8,
        height: 60 * u,
        look: { text: below, align: 'centre', fitText: true },
        arrival: passing({ how: 'typed', frames: Math.round(slow * 1.3), off: off(24 * u) }),
      })
    return m.thing('Title card', titleCard.words)
  },
}
