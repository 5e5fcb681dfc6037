import { detailOf, edgeColour, hasChanged, histogram, meanColour, type Rgba } from './colours'

type Pixel = readonly [number, number, number, number?]
const picture = (width: number, height: number, at: (x: number, y: number) => Pixel): Rgba => {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [r, g, b, a = 255] = at(x, y)
      data.set([r, g, b, a], (y * width + x) * 4)
    }
  return { data, width, height }
}
const GREEN: Pixel = [31, 168, 71]
const SKIN: Pixel = [216, 160, 128]

test('the colour of a spot is the mean of what lies around it; of nothing there is none', () => {
  const half = picture(20, 20, (x) => (x < 10 ? [0, 0, 0] : [100, 200, 50]))
  expect(meanColour(half, 15, 10)).toBe('#64c832')
  // Two of five columns lie on the dark side.
  expect(meanColour(half, 10, 10)).toBe('#3c781e')
  expect(
    meanColour(
      picture(20, 20, () => [9, 9, 9, 0]),
      5,
      5,
    ),
  ).toBeNull()
  expect(meanColour(half, 90, 90)).toBeNull()
})
test('the colour along the edges is the screen, not who stands before it, wherever it lies on the frame', () => {
  const stands = (x: number, y: number): Pixel => (x > 30 && x < 70 && y > 20 ? SKIN : GREEN)
  expect(edgeColour(picture(100, 60, stands))).toBe('#1fa847')
  const small = picture(200, 120, (x, y) =>
    x >= 50 && x < 150 && y >= 40 && y < 100 ? stands(x - 50, y - 40) : [0, 0, 0, 0],
  )
  expect(edgeColour(small)).toBe('#1fa847')
  expect(edgeColour(picture(10, 10, () => [0, 0, 0, 0]))).toBeNull()
})
test('a histogram counts what is seen', () => {
  const [red, green, blue] = histogram(
    picture(4, 2, (x) => (x < 2 ? [255, 128, 0] : [255, 0, 0, 0])),
    4,
  )
  expect([red, green, blue]).toEqual([
    [0, 0, 0, 4],
    [0, 0, 4, 0],
    [4, 0, 0, 0],
  ])
})
test('there is much to see where neighbours differ, and nothing on a plain ground', () => {
  const board = picture(40, 40, (x, y) => (x < 20 && y < 20 && (x + y) % 2 === 0 ? [255, 255, 255] : [0, 0, 0]))
  const [first, ...others] = detailOf(board, 2, 2)
  expect(first).toBeGreaterThan(10_000)
  expect(Math.max(...others)).toBeLessThan(first! / 10)
  expect(
    detailOf(
      picture(40, 40, () => [90, 90, 90]),
      2,
      2,
    ),
  ).toEqual([0, 0, 0, 0])
})
test('a few pixels are a change; noise is none', () => {
  const plain = picture(40, 20, () => [100, 100, 100])
  expect(
    hasChanged(
      plain,
      picture(40, 20, (x, y) => [100 + ((x * y) % 9), 100, 100]),
    ),
  ).toBe(false)
  expect(
    hasChanged(
      plain,
      picture(40, 20, (x, y) => (y === 5 && x < 4 ? [20, 20, 20] : [100, 100, 100])),
    ),
  ).toBe(true)
  expect(
    hasChanged(
      plain,
      picture(40, 20, (x, y) => (y === 5 && x < 3 ? [20, 20, 20] : [100, 100, 100])),
    ),
  ).toBe(false)
})
