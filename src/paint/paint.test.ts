import { createCanvas, Path2D as SkiaPath } from '@napi-rs/canvas'
import type { Drawing, Footage, Group, Picture, Shape } from '@/core/display'
import type { Easel } from './easel'
import { paint, paintLayers } from './paint'

const picture = createCanvas(4, 4)
{
  const c = picture.getContext('2d')
  c.fillStyle = '#00ff00'
  c.fillRect(0, 0, 4, 4)
}
const easel: Easel = {
  footage: (l) => (l.element === 'missing' ? null : (picture as never)),
  stillPicture: () => picture as never,
  sheet: (w, h) => createCanvas(w, h).getContext('2d') as never,
  path: (d) => new SkiaPath(d) as never,
}
const item = (shapes: Shape[], change: Partial<Drawing> = {}): Drawing => ({
  element: 'e',
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  shapes,
  bounds: { x: 0, y: 0, w: 40, h: 40 },
  ...change,
})
/** Four pixels of one green, as large as their matrix makes them. */
const footage = (change: Partial<Footage> = {}): Footage => ({
  element: 'c',
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  bounds: { x: 0, y: 0, w: 40, h: 40 },
  source: { media: 'm', frame: 0, width: 4, height: 4 },
  ...change,
})
const box = (x: number, y: number, w: number, h: number, fill: string): Shape => ({
  type: 'path',
  d: `M${x} ${y} H${x + w} V${y + h} H${x} Z`,
  fill,
})
const list = (change: Partial<Picture> = {}): Picture => ({
  width: 40,
  height: 40,
  background: '#0000ff',
  layers: [],
  ...change,
})
function shown(l: Picture, size = 40): (x: number, y: number) => number[] {
  const canvas = createCanvas(size, size)
  const ctx = canvas.getContext('2d')
  paint(ctx as never, l, easel, size)
  const { data } = ctx.getImageData(0, 0, size, size)
  return (x, y) => [...data.slice((y * size + x) * 4, (y * size + x) * 4 + 3)]
}
test('the background, then footage where it lies, then drawings on top', () => {
  const at = shown(
    list({
      layers: [
        footage({ matrix: [5, 0, 0, 5, 10, 10] }),
        footage({ element: 'missing' }),
        item([box(15, 15, 5, 5, '#ff0000')]),
      ],
    }),
  )
  expect([at(2, 2), at(12, 12), at(17, 17), at(35, 35)]).toEqual([
    [0, 0, 255],
    [0, 255, 0],
    [255, 0, 0],
    [0, 0, 255],
  ])
})
test('a smaller canvas shows the same picture, smaller', () => {
  const at = shown(list({ layers: [item([box(20, 20, 20, 20, '#ff0000')])] }), 20)
  expect([at(9, 9), at(11, 11)]).toEqual([
    [0, 0, 255],
    [255, 0, 0],
  ])
})
test('an element that fades does so as a whole: its parts do not show through each other', () => {
  const two = [box(0, 0, 20, 20, '#ffffff'), box(0, 0, 20, 20, '#000000')]
  const at = shown(list({ layers: [item(two, { opacity: 0.5 })] }))
  expect(at(10, 10)[0]).toBe(0)
  expect(Math.abs(at(10, 10)[2]! - 128)).toBeLessThanOrEqual(2)
})
test('a matrix places, turns and scales; a picture fills its rectangle', () => {
  const at = shown(
    list({
      layers: [item([{ type: 'picture', media: 'p', x: -2, y: -2, w: 4, h: 4 }], { matrix: [0, 3, -3, 0, 20, 20] })],
    }),
  )
  expect([at(15, 15), at(24, 24), at(12, 12)]).toEqual([
    [0, 255, 0],
    [0, 255, 0],
    [0, 0, 255],
  ])
})
test('items painted alone stand off by their origin, with nothing behind them', () => {
  const canvas = createCanvas(10, 10)
  const ctx = canvas.getContext('2d')
  paintLayers(ctx as never, [item([box(100, 100, 4, 4, '#ff0000')])], {
    easel,
    scale: 1,
    origin: { x: 98, y: 98 },
    frame: { width: 1000, height: 1000 },
  })
  const { data } = ctx.getImageData(0, 0, 10, 10)
  expect([data[3], data[(3 * 10 + 3) * 4]]).toEqual([0, 255])
})
const [GREEN, BLUE, BOTH] = [
  [0, 255, 0],
  [0, 0, 255],
  [0, 128, 128],
]
const nearly = (got: number[], wanted: number[]) =>
  got.forEach((v, i) => expect(Math.abs(v - wanted[i]!)).toBeLessThanOrEqual(2))
