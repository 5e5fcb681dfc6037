import { legsIn, legsText, madeAt, madeLong, MIX_RATE as RATE, sourceAt, type Leg } from './legs'
import { Retimer } from './retime'

/** A whole sound as it is made of legs. */
function retimed(source: readonly Float32Array[], legs: readonly Leg[]): Float32Array[] {
  const retimer = new Retimer(source.length, legs, 0)
  const [first, rest] = [retimer.push(source), retimer.end()]
  return first.map((samples, c) => Float32Array.from([...samples, ...rest[c]!]))
}
const r = (num: number, den = 1) => ({ num, den })
const leg = (fromS: number, toS: number | null, first: [number, number], last = first): Leg => ({
  ...{ fromUs: fromS * 1e6, toUs: toS === null ? null : toS * 1e6 },
  ...{ first: r(...first), last: r(...last) },
})
const tone = (seconds: number, hertz = 440): Float32Array =>
  Float32Array.from({ length: seconds * RATE }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hertz * i) / RATE))
/** A sound that is heard for so long in each quarter of a second. */
const beeps = (seconds: number, long: number, hertz = 440): Float32Array =>
  tone(seconds, hertz).map((v, i) => ((i / RATE + 0.12) % 0.25 < long ? v : 0))
/** How loud it is around each hundredth of a second, in dB of a tone of 0.5. */
const loudness = (samples: Float32Array, long = 960): number[] => {
  const out: number[] = []
  for (let at = 0; at + long <= samples.length; at += long / 2) {
    let sum = 0
    for (let i = at; i < at + long; i++) sum += samples[i]! ** 2
    out.push(10 * Math.log10((8 * sum) / long + 1e-12))
  }
  return out
}
const mostBent = (samples: Float32Array): number => {
  let most = 0
  for (let i = 2; i < samples.length; i++)
    most = Math.max(most, Math.abs(samples[i]! - 2 * samples[i - 1]! + samples[i - 2]!))
  return most
}

const STEP = [leg(0, 1.3, [1, 1]), leg(1.3, 2.9, [3, 2]), leg(2.9, 4, [1, 1])]
const RAMP = [leg(0, 1.1, [1, 1]), leg(1.1, 2.6, [1, 1], [2, 1]), leg(2.6, 3.2, [2, 1]), leg(3.2, 3.9, [2, 1], [1, 2])]
const ALL: [string, Leg[]][] = [
  ['steps', STEP],
  ['changes', RAMP],
  ...(
    [
      [3, 2],
      [2, 1],
      [3, 4],
      [4, 1],
      [8, 1],
      [1, 3],
    ] as [number, number][]
  ).map((pace): [string, Leg[]] => [pace.join(':'), [leg(0, 2, pace)]]),
]
describe.each(ALL)('by %s', (_, legs) => {
  test.each([150, 440, 2500])('a tone of %i Hz goes on without a jump and as loud as it is', (hertz) => {
    const [out] = retimed([tone(legs.at(-1)!.toUs! / 1e6 + 0.5, hertz)], legs)
    expect(out!.length).toBe(madeLong(legs))
    const body = out!.subarray(480, out!.length - 480)
    const own = 0.5 * ((2 * Math.PI * hertz) / RATE) ** 2
    expect(mostBent(body)).toBeLessThan(own + 0.02)
    const levels = loudness(body)
    expect(Math.min(...levels)).toBeGreaterThan(-1)
    expect(Math.max(...levels)).toBeLessThan(1)
  })
  // At eight times the speed they follow each other closer than a piece is long.
  if (legs.some(({ first }) => first.num / first.den > 4)) return
  test.each([0.002, 0.04])('what is heard for %f s is heard once, at its time, as loud as it is', (long) => {
    const source = beeps(legs.at(-1)!.toUs! / 1e6 + 0.5, long, 1000)
    const [out] = retimed([source], legs)
    const ends = Math.min(3.87, legs.at(-1)!.toUs! / 1e6)
    let starts = 0
    for (let n = 0; n * 0.25 + 0.13 < ends - 0.07; n++) {
      const begins = madeAt(legs, (n * 0.25 + 0.13) * RATE)
      if (begins > out!.length - 2400) break
      starts++
      const around = out!.subarray(Math.max(0, Math.round(begins) - 240), Math.round(begins) + 240)
      const first = around.findIndex((v) => Math.abs(v) > 0.1)
      // Within two milliseconds.
      expect(Math.abs(first - 240)).toBeLessThan(96)
      expect(Math.max(...around)).toBeGreaterThan(0.4)
    }
    expect(starts).toBeGreaterThan(0)
    // Nothing else is heard: as many beginnings as there are.
    let heard = 0
    let silent = 4800
    for (const v of out!.subarray(0, Math.round(madeAt(legs, ends * RATE)))) {
      if (Math.abs(v) > 0.05) {
        if (silent > 1000) heard++
        silent = 0
      } else silent++
    }
    expect(heard).toBe(Math.ceil((ends - 0.13) / 0.25))
  })
})

test('at its own speed it is what it was, channel by channel, also after it has gone faster', () => {
  const a = beeps(4, 0.04)
  const b = Float32Array.from({ length: 4 * RATE }, (_, i) => (i % 480) / 480)
  const [left, right] = retimed([a, b], [leg(0, 2, [1, 1])])
  for (let i = 0; i < 2 * RATE; i += 97) {
    expect(left![i]).toBeCloseTo(a[i]!, 5)
    expect(right![i]).toBeCloseTo(b[i]!, 5)
  }
  const [after] = retimed([a], STEP)
  const from = madeLong(STEP.slice(0, 2))
  for (let i = 0.4 * RATE; i < 0.9 * RATE; i += 97) expect(after![from + i]).toBeCloseTo(a[2.9 * RATE + i]!, 5)
})
test('given in pieces it is the same as at once, and made as far as it can be', () => {
  const source = beeps(4, 0.1)
  const [whole] = retimed([source], RAMP)
  const retimer = new Retimer(1, RAMP, 0)
  const made: number[] = []
  for (let at = 0; at < source.length; at += 7001) made.push(...retimer.push([source.subarray(at, at + 7001)])[0]!)
  expect(made.length).toBeGreaterThan(madeLong(RAMP.slice(0, 3)))
  made.push(...retimer.end()[0]!)
  expect(Float32Array.from(made)).toEqual(whole)
})
test('legs are read as they are written; a time of one and of the other lead to each other', () => {
  for (const legs of [STEP, RAMP, [leg(0, null, [4, 6])]]) {
    for (let s = 0; s < 2 * RATE; s += 4801) expect(madeAt(legs, sourceAt(legs, s))).toBeCloseTo(s, 3)
    expect(legsText(legsIn(legsText(legs))!)).toBe(legsText(legs))
  }
  expect(legsText([leg(0, null, [4, 6])])).toBe(legsText([leg(0, null, [2, 3])]))
  for (const bad of [
    '',
    '0-1-1',
    '0--1-1-1-1,5-6-1-1-1-1',
    '5-1-1-1-1-1',
    '0-9-0-1-1-1',
    'x-9-1-1-1-1',
    '0-9-1-1-1-1,8-9-1-1-1-1',
  ])
    expect(legsIn(bad)).toBeNull()
})
