import { after, long, pose } from '@/core/testing/made'
import { element, lessonWithTake, loose, besides, others } from '@/core/testing/lessons'
import { setElements, removeElements, rename, setSpan } from '@/core/edits'
import { resolve } from '@/core/timing'
import { actHere, editPosed, moving, poseFor, standing } from './inPose'
import { begin, desk, edit, goTo, isFramed, pickMoment, redo, select, selectAlone, setDesk, undo } from './desk'
import { asIs } from '../../words/words'

jest.mock('sonner', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))

const box = (id = 'box') => desk().lesson.elements.find((e) => e.id === id)!
beforeEach(() => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(100), loose(200), {
      x: 200,
      y: 300,
      poses: [pose('a', after(20), long(20), { x: 900 })],
    }),
    element(lesson, 'shape', 'mate', loose(100), loose(200), { x: 600, y: 300, group: 'g' }),
    element(lesson, 'text', 'other', loose(100), loose(200), { x: 900, y: 300, group: 'g' }),
  ])
  setDesk({
    lesson,
    timed: resolve(lesson),
    live: null,
    past: [],
    future: [],
    playhead: 0,
    elements: [],
    keys: [],
    moment: null,
    moveEnd: 'end',
    wholePath: false,
    doing: { do: 'select' },
    speed: 0,
    ready: true,
  })
})

test('the pose that an edit changes is the one in force; on a move, the one it leaves or leads to', () => {
  const at = (frame: number, moveEnd: 'start' | 'end' = 'end') => {
    setDesk({ playhead: frame, moveEnd })
    return [poseFor(box()), standing(box()).x]
  }
  expect(at(110)).toEqual([0, 200])
  expect(at(130)).toEqual([1, 900])
  expect(at(130, 'start')).toEqual([0, 200])
  expect(at(150, 'start')).toEqual([1, 900])
})
test('a drag goes into that pose; with the whole path, into all of them', () => {
  setDesk({ playhead: 150 })
  edit(asIs('Move'), moving(['box'], 10, 5))
  expect([box().x, box().y, box().poses[0]!.values]).toEqual([200, 300, { x: 910, y: 305 }])
  setDesk({ wholePath: true })
  edit(asIs('Move'), moving(['box'], 10, 0))
  expect([box().x, box().poses[0]!.values.x]).toEqual([210, 920])
})
test('what a pose takes belongs to the pose; a look and a wording are the whole element’s', () => {
  setDesk({ playhead: 150 })
  editPosed(asIs('Turned'), setElements(['box'], { rotation: 20 }))
  editPosed(asIs('Thicker'), setElements(['box'], { 'look.outlinePx': 20 }))
  expect([box().rotation, box().poses[0]!.values]).toEqual([0, { x: 900, rotation: 20 }])
  expect(box().look).toMatchObject({ outlinePx: 20 })
  editPosed(asIs('Name'), setElements(['box'], { name: 'Frame' }))
  expect(box().name).toBe('Frame')
})
test('an act at the playhead is tied to the moment that lies right there, above all to the one that was chosen', () => {
  setDesk({ playhead: 120 })
  expect(actHere().caught).toMatchObject({ moment: { id: 'take/click-2' }, frame: 120 })
  setDesk({ playhead: 121 })
  expect(actHere().caught).toBeNull()
  pickMoment('take/click-1', 60)
  expect(actHere(7)).toMatchObject({ frame: 60, frames: 7, caught: { moment: { id: 'take/click-1' } } })
})
test('going to a moment keeps what is selected; once more, the moment itself is looked at', () => {
  select(['box'])
  pickMoment('take/click-1', 60)
  expect([desk().elements, desk().moment, desk().playhead]).toEqual([['box'], 'take/click-1', 60])
  pickMoment('take/click-1', 60)
  expect([desk().elements, desk().moment]).toEqual([[], 'take/click-1'])
})
test(
  'a group is selected whole, one of it alone where that is ' +
    'asked; another choice forgets keyframes and the whole path',
  () => {
    setDesk({ keys: [{ element: 'box', pose: 'a', path: null }], wholePath: true })
    select(['mate'])
    expect([desk().elements, desk().keys, desk().wholePath]).toEqual([['mate', 'other'], [], false])
    selectAlone(['other'])
    expect(desk().elements).toEqual(['other'])
  },
)
test('undo and redo walk the edits; what is gone is no longer selected', () => {
  const start = desk().lesson
  select(['box'])
  setDesk({ keys: [{ element: 'box', pose: 'a', path: null }] })
  expect(edit(asIs('Delete'), removeElements(['box']))).toBe(true)
  expect([desk().elements, desk().keys]).toEqual([[], []])
  undo()
  expect(desk().lesson).toEqual(start)
  redo()
  expect(others(desk().lesson).map((e) => e.id)).toEqual(['mate', 'other'])
  expect([desk().past.length, desk().future.length]).toEqual([1, 0])
})
test(
  'an edit that changes nothing is none; one that leads ' +
    'ties round in a circle is refused and leaves all as it was',
  () => {
    expect(edit(asIs('Nothing'), rename(desk().lesson.name))).toBe(false)
    const before = desk().lesson
    expect(
      edit(
        asIs('Round'),
        setSpan(desk().lesson.elements[0]!.id, {
          start: { on: 'element', element: 'box', edge: 'end', offset: 0, last: 0 },
          end: { on: 'length', frames: 9 },
        }),
      ),
    ).toBe(false)
    expect([desk().lesson === before, desk().past.length]).toEqual([true, 0])
  },
)
test('the playhead stays within the lesson, on whole frames', () => {
  goTo(-5)
  expect(desk().playhead).toBe(0)
  goTo(1e6)
  expect(desk().playhead).toBe(299)
  goTo(12.6)
  expect(desk().playhead).toBe(13)
})
test('the whole take is shown while a zoom is drawn or selected, unless it plays', () => {
  expect(isFramed()).toBe(true)
  begin({ do: 'add', kind: 'zoom', moment: null })
  expect(isFramed()).toBe(false)
  setDesk({ speed: 1 })
  expect(isFramed()).toBe(true)
})