test('footage may lie over a drawing, turned, faded and cut to a part of it', () => {
  const turned = footage({ matrix: [0, 5, -5, 0, 30, 10] })
  const over = shown(list({ layers: [item([box(0, 0, 40, 40, '#ff0000')]), turned] }))
  expect([over(20, 20), over(5, 20)]).toEqual([GREEN, [255, 0, 0]])
  const faint = shown(list({ layers: [footage({ matrix: [10, 0, 0, 10, 0, 0], opacity: 0.5 })] }))
  nearly(faint(20, 20), BOTH!)
  const part = shown(list({ layers: [footage({ matrix: [10, 0, 0, 10, 0, 0], clip: { x: 0, y: 0, w: 2, h: 4 } })] }))
  expect([part(10, 20), part(30, 20)]).toEqual([GREEN, BLUE])
})
test('a group fades as one, and is seen through its mask only', () => {
  const group = (change: Partial<Group>): Group => ({
    element: 'g',
    matrix: [1, 0, 0, 1, 0, 0],
    opacity: 1,
    bounds: { x: 0, y: 0, w: 40, h: 40 },
    layers: [item([box(0, 0, 40, 40, '#ff0000')]), footage({ matrix: [10, 0, 0, 10, 0, 0] })],
    ...change,
  })
  nearly(shown(list({ layers: [group({ opacity: 0.5 })] }))(20, 20), BOTH!)
  const masked = shown(list({ layers: [group({ clip: { x: 10, y: 10, w: 20, h: 20 } })] }))
  expect([masked(20, 20), masked(5, 20), masked(35, 20)]).toEqual([GREEN, BLUE, BLUE])
  const within = shown(list({ layers: [group({ layers: [group({ opacity: 0.5 })] })] }))
  nearly(within(20, 20), BOTH!)
})
test('what casts a shadow fades as one picture: neither its shadow nor its outline shines through it', () => {
  const shadow = { colour: '#000000', blurPx: 0, dx: 4, dy: 4 }
  const body = box(10, 10, 16, 16, '#ffffff')
  const outlined: Shape = { ...body, stroke: '#ff0000', lineWidth: 6 } as Shape
  const own: Shape = { ...body, shadow } as Shape
  const bare = shown(list({ layers: [item([body], { opacity: 0.5 })] }))(18, 18)
  const { element, matrix, opacity, bounds } = item([])
  const standing = { element, matrix, opacity, bounds }
  const group: Group = { ...standing, layers: [item([body])], opacity: 0.5, shadow }
  const faded: Picture['layers'] = [
    item([body], { opacity: 0.5, shadow }),
    item([own], { opacity: 0.5 }),
    item([outlined], { opacity: 0.5 }),
    group,
    { ...standing, instants: [item([body], { opacity: 0.5 })], shadow },
  ]
  for (const layer of faded) expect(shown(list({ layers: [layer] }))(18, 18)).toEqual(bare)
  // Beside the body the shadow is there, half as dark.
  expect(Math.abs(shown(list({ layers: [faded[0]!] }))(28, 28)[2]! - 128)).toBeLessThan(3)
  expect(Math.abs(shown(list({ layers: [group] }))(28, 28)[2]! - 128)).toBeLessThan(3)
})
test('what lets something through does not let its own shadow through; beside it the shadow is as it was', () => {
  const shadow = { colour: '#000000', dx: 6, dy: 6, blurPx: 0 }
  const glass = (fill: string, more: Partial<Drawing> = {}) =>
    shown(list({ background: '#ffffff', layers: [item([box(8, 8, 16, 16, fill)], more)] }))
  const cast = glass('#ff000080', { shadow })
  // Within it, as without a shadow; beside it, where the shadow falls, darker than the ground.
  for (const [x, y] of [
    [10, 10],
    [20, 20],
    [23, 23],
  ] as const)
    expect(cast(x, y)).toEqual(glass('#ff000080')(x, y))
  expect(cast(27, 27)[0]).toBeLessThan(140)
  expect(cast(4, 4)).toEqual([255, 255, 255])
  // What lets nothing through is as it was.
  expect(glass('#ff0000', { shadow })(27, 27)).toEqual([0, 0, 0])
  const faded = glass('#ff000080', { shadow, opacity: 0.5 })
  for (const [x, y] of [
    [10, 10],
    [20, 20],
  ] as const)
    expect(Math.abs(faded(x, y)[1]! - glass('#ff000080', { opacity: 0.5 })(x, y)[1]!)).toBeLessThanOrEqual(1)
})
