import { createCanvas } from '@napi-rs/canvas'
import { pathStore, sheetPool, swapStore } from './stores'

const context = (w: number, h: number) => createCanvas(w, h).getContext('2d') as never as CanvasRenderingContext2D
const pixel = (ctx: CanvasRenderingContext2D, x: number, y: number) => [...ctx.getImageData(x, y, 1, 1).data]

describe('sheets', () => {
  test('the same one for a size and a depth, clear each time, whatever was left on it', () => {
    const sheet = sheetPool(context)
    const first = sheet(60, 40, 0)
    first.setTransform(2, 0, 0, 2, 5, 5)
    first.globalAlpha = 0.3
    first.fillRect(0, 0, 60, 40)
    const again = sheet(60, 40, 0)
    expect(again).toBe(first)
    expect(again.globalAlpha).toBe(1)
    again.fillStyle = '#ff0000'
    again.fillRect(0, 0, 1, 1)
    expect([pixel(again, 0, 0), pixel(again, 30, 20)]).toEqual([
      [255, 0, 0, 255],
      [0, 0, 0, 0],
    ])
  })
  test('another depth has another one; a size that is nearly the same has not', () => {
    const sheet = sheetPool(context)
    expect(sheet(60, 40, 1)).not.toBe(sheet(60, 40, 0))
    expect(sheet(61, 42, 0)).toBe(sheet(60, 40, 0))
  })
  test('hardly larger than what is asked for', () => {
    const { canvas } = sheetPool(context)(130, 10, 0)
    expect([canvas.width, canvas.height]).toEqual([256, 128])
  })
  test('they do not pile up', () => {
    let made = 0
    const sheet = sheetPool((w, h) => {
      made++
      return { canvas: { width: w, height: h }, setTransform: () => {}, clearRect: () => {} } as never
    })
    const first = sheet(4000, 3000, 0)
    for (let depth = 1; depth < 6; depth++) sheet(4000, 3000, depth)
    expect(sheet(4000, 3000, 0)).not.toBe(first)
    expect(made).toBe(7)
  })
})
test('a path is made once for its data', () => {
  const asked: string[] = []
  const path = pathStore((d) => {
    asked.push(d)
    return { d } as never
  })
  expect(path('M0 0')).toBe(path('M0 0'))
  path('M1 1')
  expect(asked).toEqual(['M0 0', 'M1 1'])
})
test('a recoloured still is made once for its picture, colours and share; the picture itself stays', () => {
  const image = createCanvas(4, 4)
  const c = image.getContext('2d')
  c.fillStyle = '#ff0000'
  c.fillRect(0, 0, 4, 4)
  let made = 0
  const swapped = swapStore((w, h) => {
    made++
    return context(w, h)
  })
  const swap = { from: '#ff0000', to: '#0000ff', reach: 0.2, share: 1 }
  const out = swapped('still', image as never, image, swap) as unknown as ReturnType<typeof createCanvas>
  expect(swapped('still', image as never, image, { ...swap })).toBe(out)
  expect(swapped('still', image as never, image, { ...swap, share: 0.5 })).not.toBe(out)
  expect(made).toBe(2)
  expect(pixel(out.getContext('2d') as never, 2, 2)).toEqual([0, 0, 255, 255])
  expect(pixel(c as never, 2, 2)).toEqual([255, 0, 0, 255])
})
