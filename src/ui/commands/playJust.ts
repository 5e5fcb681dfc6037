import { toast } from 'sonner'
import { motionOf, poseAt } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { desk, setDesk } from '../state/desk'
import { inWords } from '../../words/words'

/**
 * What is looked at: the move under the playhead or the chosen keyframes, the selected elements, the chosen
 * moment; in frames.
 */
function lookedAt(): { from: number; to: number } | null {
  const { timed, elements, keys, moment, playhead, passage } = desk()
  const chosen = timed.lesson.elements.filter((e) => elements.includes(e.id))
  const moves = chosen.flatMap((e) =>
    motionOf(timed, e).moves.filter((m) => keys.some((k) => k.element === e.id && k.pose === m.pose.id)),
  )
  const under = chosen.length === 1 ? poseAt(timed, chosen[0]!, playhead).moving : null
  const spans = moves.length > 0 ? moves : under ? [under] : chosen.map((e) => timed.spans.get(e.id)!)
  if (spans.length > 0) return { from: Math.min(...spans.map((s) => s.from)), to: Math.max(...spans.map((s) => s.to)) }
  const m = moment ? timed.moments.get(moment) : undefined
  if (m && m.frame !== null) return { from: m.frame, to: m.untilFrame ?? m.frame + 1 }
  return passage
}

/**
 * Plays what is selected from a second before it to a second after it, or only its last seconds, and puts the playhead
 * back.
 */
export function playJust(what: 'all' | 'end'): void {
  const { timed, speed, playhead, only } = desk()
  if (speed !== 0) {
    setDesk({ speed: 0 })
    return
  }
  const span = lookedAt()
  if (!span) {
    toast(inWords('commands.selectAnElementAMove'))
    return
  }
  const second = Math.round(framesPerSecond(timed.lesson.rate))
  const from = Math.max(0, Math.floor(what === 'all' ? span.from - second : Math.max(span.from, span.to - 2 * second)))
  const to = Math.min(timed.length, Math.ceil(span.to + second))
  setDesk({ just: { from, to, back: playhead }, playhead: from, only })
  setDesk({ speed: 1 })
}
