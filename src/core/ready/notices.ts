import type { Point } from '../geometry'
import { fading } from '../lesson/make'
import type { Pose } from '../lesson/schema'
import type { Reading } from '../lesson/reading'
import type { Shipped } from './shipped'
import { makerFor, type Maker } from './maker'
import { inWords } from '../../words/words'

const APART_S = 1.6
/** How old a message is, as it is said beside it, when so many have come after it. */
const age = (later: number): string => (later === 0 ? 'now' : `${later} min`)

const agesBy = (gauge: string, i: number, n: number): Reading => ({
  gauge,
  from: [0, 100],
  to: [0, 100],
  step: 0,
  steps: Array.from({ length: n - i }, (_, later) => ({
    from: later === 0 ? -1e6 : i + later + 0.5,
    value: age(later),
  })),
})

interface Message {
  who: string
  what: string
}
/** The messages of an answer: one a line, `who: what`. */
const messagesIn = (answer: string): Message[] =>
  answer
    .split('\n')
    .map((s) => s.trim())
    .filter(Boolean)
    .slice(0, 8)
    .map((line) => {
      const at = line.indexOf(':')
      return at > 0 ? { who: line.slice(0, at).trim(), what: line.slice(at + 1).trim() } : { who: '', what: line }
    })

/** How large a message is, and how far from the next; pixels of a picture whose unit is `u`. */
const sizesOf = (u: number) => ({ w: 640 * u, h: 132 * u, gap: 18 * u })

type Lies = (kind: 'shape' | 'text', name: string, look: string, at: Point, more: object) => void
/** Lays the parts of the nth message: they come in from the right, and go down as later ones come. */
function layer(m: Maker, { i, of, comes }: { i: number; of: number; comes: number }): Lies {
  const { h, gap } = sizesOf(m.unit)
  const took = Math.round(m.fps * 0.5)
  const top = -((of - 1) * (h + gap)) / 2
  /** Each one that comes later pushes it down by its own height. */
  const pushes = (y: number): Pose[] =>
    Array.from({ length: of - 1 - i }, (_, k) => ({
      id: `pushed-${k + 1}`,
      start: { on: 'start', frames: Math.round(m.fps * (k + 1) * APART_S) },
      end: { on: 'length', frames: took },
      easing: 'spring(0.75)',
      values: { y: y + (k + 1) * (h + gap) },
      curve: null,
    }))
  return (kind, name, look, { x, y }, more) => {
    const e = m.member(kind, `${name} ${i + 1}`, look, { x, y: top + y, ...more })
    if (e.start.on === 'element') e.start.offset = comes
    e.poses = pushes(e.y)
    e.arrival = {
      how: 'typed',
      from: 'right',
      frames: took,
      easing: 'spring(0.7)',
      off: { dx: 120 * m.unit, dy: 0, turn: 0, scale: 1, opacity: 0 },
    }
  }
}

/** A message: its plate and mark, who it is from, what it says, how old it is. */
function putMessage(lies: Lies, { who, what }: Message, u: number, ages: Reading): void {
  const { w, h } = sizesOf(u)
  lies('shape', 'Plate', 'shape/panel', { x: 0, y: 0 }, { width: w, height: h })
  const mark = { width: 40 * u, height: 40 * u, look: { form: 'ellipse' } }
  lies('shape', 'Mark', 'shape/block', { x: -w / 2 + 46 * u, y: 0 }, mark)
  const line = { anchor: { x: 0, y: 0.5 } }
  const x = -w / 2 + 92 * u
  const words = (text: string) => ({ look: { text, align: 'left', fitText: false } })
  if (who)
    lies('text', 'Who', 'text/label', { x, y: -32 * u }, { ...line, width: w - 250 * u, height: 40 * u, ...words(who) })
  const below = { x, y: who ? 22 * u : 0 }
  lies('text', 'Message', 'text/plain', below, { ...line, width: w - 120 * u, height: 46 * u, ...words(what) })
  lies(
    'text',
    'Age',
    'text/label',
    { x: w / 2 - 36 * u, y: -32 * u },
    {
      anchor: { x: 1, y: 0.5 },
      width: 150 * u,
      height: 40 * u,
      look: { text: age(0), align: 'right', fitText: false },
      reads: { 'look.text': ages },
    },
  )
}

/** Messages that come one after the other: each takes its place and pushes those before it down. */
export const notices: Shipped = {
  id: 'notices',
  name: inWords('shippedThings.notices'),
  about: inWords('shippedThings.shortMessagesComeOneAfter'),
  words: 'notifications messages push alerts pop-up toast',
  asks: {
    label: inWords('shippedThings.messagesOneALineWho'),
    usual:
      'Loanbench: The drill is due tomorrow\nTamsin Reed: May I keep it a week longer?\n' +
      'Loanbench: Extended until Friday',
    lines: 4,
  },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const list = messagesIn(answer)
    const { w, h, gap } = sizesOf(u)
    const frames = Math.round((list.length * APART_S + 2.5) * m.fps)
    m.group(
      'Notices',
      frames,
      { x: m.width - w / 2 - 60 * u, y: m.cy, w, h: (h + gap) * list.length },
      { departure: fading(Math.round(m.fps / 3), 'ease-in') },
    )
    const comesAt = (i: number) => Math.round(m.fps * (0.2 + i * APART_S))
    // How many have come: each is a minute older with every one that comes after it.
    const come = m.member('gauge', 'How many have come', null, {
      look: { runs: 'hand', value: 0 },
      poses: list.map((_, i): Pose => ({
        id: `come-${i + 1}`,
        start: { on: 'start', frames: Math.max(0, comesAt(i) - 1) },
        end: { on: 'length', frames: 1 },
        easing: 'linear',
        values: { 'look.value': i + 1 },
        curve: null,
      })),
    })
    list.forEach((message, i) => {
      const lies = layer(m, { i, of: list.length, comes: comesAt(i) })
      putMessage(lies, message, u, agesBy(come.id, i, list.length))
    })
    return m.thing('Notices', notices.words)
  },
}
