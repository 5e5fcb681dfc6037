import { tmpdir } from 'node:os'
import path from 'node:path'
import fc from 'fast-check'
import { setElements } from '@/core/edits'
import { ADDABLE_KINDS, kindNamed, newElement, settle } from '@/core/kinds'
import type { Lesson } from '@/core/lesson/schema'
import { emptyLesson } from '@/core/lesson/make'
import { madeAll } from '@/core/testing/made'
import { renderFrame } from '@/server/render/frame'

beforeAll(() => {
  process.env.VANE_ROOT = path.join(__dirname, '../..')
})
const LONG = 60
/** One element of a kind in the middle of a lesson, which slides in and out. */
function sliding(
  kind: (typeof ADDABLE_KINDS)[number],
  side: 'left' | 'right' | 'top' | 'bottom',
  more: object,
): Lesson {
  const lesson = { ...emptyLesson('Outside'), length: LONG + 2, frame: { width: 640, height: 360 } }
  const at = { x: 320, y: 180 }
  const e = newElement(
    lesson,
    kind,
    'own',
    { start: { on: 'loose', frame: 1 }, end: { on: 'loose', frame: LONG + 1 } },
    at,
  )
  settle(e, lesson)
  const slide = { how: 'slide', from: side, frames: 12, easing: 'linear' }
  return madeAll({ ...lesson, elements: [e] }, setElements(['own'], { arrival: slide, departure: slide, ...more }))
}
/** Kinds that stand at a place of their own: the rest has nothing that could come in, and a still needs a file. */
const KINDS = ADDABLE_KINDS.filter((k) => {
  const kind = kindNamed(k)
  return (
    kind.lies !== 'nowhere' &&
    !kind.roles.carries &&
    !kind.roles.view &&
    kind.added.lasts !== 'lesson' &&
    !kind.roles.leaves &&
    !['backdrop', 'dim', 'treatment', 'ripple', 'still'].includes(k)
  )
})
const shown = async (lesson: Lesson, frame: number) => (await renderFrame(lesson, tmpdir(), frame, 320)).data()

test.each(KINDS)(
  'no pixel of a %s is seen on the first frame of its coming in and the last of its going out',
  async (kind) => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('left' as const, 'right' as const, 'top' as const, 'bottom' as const),
        fc.integer({ min: -180, max: 180 }),
        fc.option(fc.record({ dx: fc.integer({ min: -40, max: 40 }), blurPx: fc.integer({ min: 0, max: 30 }) })),
        async (side, rotation, shadow) => {
          const cast = shadow && { colour: '#ff00ff', dx: shadow.dx, dy: shadow.dx, blurPx: shadow.blurPx }
          const lesson = sliding(kind, side, { rotation, ...(cast && { shadow: cast }) })
          const empty = await shown({ ...lesson, elements: [] }, 0)
          for (const frame of [1, LONG]) expect(Buffer.compare(await shown(lesson, frame), empty)).toBe(0)
          expect(Buffer.compare(await shown(lesson, 30), empty)).not.toBe(0)
        },
      ),
      { numRuns: 6 },
    )
  },
)
