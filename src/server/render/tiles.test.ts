import { createCanvas, loadImage, type Image } from '@napi-rs/canvas'
import path from 'node:path'
import type { Drawing, Footage } from '@/core/display'
import { blankPlanes, fillPlanes, freePlanes, halved, tileOf, toRgba, type Planes } from './planes'
import { paintLayers } from '@/paint'
import { asContext, skiaEasel } from './easel'
import { TilePainter } from './tiles'

beforeAll(() => {
  process.env.VANE_ROOT = path.join(__dirname, '../../..')
})
const colourAt = (p: Planes, x: number, y: number) =>
  [...toRgba(p, { x, y, w: 2, h: 2 }).subarray(0, 3)].map((v) => Math.round(v / 16))
const RED = [16, 0, 0]
const BLUE = [0, 0, 16]

/** A square of one colour. */
const square = (element: string, x: number, y: number, side: number, fill: string): Drawing => ({
  element,
  matrix: [1, 0, 0, 1, x, y],
  opacity: 1,
  bounds: { x, y, w: side, h: side },
  shapes: [{ type: 'path', d: `M0 0H${side}V${side}H0Z`, fill }],
})
const frame = { width: 640, height: 360 }

test('when the room for drawn pieces runs out within a frame, what was drawn for it before stays what it was', () => {
  const painter = new TilePainter(new Map())
  const planes = blankPlanes(640, 360)
  const red = square('red', 20, 20, 100, '#ff0000')
  const blue = square('blue', 300, 100, 100, '#0000ff')
  painter.lay(planes, [red], frame)
  // All that is left is taken, so that there is none for the second.
  const dot = new Uint8Array(100 * 100 * 4)
  while (tileOf(dot, 0, 0, 100, 100)) continue
  fillPlanes(planes, '#000000')
  painter.lay(planes, [red, blue], frame)
  expect(colourAt(planes, 60, 60)).toEqual(RED)
  expect(colourAt(planes, 340, 140)).toEqual(BLUE)
  freePlanes(planes)
})

async function stillOf(
  width: number,
  height: number,
  draw: (ctx: ReturnType<ReturnType<typeof createCanvas>['getContext']>) => void,
): Promise<Image> {
  const canvas = createCanvas(width, height)
  draw(canvas.getContext('2d'))
  return loadImage(canvas.toBuffer('image/png'))
}
const layer = (dest: { x: number; y: number; w: number; h: number }, { width, height }: Image): Footage => ({
  element: 'c',
  matrix: [dest.w / width, 0, 0, dest.h / height, dest.x, dest.y],
  opacity: 1,
  bounds: dest,
  source: { media: 'still', frame: 0, width, height },
})

test('through a still that stands as a clip shines what lies below it, as much as it lets through', async () => {
  const still = await stillOf(200, 100, (ctx) => {
    ctx.fillStyle = '#0000ff'
    ctx.fillRect(0, 0, 100, 100)
  })
  const planes = blankPlanes(640, 360)
  fillPlanes(planes, '#ff0000')
  new TilePainter(new Map([['still', still]])).lay(planes, [layer({ x: 101, y: 51, w: 200, h: 100 }, still)], frame)
  expect(colourAt(planes, 150, 100)).toEqual(BLUE)
  expect(colourAt(planes, 250, 100)).toEqual(RED)
  expect(colourAt(planes, 80, 100)).toEqual(RED)
  freePlanes(planes)
})
test(
  'a still larger than all the room for drawn pieces ' + 'is laid, and so is one that lies outside: not at all',
  async () => {
    const still = await stillOf(8000, 8000, (ctx) => {
      ctx.fillStyle = '#0000ff'
      ctx.fillRect(0, 0, 8000, 8000)
    })
    const planes = blankPlanes(640, 360)
    const painter = new TilePainter(new Map([['still', still]]))
    fillPlanes(planes, '#ff0000')
    painter.lay(planes, [layer({ x: 700, y: 0, w: 300, h: 300 }, still)], frame)
    expect(colourAt(planes, 600, 100)).toEqual(RED)
    painter.lay(planes, [layer({ x: 0, y: 0, w: 8000, h: 8000 }, still)], frame)
    expect(colourAt(planes, 600, 300)).toEqual(BLUE)
    freePlanes(planes)
  },
  30_000,
)

