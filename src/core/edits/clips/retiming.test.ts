import { followed, type Anchor, type RetimedPiece } from './retiming'

const rests = [{ from: 20, to: 60 }]
const go = (from: number, to: number, long: number, resting = rests, anchors: Anchor[] = [], begins = 0) =>
  followed({ was: from, is: begins }, { was: to, is: begins + long }, anchors, resting)
const sum = (pieces: readonly RetimedPiece[]) => pieces.reduce((n, p) => n + p.long, 0)
/** Where a frame comes to. */
function comes(pieces: readonly RetimedPiece[], frame: number, begins = 0): number {
  let is = begins
  for (const p of pieces) {
    if (p.from <= frame && frame < p.to) return is + ((frame - p.from) * p.long) / (p.to - p.from)
    is += p.long
  }
  return is
}

test('longer: it waits at the end of its longest rest; without one it goes a little slower, then waits', () => {
  expect(go(0, 100, 160)).toEqual([
    { from: 0, to: 60, long: 60 },
    { from: 60, to: 60, long: 60 },
    { from: 60, to: 100, long: 40 },
  ])
  expect(go(0, 100, 160, [])).toEqual([
    { from: 0, to: 100, long: 112 },
    { from: 100, to: 100, long: 48 },
  ])
  expect(go(0, 100, 108, [])).toEqual([{ from: 0, to: 100, long: 108 }])
})
test('shorter: rests give way first, then all goes faster; it adds up to the frame', () => {
  expect(go(0, 100, 80)).toEqual([
    { from: 0, to: 20, long: 20 },
    { from: 20, to: 60, long: 20 },
    { from: 60, to: 100, long: 40 },
  ])
  const pieces = go(0, 100, 33)
  expect(sum(pieces)).toBe(33)
  expect(pieces[1]!.long).toBe(5)
  expect(sum(go(0, 100, 3))).toBe(3)
})
test('what happens at a word comes with it; a phrase gives way where else what moves would have to hurry', () => {
  // A rest until 60, a phrase that begins at 62, a click at 80: the voice comes to the click ten frames later.
  const anchors = [
    { was: 62, is: 62, weight: 0.6 },
    { was: 80, is: 90, weight: 5 },
  ]
  const pieces = go(0, 100, 110, rests, anchors)
  expect(comes(pieces, 80)).toBe(90)
  // The picture waits in the rest, before the phrase, and the way to the click is as fast as it was.
  expect(pieces).toContainEqual({ from: 60, to: 60, long: 10 })
})
test('anchors that must be kept are, to the frame; the whole is as long as it has to be', () => {
  const anchors = [10, 25, 47, 90].map((was, i) => ({ was, is: was + [5, 22, 8, 40][i]!, weight: 5 }))
  const pieces = go(0, 120, 150, rests, anchors)
  expect(sum(pieces)).toBe(150)
  for (const a of anchors) expect(Math.abs(comes(pieces, a.was) - a.is)).toBeLessThanOrEqual(1)
})
test('no other division of a stretch costs less: against all of them, tried one by one', () => {
  // Two anchors of little weight, between which nothing rests, want what cannot be without haste.
  const anchors = [
    { was: 30, is: 10, weight: 0.6 },
    { was: 40, is: 60, weight: 0.6 },
  ]
  const pieces = go(0, 70, 70, [], anchors)
  const own = cost(anchors.map((a) => Math.round(comes(pieces, a.was))))
  let least = Infinity
  for (let a = -20; a <= 40; a++) for (let b = Math.max(a, 30); b <= 70; b++) least = Math.min(least, cost([a, b]))
  expect(own).toBeCloseTo(least, 6)
  function cost([a, b]: number[]): number {
    const change = (had: number, now: number) => {
      if (now < 0) return Infinity
      const by = Math.abs(now - had)
      const evenly = Math.min(by, had * 0.12)
      if (now >= had) return evenly + 3 * (by - evenly)
      const faster = Math.min(by, had / 2) - evenly
      return evenly + 3 * Math.max(0, faster) + 12 * (by - evenly - Math.max(0, faster))
    }
    return change(30, a!) + change(10, b! - a!) + change(30, 70 - b!) + 0.6 * (Math.abs(a! - 10) + Math.abs(b! - 60))
  }
})
