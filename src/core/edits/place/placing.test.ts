import { newIds } from '@/core/testing/made'
import { boundsOf } from '../../geometry'
import { frameBoxOf } from '../../scene'
import type { Element, Lesson } from '../../lesson/schema'
import { long, made, pose, after } from '../../testing/made'
import { element, lessonWithTake, loose } from '../../testing/lessons'
import { resolve } from '../../timing'
import * as E from '..'

const three = (change: Partial<Element>[] = []): Lesson => {
  const lesson = lessonWithTake()
  const at = [
    { x: 300, y: 200, width: 100, height: 60 },
    { x: 700, y: 420, width: 200, height: 40 },
    { x: 1500, y: 330, width: 60, height: 200 },
  ]
  lesson.elements = at.map((place, i) =>
    element(lesson, 'shape', `e${i}`, loose(0), loose(200), { space: 'fixed', ...place, ...change[i] }),
  )
  return lesson
}
const ids = ['e0', 'e1', 'e2']
const standing = (_lesson: Lesson): E.Standing => ({ frame: 10, stance: { pose: 0 } })
const boxes = (lesson: Lesson) => {
  const timed = resolve(lesson)
  return lesson.elements.map((e) => {
    const { matrix, box } = frameBoxOf(timed, e, 10, false)
    return boundsOf(matrix, box)
  })
}
const aligned = (edge: E.AlignEdge, to: E.AlignTo, lesson = three()) =>
  boxes(made(lesson, E.align(ids, edge, to, standing(lesson))))

describe('lining up', () => {
  test('against each other: to the outermost edge, or the middle of all', () => {
    expect(aligned('left', 'each-other').map((b) => b.x)).toEqual([250, 250, 250])
    expect(aligned('right', 'each-other').map((b) => b.x + b.w)).toEqual([1530, 1530, 1530])
    expect(aligned('top', 'each-other').map((b) => b.y)).toEqual([170, 170, 170])
    expect(aligned('bottom', 'each-other').map((b) => b.y + b.h)).toEqual([440, 440, 440])
    // All together reach from 250 to 1530 across and from 170 to 440 down.
    expect(aligned('centre', 'each-other').map((b) => b.x + b.w / 2)).toEqual([890, 890, 890])
    expect(aligned('middle', 'each-other').map((b) => b.y + b.h / 2)).toEqual([305, 305, 305])
  })
  test('against the frame and the safe areas: a twentieth and a tenth in', () => {
    expect(aligned('left', 'frame').map((b) => b.x)).toEqual([0, 0, 0])
    expect(aligned('right', 'action').map((b) => b.x + b.w)).toEqual([1824, 1824, 1824])
    expect(aligned('bottom', 'title').map((b) => b.y + b.h)).toEqual([972, 972, 972])
  })
  test('the other axis stays as it is', () => expect(aligned('left', 'frame').map((b) => b.y)).toEqual([170, 400, 230]))
  test('what is turned is lined up by what is seen of it', () => {
    const turned = aligned('left', 'frame', three([{ rotation: 90 }]))
    expect(turned[0]!.x).toBeCloseTo(0, 1)
    expect(turned[0]!.w).toBeCloseTo(60, 6)
  })
  test('what is locked stays', () =>
    expect(aligned('left', 'frame', three([{}, { locked: true }])).map((b) => b.x)).toEqual([0, 600, 0]))
  test('a pose is lined up by itself', () => {
    const lesson = three([{ poses: [pose('a', after(20), long(10), { x: 900 })] }])
    const edit = E.inPoses({ pose: 9 }, E.align(['e0'], 'left', 'frame', { frame: 100, stance: { pose: 9 } }))
    const e = made(lesson, edit).elements[0]!
    expect([e.x, e.poses[0]!.values.x]).toEqual([300, 50])
  })
})
describe('spreading', () => {
  test('the gaps become equal; the first and the last stay', () => {
    const lesson = three()
    const out = boxes(made(lesson, E.distribute(ids, 'across', standing(lesson)))).sort((a, b) => a.x - b.x)
    const gaps = out.slice(1).map((b, i) => b.x - out[i]!.x - out[i]!.w)
    expect([out[0]!.x, out[2]!.x]).toEqual([250, 1470])
    expect(gaps[0]).toBeCloseTo(gaps[1]!, 1)
    expect(gaps[0]).toBeCloseTo((1530 - 250 - 100 - 200 - 60) / 2, 1)
  })
  test('down, they are taken as they lie, not as they were chosen', () => {
    const lesson = three()
    const out = boxes(made(lesson, E.distribute(['e2', 'e0', 'e1'], 'down', standing(lesson))))
    expect(out[0]!.y).toBe(170)
    expect(out[1]!.y + out[1]!.h).toBe(440)
  })
  test('two have nothing between them', () =>
    expect(E.applyEdit(three(), E.distribute(['e0', 'e1'], 'across', standing(three())), newIds())).toEqual({
      refused: null,
    }))
})
describe('sizes and sides', () => {
  test('as wide or as tall as the first one chosen', () => {
    const lesson = three()
    expect(made(lesson, E.equalSizes(['e1', 'e0', 'e2'], 'width', { pose: 0 })).elements.map((e) => e.width)).toEqual([
      200, 200, 200,
    ])
    expect(made(lesson, E.equalSizes(['e2', 'e0'], 'height', { pose: 0 })).elements.map((e) => e.height)).toEqual([
      200, 40, 200,
    ])
  })
  test('mirrored twice is as before, in place', () => {
    const lesson = three()
    const once = made(lesson, E.flip(['e0'], 'across'))
    expect(once.elements[0]).toMatchObject({ x: 300, scale: { x: -1, y: 1 } })
    expect(made(once, E.flip(['e0'], 'across'))).toEqual(lesson)
    expect(made(lesson, E.flip(ids, 'down')).elements.map((e) => e.scale.y)).toEqual([-1, -1, -1])
  })
  test('a group is chosen whole; without it, each by itself', () => {
    const grouped = made(three(), E.setGroup(['e0', 'e2'], 'g'))
    expect(E.withGroups(grouped.elements, ['e2'])).toEqual(['e2', 'e0'])
    expect(E.withGroups(grouped.elements, ['e1'])).toEqual(['e1'])
    expect(E.withGroups(made(grouped, E.setGroup(['e0', 'e2'], null)).elements, ['e2'])).toEqual(['e2'])
  })
})

