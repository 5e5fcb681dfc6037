import { boxAround, linesIn } from './boxes'
import { thingsAround } from './things'

const [W, H] = [640, 360]
/** A plain screen with windows on it, later ones over earlier ones: grey, with a darker frame. */
function screen(...windows: [x: number, y: number, w: number, h: number, grey: number][]): Uint8Array {
  const out = new Uint8Array(W * H).fill(120)
  for (const [x, y, w, h, grey] of windows)
    for (let j = Math.max(0, y); j < Math.min(H, y + h); j++)
      for (let i = Math.max(0, x); i < Math.min(W, x + w); i++)
        out[j * W + i] = j === y || i === x || j === y + h - 1 || i === x + w - 1 ? 60 : grey
  return out
}
const around = (grey: Uint8Array, x: number, y: number) =>
  boxAround(linesIn(grey, W, H), { x, y }, { width: W, height: H }, 0.74)

test('the window around the pointer is found by its edges, and none beside it', () => {
  const grey = screen([40, 40, 200, 120, 240], [300, 60, 280, 220, 250])
  const near = (box: ReturnType<typeof around>, [x, y, w, h]: number[]) => {
    expect(box).not.toBeNull()
    for (const [is, wanted] of [
      [box!.x, x],
      [box!.y, y],
      [box!.w, w],
      [box!.h, h],
    ])
      expect(Math.abs(is! - wanted!)).toBeLessThanOrEqual(2)
  }
  near(around(grey, 100, 100), [40, 40, 200, 120])
  near(around(grey, 400, 200), [300, 60, 280, 220])
  expect(around(grey, 270, 330)).toBeNull()
})
test('a window that another half covers is found, and one that the edge of the screen cuts off', () => {
  const covered = around(screen([300, 60, 280, 220, 250], [200, 110, 150, 90, 235]), 500, 240)
  expect(covered).toMatchObject({ x: 300, y: 60 })
  const cut = around(screen([60, 200, 220, 300, 240]), 150, 300)
  expect(Math.abs(cut!.y + cut!.h - H)).toBeLessThanOrEqual(1)
})
test('a screen with a picture of noise on it has no windows', () => {
  const grey = Uint8Array.from({ length: W * H }, (_, i) => (i * 7919 + (i >> 3) * 104729) % 256)
  expect(around(grey, 320, 180)).toBeNull()
})
test('what the pointer goes into is told once; a look that stands alone is passed over', () => {
  const two = linesIn(screen([40, 40, 200, 120, 240], [300, 60, 280, 220, 250]), W, H)
  const at = (t: number, x: number, y: number) => ({ t, found: { x, y, confidence: 1 } as never, altered: null })
  const sights = [
    at(0, 100, 100),
    at(0.5, 110, 100),
    at(1, 400, 200),
    at(1.5, 100, 90),
    at(2, 420, 200),
    at(2.5, 430, 200),
  ]
  const told = thingsAround(
    sights,
    sights.map(({ t }) => ({ t, lines: two })),
    { width: W, height: H },
  )
  expect(told.map((e) => [e.t, Math.round(e.rect[0] / 10) * 10])).toEqual([
    [0, 40],
    [2, 300],
  ])
})
