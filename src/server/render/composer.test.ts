import type { Drawing, Footage, Layer, Picture } from '@/core/display'
import { programOf } from './composer'

const footage = (element: string, change: Partial<Footage> = {}): Footage => ({
  element,
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  bounds: { x: 0, y: 0, w: 640, h: 360 },
  source: { media: element, frame: 0, width: 640, height: 360 },
  ...change,
})
const drawing = (element: string): Drawing => ({
  element,
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  bounds: { x: 0, y: 0, w: 640, h: 360 },
  shapes: [],
})
const small = { matrix: [0.5, 0, 0, 0.5, 300, 20] as Footage['matrix'] }
/** The steps in short: what is laid as decoded stands alone, what is painted in brackets. */
const told = (layers: Layer[], stills: string[] = []) => {
  const picture: Picture = { width: 640, height: 360, background: '#000000', layers }
  return programOf(picture, (media) => stills.includes(media))
    .map((s) => (s.on === 'planes' ? s.layer.element : `[${s.layers.map((l) => l.element).join(' ')}]`))
    .join(' ')
}

test('footage is laid as it was decoded, drawings together over it', () =>
  expect(told([footage('take'), drawing('a'), drawing('b')])).toBe('take [a b]'))
test('footage over a drawing is laid after it; what lies below footage that covers all is left out', () => {
  expect(told([footage('take'), drawing('a'), footage('face', small), drawing('b')])).toBe('take [a] face [b]')
  expect(told([footage('take'), drawing('a'), footage('other'), drawing('b')])).toBe('other [b]')
})
test('footage that is turned, mirrored, cut, faded or has effects is painted, in its place', () => {
  const odd: Partial<Footage>[] = [
    { matrix: [0, 1, -1, 0, 400, 0] },
    { matrix: [-0.5, 0, 0, 0.5, 400, 0] },
    { clip: { x: 0, y: 0, w: 9, h: 9 } },
    { opacity: 0.9 },
    { blurPx: 3 },
    { shadow: { colour: '#000000', blurPx: 1, dx: 1, dy: 1 } },
  ]
  for (const change of odd) expect(told([footage('take'), footage('odd', change), drawing('a')])).toBe('take [odd a]')
})
test('a still that stands as it is stays a tile of its own, and hides nothing, as it may be seen through', () =>
  expect(told([footage('take'), footage('plan'), drawing('a'), drawing('b')], ['plan'])).toBe('take [plan] [a b]'))
