import { useRef, useState, type PointerEvent, type SyntheticEvent } from 'react'
import { inOne, setSpan, spanOfMoments } from '@/core/edits'
import { isClip } from '@/core/kinds'
import type { TimedMoment } from '@/core/moments'
import { desk, edit, goTo, setDesk, useDesk } from '../state/desk'
import { beginAdding } from '../commands/acts'
import { inWords, said } from '../../words/words'
import { AddItems, Menu, MenuItem, MenuLine } from '../kit/menu'
import { useGesture } from '../kit/gesture'

/** Less than this is a press. */
const SWEPT_PX = 6
interface Under {
  from: number
  to: number
}

/** The words that a sweep goes over, in their order. */
const wordsIn = (words: readonly TimedMoment[], { from, to }: Under): TimedMoment[] =>
  words.filter((w) => w.frame! < Math.max(from, to) && (w.untilFrame ?? w.frame! + 1) > Math.min(from, to))

/**
 * Sweeping over the words of the timeline: they are chosen from the first to the last, and what is added, or is
 * selected, can be hung on both. `begin` and `hand` go on the lane.
 */
export function useSweep(words: readonly TimedMoment[], frameAt: (x: number) => number) {
  const { press, hand } = useGesture()
  const wasSwept = useRef(false)
  const [under, setUnder] = useState<Under | null>(null)
  const [asks, setAsks] = useState<{ x: number; y: number } | null>(null)
  const swept = useDesk((b) => b.swept)
  const ids = under && wordsIn(words, under)
  const first = ids ? ids[0]?.id : swept?.first
  const last = ids ? ids.at(-1)?.id : swept?.last
  const at = (id: string | undefined) => words.findIndex((w) => w.id === id)
  const [a, b] = [at(first), at(last)]
  const has = (w: TimedMoment) => a >= 0 && at(w.id) >= a && at(w.id) <= b
  return {
    has,
    asks,
    close: () => setAsks(null),
    /** Whether what was let go of just now was a sweep, and no press. */
    swept: () => {
      const was = wasSwept.current
      wasSwept.current = false
      return was
    },
    hand: {
      ...hand,
      onPointerDown(e: PointerEvent) {
        if (e.button !== 0) return
        const from = frameAt(e.clientX)
        let to = from
        wasSwept.current = false
        const drag = (at: PointerEvent) => {
          wasSwept.current = true
          to = frameAt(at.clientX)
          setUnder({ from, to })
        }
        const drop = (at: PointerEvent) => {
          const own = wordsIn(words, { from, to })
          if (own.length === 0) return
          setDesk({ swept: { first: own[0]!.id, last: own.at(-1)!.id }, moment: own[0]!.id, speed: 0 })
          goTo(own[0]!.frame!)
          setAsks({ x: at.clientX, y: at.clientY })
        }
        press(e, { slop: SWEPT_PX, across: true, drag, drop, over: () => setUnder(null) }, { late: true })
      },
    },
  }
}

/** What can be hung on the words that were swept over: what is selected, or a new element. */
export function SweepMenu({ at, onClose }: { at: { x: number; y: number }; onClose: () => void }) {
  const chosen = useDesk((b) => b.elements)
  const lesson = useDesk((b) => b.lesson)
  const own = lesson.elements.filter((e) => chosen.includes(e.id) && !isClip(e))
  const hang = () => {
    const { swept, timed } = desk()
    if (!swept) return
    const [first, last] = [timed.moments.get(swept.first), timed.moments.get(swept.last)]
    if (!first || !last) return
    const named = own.length === 1 ? `“${own[0]!.name}”` : inWords('timeline.elements', own.length)
    const words = first === last ? `“${first.label}”` : `“${first.label} … ${last.label}”`
    edit(said('timeline.hangOn', named, words), inOne(own.map((e) => setSpan(e.id, spanOfMoments(first, last)))))
  }
  // What is pressed in the menu is not pressed on the timeline that it came from.
  const stop = (e: SyntheticEvent) => e.stopPropagation()
  return (
    <span onClick={stop} onPointerDown={stop} onPointerMove={stop} onPointerUp={stop}>
      <Menu
        open
        onOpenChange={(is) => !is && onClose()}
        align="start"
        aria-label={inWords('timeline.onTheseWords')}
        className="min-w-40"
        from={<span className="pointer-events-none fixed size-px" style={{ left: at.x, top: at.y }} />}
      >
        {own.length > 0 && (
          <>
            <MenuItem onSelect={hang}>
              {inWords(
                'timeline.hangOnTheseWords',
                own.length === 1 ? `“${own[0]!.name}”` : inWords('timeline.these', own.length),
              )}
            </MenuItem>
            <MenuLine />
          </>
        )}
        <AddItems onChoose={(k) => beginAdding(k)} />
      </Menu>
    </span>
  )
}
