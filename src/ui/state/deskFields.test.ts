import { after, firstDesk, waysOf } from './deskFields'
import type { Desk } from './held'

const busy = (change: Partial<Desk>): Desk => ({
  ...firstDesk(),
  elements: ['a'],
  moment: 'm',
  playhead: 40,
  ...change,
})

test('another lesson begins with nothing chosen or being done; how somebody works stays', () => {
  const desk = busy({ doing: { do: 'crop' }, only: ['a'], pace: 2, looping: true, swept: { first: 'a', last: 'b' } })
  const next = { ...desk, ...after('opened', desk) }
  expect(next).toMatchObject({
    elements: [],
    moment: null,
    playhead: 0,
    doing: { do: 'select' },
    only: null,
    swept: null,
  })
  expect(next).toMatchObject({ pace: 2, looping: true })
})
test('another selection ends what is done to the one before, and leaves what waits for its spot', () => {
  const doing = (d: Desk['doing']) => after('selected', busy({ doing: d, moveEnd: 'start' })).doing
  expect(doing({ do: 'crop' })).toEqual({ do: 'select' })
  expect(doing({ do: 'pick', element: 'a', path: 'fill', label: 'Fill' })).toEqual({ do: 'select' })
  expect(doing({ do: 'add', kind: 'text', moment: null })).toEqual({ do: 'add', kind: 'text', moment: null })
  expect(after('selected', busy({ moveEnd: 'start' }))).toMatchObject({ moveEnd: 'end', keys: [], reach: 'pose' })
})
test('letting go leaves the lesson, the playhead and what is being played as they are', () => {
  const desk = busy({ speed: 1 })
  expect({ ...desk, ...after('let go', desk) }).toMatchObject({ elements: [], moment: null, playhead: 40, speed: 1 })
})
test('what this browser keeps is how somebody works, in whatever lesson', () => {
  expect(Object.keys(waysOf(firstDesk())).sort()).toEqual([
    'aids',
    'pace',
    'panes',
    'pictureZoom',
    'pushes',
    'wholePath',
  ])
})
