import type { Element, Pose } from '../lesson/schema'
import { after, long, pose } from '../testing/made'
import { element, lessonWithTake, loose, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { motionOf, moveWarnings, paceOf, propertiesOf, propertyOf, withValues } from './index'

const withMove = (p: Pose) => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(100), loose(200), { x: 200, y: 300, poses: [p] }),
  ])
  const timed = resolve(lesson)
  const e = lesson.elements[0]!
  return { timed, e, move: motionOf(timed, e).moves[0]! }
}
const warned = (p: Pose) => {
  const { timed, e, move } = withMove(p)
  return moveWarnings(timed, e, move)
}

describe('what may be wrong with a move', () => {
  test('a move of half a second over some hundred pixels is left alone', () =>
    expect(warned(pose('a', after(20), long(15), { x: 700 }))).toEqual([]))
  test('a pose that is laid out in time and not filled yet is no mistake', () =>
    expect(warned(pose('a', after(20), long(1), { x: 200 }))).toEqual([]))
  test('it lands after its element is gone, or starts before it is there', () => {
    expect(warned(pose('a', after(90), long(25), { x: 700 }))).toEqual([
      'It lands 15 frames after the element is gone.',
    ])
    expect(warned(pose('a', after(-12), after(20), { x: 400 }))).toEqual([
      'It starts 12 frames before the element is there.',
    ])
  })
  test('under a sixth of a second it is not seen as a move: four frames of thirty a second are, five are not', () => {
    expect(warned(pose('a', after(20), long(4), { x: 300 }))[0]).toContain('under a sixth of a second')
    expect(warned(pose('a', after(20), long(5), { x: 300 }))).toEqual([])
  })
  test('over two picture widths a second the eye does not follow', () => {
    // 1800 px in 10 frames are 5400 px a second; twice the width is 3840.
    expect(warned(pose('a', after(20), long(10), { x: 2000 }))[0]).toContain('two picture widths')
    expect(warned(pose('a', after(20), long(15), { x: 2000 }))).toEqual([])
  })
  test('a jump is meant as one', () => {
    expect(warned(pose('a', after(20), long(0), { x: 2000 }))).toEqual([])
    expect(warned(pose('a', after(20), long(3), { x: 2000 }, { easing: 'hold' }))).toEqual([])
  })
})
test('the pace of a move: its frames, its seconds, its way, and what that is a second', () => {
  const { timed, e, move } = withMove(pose('a', after(20), long(15), { x: 500, y: 700 }))
  expect(paceOf(timed, e, move)).toEqual({ frames: 15, seconds: 0.5, px: 500, pxPerSecond: 1000 })
})
test('a curved way is longer than a straight one', () => {
  const { timed, e, move } = withMove(
    pose(
      'a',
      after(20),
      long(15),
      { x: 500, y: 700 },
      { curve: { start: { x: 300, y: -100 }, landing: { x: 100, y: -300 } } },
    ),
  )
  expect(paceOf(timed, e, move).px).toBeGreaterThan(505)
})

describe('properties', () => {
  const of = (kind: Parameters<typeof element>[1], change: Partial<Element> = {}) => {
    const lesson = lessonWithTake()
    return element(lesson, kind, 'e', loose(0), loose(60), change)
  }
  const paths = (e: Element) => propertiesOf(e).map((p) => p.path)
  test(
    'every kind can be keyed by place, turn, scale, opacity, anchor ' +
      'point, crop, reveal and blur; a zoom by its rectangle alone',
    () => {
      for (const path of [
        'x',
        'y',
        'rotation',
        'tilt.upright',
        'scale.x',
        'opacity',
        'anchor.x',
        'crop.left',
        'reveal.shown',
        'blurPx',
      ])
        expect(paths(of('shape'))).toContain(path)
      expect(paths(of('zoom'))).toEqual(['x', 'y', 'width', 'height'])
    },
  )
  test('a kind’s own numbers and colours too: fill, outline, thickness, corner, the size of text', () => {
    expect(paths(of('shape'))).toEqual(
      expect.arrayContaining(['look.fill', 'look.outline', 'look.outlinePx', 'look.corner']),
    )
    expect(paths(of('text'))).toEqual(expect.arrayContaining(['look.face.size', 'look.ink']))
    expect(propertyOf(of('shape'), 'look.fill')!.type).toBe('colour')
    expect(propertyOf(of('shape'), 'look.form')).toBeUndefined()
  })
  test('a tail can only be keyed where there is one', () => {
    const callout = of('callout')
    const without = { ...callout, look: { ...callout.look, tip: null } } as Element
    const pointing = { ...callout, look: { ...callout.look, tip: { x: 1, y: 2 } } } as Element
    expect(paths(without)).not.toContain('look.tip.x')
    expect(paths(pointing)).toContain('look.tip.x')
  })
  test('values are set in a copy; what is not touched is shared, what has no place is left out', () => {
    const e = of('shape')
    const out = withValues(e, [
      ['scale.x', 3],
      ['look.fill', '#ff0000'],
      ['look.gone.x', 1],
    ])
    expect([out.scale.x, out.scale.y, e.scale.x]).toEqual([3, 1, 1])
    expect(out.look).toMatchObject({ fill: '#ff0000' })
    expect(e.look).not.toMatchObject({ fill: '#ff0000' })
    expect(out.crop).toBe(e.crop)
    expect(JSON.stringify(out)).not.toContain('gone')
  })
})
