import {
  detailOf,
  distanceOf,
  edgeColour,
  farthestFrom,
  hasChanged,
  histogram,
  mainColours,
  meanColour,
  type Rgba,
} from './colours'

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
test('of a strong colour and a faint one along the edges the strong one is the screen, however it is lit', () => {
  // A grey-blue sky above and at one side, a vivid green screen at the other.
  const sky: Pixel = [135, 160, 190]
  const lit = (x: number): Pixel => [20 + (x % 5) * 6, 150 + (x % 9) * 7, 60 + (x % 5) * 5]
  const scene = picture(100, 60, (x, y) => (x > 70 && y > 12 ? lit(y) : x > 30 && y > 20 ? SKIN : sky))
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(edgeColour(scene)!.slice(i, i + 2), 16)) as [number, number, number]
  expect(g - Math.max(r, b)).toBeGreaterThan(80)
  // Without any strong colour, what most of it is.
  expect(edgeColour(picture(100, 60, (x) => (x > 80 ? [60, 60, 62] : [200, 200, 201])))).toBe('#c8c8c9')
})
test('what a picture is of is its strong colour on a white page, and the page where there is none', () => {
  const page = (x: number, y: number): Pixel => (x < 20 && y < 20 ? [30, 90, 200] : [255, 255, 255])
  expect(mainColours(picture(60, 40, page))[0]).toBe('#1e5ac8')
  expect(mainColours(picture(60, 40, () => [250, 250, 250]))).toEqual(['#fafafa'])
  expect(mainColours(picture(8, 8, () => [0, 0, 0, 0]))).toEqual([])
  const seen = farthestFrom(['#1e5ac8', '#ffffff'], ['#1f5bd0', '#fdfdfd', '#f4c20d'])!
  expect(seen).toBe('#f4c20d')
  expect(Math.min(distanceOf(seen, '#1e5ac8'), distanceOf(seen, '#ffffff'))).toBeGreaterThan(0.15)
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
