import type { Shipped } from './shipped'
import { makerFor, type Maker } from './maker'
import { inWords } from '../../words/words'

const whole = (text: string, usual: number, most: number): number =>
  Math.min(most, Math.max(1, Math.round(Number(/\d+/.exec(text)?.[0] ?? usual))))

/** A ring with the time that is left in it. */
function ringWithTime(m: Maker, rounds: number): void {
  const u = m.unit
  const size = 300 * u
  m.member('shape', 'Ground', 'shape/panel', { width: size * 1.16, height: size * 1.16, look: { form: 'ellipse' } })
  m.member('bar', 'Ring', 'bar/track', {
    width: size,
    height: size,
    look: { shape: 'ring', place: 'free', ringPx: 26 * u, rounds },
  })
  m.member('counter', 'Time left', 'counter/large', {
    width: size,
    height: 110 * u,
    look: { counts: 'left', shows: 'minutes', rounds, before: '', after: '' },
  })
}

export const countdown: Shipped = {
  id: 'countdown',
  name: inWords('shippedThings.countdown'),
  about: inWords('shippedThings.aRingAndTheTime'),
  words: 'timer clock seconds left ring minutes',
  asks: { label: inWords('shippedThings.seconds'), usual: '10' },
  make(like, answer) {
    const m = makerFor(like)
    const box = { x: m.cx, y: m.cy, w: 348 * m.unit, h: 348 * m.unit }
    m.group('Countdown', whole(answer, 10, 3600) * m.fps, box)
    ringWithTime(m, 1)
    return m.thing('Countdown', countdown.words)
  },
}

export const repetitions: Shipped = {
  id: 'repetitions',
  name: inWords('shippedThings.countdownWithRepetitions'),
  about: inWords('shippedThings.theTimeLeftOfEach'),
  words: 'timer exercise rounds times again repeat ring',
  asks: { label: inWords('shippedThings.repetitions'), usual: '10' },
  make(like, answer) {
    const m = makerFor(like)
    const u = m.unit
    const rounds = whole(answer, 10, 999)
    m.group('Repetitions', rounds * 3 * m.fps, { x: m.cx, y: m.cy, w: 348 * u, h: 480 * u })
    ringWithTime(m, rounds)
    m.member('shape', 'Plate', 'shape/panel', { y: 236 * u, width: 230 * u, height: 70 * u })
    m.member('counter', 'Which one', 'counter/plain', {
      y: 236 * u,
      width: 220 * u,
      height: 60 * u,
      look: { counts: 'round', rounds, before: '', after: ' of {n}' },
    })
    return m.thing('Countdown with repetitions', repetitions.words)
  },
}