test('the shadow of footage that goes on is as if painted with it, and what lies over it is in front', async () => {
  const still = await stillOf(200, 100, (ctx) => {
    ctx.fillStyle = '#20a040'
    ctx.fillRect(0, 0, 200, 100)
  })
  const canvas = createCanvas(200, 100)
  canvas.getContext('2d').drawImage(still, 0, 0)
  const cast = { colour: '#00000080', dx: 6, dy: 14, blurPx: 24 }
  const own = layer({ x: 200, y: 120, w: 200, h: 100 }, still)
  const shown: Footage = {
    ...own,
    bounds: { x: 150, y: 80, w: 310, h: 220 },
    clip: { x: 0, y: 0, w: 200, h: 100, corner: 30 },
    shadow: cast,
  }
  const over = square('over', 260, 150, 40, '#0000ff')
  const laid = (painter: TilePainter): Planes => {
    const planes = blankPlanes(640, 360)
    fillPlanes(planes, '#ffffff')
    painter.lay(planes, [shown, over], frame)
    return planes
  }
  const [whole, parted] = [
    laid(new TilePainter(new Map([['still', still]]))),
    laid(new TilePainter(new Map(), () => canvas)),
  ]
  let most = 0
  for (let i = 0; i < whole.bytes.length; i++) most = Math.max(most, Math.abs(whole.bytes[i]! - parted.bytes[i]!))
  expect(most).toBeLessThanOrEqual(4)
  expect(colourAt(parted, 280, 170)).toEqual(BLUE)
  freePlanes(whole)
  freePlanes(parted)
})
test('planes made half as large are the means of fours', () => {
  const planes = blankPlanes(8, 4)
  planes.bytes.fill(100)
  planes.bytes.set([10, 20], 0)
  planes.bytes.set([30, 40], 8)
  const half = halved(planes)
  expect([half.width, half.height, ...half.bytes.subarray(0, 3)]).toEqual([4, 2, 25, 100, 100])
  expect([...half.bytes.subarray(8)]).toEqual([100, 100, 100, 100])
  freePlanes(planes)
  freePlanes(half)
})

test('what is seen through and casts a shadow is laid as it is painted, as one picture', () => {
  const reach = { x: 40, y: 40, w: 140, h: 140 }
  const shadow = { colour: '#000000', blurPx: 4, dx: 0, dy: 0 }
  const fading = (opacity: number): Drawing[] => [
    { ...square('a', 60, 60, 100, '#ff0000'), bounds: reach, opacity, shadow },
    {
      ...square('b', 300, 60, 100, '#ff0000'),
      opacity,
      shapes: [{ type: 'path', d: 'M0 0H100V100H0Z', fill: '#ff0000', shadow }],
    },
  ]
  const painter = new TilePainter(new Map())
  for (const opacity of [0.5, 0.25]) {
    const planes = blankPlanes(640, 360)
    fillPlanes(planes, '#ffffff')
    const canvas = createCanvas(640, 360)
    const ctx = canvas.getContext('2d')
    ctx.fillStyle = '#ffffff'
    ctx.fillRect(0, 0, 640, 360)
    for (const drawing of fading(opacity)) {
      painter.lay(planes, [drawing], frame)
      paintLayers(asContext(ctx), [drawing], {
        easel: skiaEasel(new Map(), () => null),
        scale: 1,
        origin: { x: 0, y: 0 },
        frame,
      })
    }
    for (const [x, y] of [
      [110, 110],
      [350, 110],
      [58, 110],
    ] as const) {
      const painted = [...ctx.getImageData(x, y, 1, 1).data.subarray(0, 3)].map((v) => Math.round(v / 16))
      expect([x, colourAt(planes, x, y).map((v, i) => Math.abs(v - painted[i]!) <= 1)]).toEqual([x, [true, true, true]])
    }
    freePlanes(planes)
  }
})