describe('a take that fills the frame', () => {
  const whole = lessonWithTake()
  const take = (lesson: Lesson) => lesson.elements.find((e) => e.id === 'c1')!
  const fit = (lesson: Lesson) => (take(lesson).look as { fit: string }).fit
  const shown = (lesson: Lesson) => {
    const { matrix, box } = frameBoxOf(resolve(lesson), take(lesson), 10, false)
    return boundsOf(matrix, box)
  }
  test.each<[string, E.Edit, Partial<Element>]>([
    ['put elsewhere', E.putAt(['c1'], { x: 500 }), { x: 500 }],
    ['wider', E.setSize('c1', 960, null), { width: 960, height: 540 }],
    ['higher', E.setSize('c1', null, 540), { width: 960, height: 540 }],
    ['turned', E.putAt(['c1'], { rotation: 20 }), { rotation: 20 }],
    ['with another anchor point', E.setAnchor('c1', { x: 0, y: 0 }), { x: 0, y: 0, anchor: { x: 0, y: 0 } }],
  ])('is %s by the value that is typed, and stays so', (_how, edit, wanted) => {
    const placed = made(whole, edit)
    expect(take(placed)).toMatchObject(wanted)
    expect(fit(placed)).toBe('free')
    // What else is set settles it anew.
    expect(take(made(placed, E.setLook(['c1'], 'muted', true)))).toMatchObject(wanted)
  })
  test('stays in the frame whatever else of it is changed', () => {
    const faded = made(made(whole, E.putAt(['c1'], { opacity: 0.5, blurPx: 4 })), E.setScale(['c1'], 'x', 0.5, true))
    expect(fit(faded)).toBe('fit')
    expect(shown(faded)).toMatchObject({ x: 480, y: 270, w: 960, h: 540 })
  })
  test('goes from the whole frame to a place in a pose', () => {
    const posed: Lesson = structuredClone(whole)
    take(posed).poses = [pose('p', after(60), long(30), { x: 400 })]
    const moved = made(posed, E.inPoses({ pose: 1 }, E.putAt(['c1'], { y: 300 })))
    expect(take(moved).poses[0]!.values).toMatchObject({ y: 300 })
    expect(shown(moved)).toMatchObject({ x: 0, y: 0, w: 1920, h: 1080 })
    expect(fit(moved)).toBe('free')
  })
})
describe('a bar at an edge', () => {
  const at = (place: string): Lesson => {
    const lesson = lessonWithTake()
    lesson.elements = [element(lesson, 'bar', 'bar', loose(0), loose(200))]
    return place === 'bottom' ? lesson : made(lesson, E.setLook(['bar'], 'place', place))
  }
  const edge = (of: Lesson) => (of.elements[0]!.look as { place: string }).place
  test.each<[string, string, E.Edit, Partial<Element>]>([
    ['bottom', 'fades', E.putAt(['bar'], { opacity: 0.5 }), { opacity: 0.5 }],
    ['bottom', 'is thicker', E.setSize('bar', null, 40), { width: 1920, height: 40, y: 1060 }],
    ['left', 'is thicker', E.setSize('bar', 40, null), { width: 40, height: 1080, x: 20 }],
    [
      'left',
      'is pulled thicker',
      E.pullBox('bar', { x: 1, y: 0 }, { x: 60, y: 540 }),
      { width: 60, height: 1080, x: 30 },
    ],
  ])('at the %s stays there when it %s', (place, _how, edit, wanted) => {
    const changed = made(at(place), edit)
    expect(edge(changed)).toBe(place)
    expect(changed.elements[0]).toMatchObject(wanted)
  })
  test.each<[string, E.Edit, Partial<Element>]>([
    ['bottom', E.putAt(['bar'], { y: 500 }), { y: 500 }],
    ['bottom', E.setSize('bar', 900, null), { width: 900 }],
    ['left', E.setSize('bar', null, 500), { height: 500 }],
    ['bottom', E.setAnchor('bar', { x: 0, y: 0.5 }), { x: 0, anchor: { x: 0, y: 0.5 } }],
  ])('at the %s is let go by what says where it lies', (place, edit, wanted) => {
    const changed = made(at(place), edit)
    expect(edge(changed)).toBe('free')
    expect(made(changed, E.setLook(['bar'], 'fill', '#123456')).elements[0]).toMatchObject(wanted)
  })
})
