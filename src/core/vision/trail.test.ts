import { readFileSync } from 'node:fs'
import path from 'node:path'
import { fill, page, put, type Screen } from '../testing/screens'
import { Changes } from './changes'
import { Eyes } from './eyes'
import { roughShapeOf } from './shapes'
import type { Stay } from './track'
import { trailThrough } from './trail'

const code = new WebAssembly.Module(readFileSync(path.join(__dirname, '../../../wasm/vision.wasm')))
const [W, H] = [320, 192]
function changesOf(frames: number, draw: (t: number, s: Screen) => void): Changes {
  const eyes = new Eyes(code, W, H)
  const changes = new Changes(eyes)
  for (let t = 0; t < frames; t++) {
    const s = page(W, H)
    draw(t, s)
    eyes.grey.set(s.grey)
    changes.add()
  }
  return changes
}
const shape = {
  ...roughShapeOf(
    Array.from({ length: 160 }, (_, i) => ({ x: i % 10, y: Math.floor(i / 10), value: i % 2 ? 0 : 255, sure: 1 })),
  ),
  hot: { x: 0, y: 0 },
}
const stay = (from: number, to: number, x: number, y: number): Stay => ({ shape, share: 1, from, to, x, y })
/** A text pointer that rests until frame 20, goes to the right for 20 frames, and is an arrow from frame 40 on. */
const beamX = (t: number) => 40 + 6 * Math.max(0, t - 20)
const draw = (t: number, s: Screen) => put(s, t < 40 ? 'beam' : 'arrow', t < 40 ? beamX(t) : 160, 90)

test(
  'in a look that nobody knows the pointer is where something ' +
    'comes and goes, back to where it stood from the start',
  () => {
    const trail = trailThrough(changesOf(60, draw), [stay(40, 59, 160, 90)])
    for (const t of [0, 10, 19, 25, 39]) {
      const at = trail.get(t)!
      expect({ t, off: Math.hypot(at.x - beamX(t) - 2, at.y - 96) < 6 }).toEqual({ t, off: true })
    }
  },
)
test('between two known places it has to lead from one to the other', () => {
  const changes = changesOf(60, (t, s) => (t < 20 ? put(s, 'arrow', 40, 90) : draw(t, s)))
  expect(trailThrough(changes, [stay(0, 19, 40, 90), stay(40, 59, 160, 90)]).size).toBe(20)
  expect(trailThrough(changes, [stay(0, 19, 300, 20), stay(40, 59, 160, 90)]).size).toBe(0)
})
test('while much changes at once, nothing is told of it', () => {
  const changes = changesOf(60, (t, s) => {
    draw(t, s)
    if (t < 40) fill(s, 10, 10, 300, 60, t % 2 ? 40 : 200)
  })
  expect(trailThrough(changes, [stay(40, 59, 160, 90)]).size).toBe(0)
})
test('a pointer that is hidden for a while and comes back in its place is not seen meanwhile', () => {
  const changes = changesOf(60, (t, s) => {
    if (t < 20 || t >= 40) put(s, 'arrow', 160, 90)
  })
  expect(trailThrough(changes, [stay(0, 19, 160, 90), stay(40, 59, 160, 90)]).size).toBe(0)
})
