import { lessonWithTake } from '../testing/lessons'
import { resolve } from '../timing'
import { spotOf } from './index'

test(
  'a click is shown with what is around it, a change of the ' +
    'screen whole, once it stands; what has no place has no picture',
  () => {
    const lesson = lessonWithTake()
    lesson.media.take!.moments.push(
      { id: 'take/screen-1', kind: 'screen', label: 'a dialog', fromUs: 5_000_000, rect: [400, 200, 900, 300] },
      { id: 'take/mark', kind: 'mark', label: 'here', fromUs: 1 },
    )
    const moments = resolve(lesson).moments
    const of = (id: string) => spotOf(lesson, moments.get(id)!)
    expect(of('take/click-2')).toEqual({ sha256: 'a'.repeat(64), us: 4_000_000, x: 200, y: 200, w: 269 })
    expect(of('take/screen-1')).toEqual({ sha256: 'a'.repeat(64), us: 5_120_000, x: 850, y: 350, w: 1035 })
    expect(of('take/mark')).toBeNull()
    expect(of('lesson:start')).toBeNull()
  },
)
