import { elementIn, lessonAt } from '@/core/edits'
import { lessonIn } from '@/core/kinds'
import { timedOf } from '@/core/scene'
import { after } from './deskFields'
import { desk, lookIn, setDesk, wayOf } from './desk'

/**
 * Goes into the lesson that an element places in this one.
 *
 * @param frame   of this lesson: to what of the other is shown there
 * @param select  what is selected in it then
 */
export function goInside(id: string, frame = desk().playhead, select: string[] = []): void {
  if (desk().language !== null) lookIn(null)
  const { lesson, timed, inside, outer } = desk()
  const e = elementIn(lesson, id)
  const there = e && lessonIn(timed, e)
  if (!there) return
  const inner = there.inner.lesson
  setDesk({
    ...after('entered', desk()),
    inside: [...inside, { part: there.placed.part, element: id }],
    outer: outer ?? lesson,
    lesson: inner,
    timed: timedOf(inner),
    elements: select,
    playhead: there.frameAt(frame),
  })
}

/** Comes out of lessons that were gone into, so many of them deep: to where what was looked at is shown. */
export function goOut(depth = desk().inside.length - 1): void {
  if (desk().language !== null) lookIn(null)
  while (desk().inside.length > Math.max(0, depth)) {
    const { inside, outer, playhead } = desk()
    const around = inside.slice(0, -1)
    const lesson = lessonAt(outer!, wayOf(around))!
    const timed = timedOf(lesson)
    const e = elementIn(lesson, inside.at(-1)!.element)
    const there = e && lessonIn(timed, e)
    const shown = there ? Math.max(there.span.from, Math.min(there.span.to - 1, there.shownAt(playhead))) : 0
    setDesk({
      ...after('entered', desk()),
      inside: around,
      outer: around.length > 0 ? outer : null,
      lesson,
      timed,
      elements: e ? [e.id] : [],
      playhead: shown,
    })
  }
}
