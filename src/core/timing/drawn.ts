import { gestureOf, makesMoments } from '../kinds/looks'
import { PRESS_AFTER, pressId, stopId, touchId } from '../moments/drawn'
import type { Lesson } from '../lesson/schema'
import type { TimedMoment } from '../moments'
import type { Solver } from './solver'
import { inWords } from '../../words/words'

/** What is told of a drawn finger. */
const DOES = { tap: 'taps', hold: 'holds', swipe: 'swipes', part: 'parts', together: 'closes' }

/** The stops and presses of a lesson’s drawn pointers, and its touches, as moments like those of a recorded one. */
export function drawnMoments(lesson: Lesson, { wayOf, stopOf, touchOf }: Solver): TimedMoment[] {
  const out: TimedMoment[] = []
  for (const e of lesson.elements) {
    const gesture = gestureOf(e.look)
    if (gesture) {
      const kind = gesture === 'tap' || gesture === 'hold' ? 'click' : 'drag'
      out.push({ id: touchId(e.id), kind, label: `${e.name} ${DOES[gesture]}`, ...touchOf(e), at: { x: e.x, y: e.y } })
    }
    if (!makesMoments(e.look)) continue
    const at = { x: e.x, y: e.y }
    const moves = e.poses
      .map((pose, index) => ({ pose, index, ...wayOf(e, index) }))
      .sort((a, b) => a.to - b.to || a.from - b.from || a.index - b.index)
    let presses = 0
    for (const [i, { pose, index }] of moves.entries()) {
      if (typeof pose.values.x === 'number') at.x = pose.values.x
      if (typeof pose.values.y === 'number') at.y = pose.values.y
      const stop = stopOf(e, index)
      const label = inWords('timing.stops', e.name, i + 1)
      out.push({ id: stopId(e.id, pose.id), kind: 'rest', label, ...stop, at: { ...at } })
      if (!pose.press) continue
      out.push({
        id: pressId(e.id, pose.id),
        kind: 'click',
        label: inWords('timing.presses', e.name, ++presses),
        frame: stop.frame + PRESS_AFTER,
        untilFrame: null,
        at: { ...at },
      })
    }
  }
  return out
}
