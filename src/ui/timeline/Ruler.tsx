import { memo, type PointerEvent } from 'react'
import { scaleMarks, timecode } from '@/core/time'
import { desk, goTo, setDesk, useDesk, useShownPart } from '../state/desk'
import { Corner } from './Corner'
import { useView } from '../state/view'
import { inWords } from '../../words/words'
import { useGesture } from '../kit/gesture'

/** Marks of the time scale stand as far apart as this, in pixels. */
const APART_PX = 104

/** The time scale: press or drag to move the playhead, with Shift to set the passage. */
export const Ruler = memo(function Ruler({
  frameAt,
  from,
  to,
}: {
  frameAt: (x: number) => number
  from: number
  to: number
}) {
  const { pxPerFrame } = useView()
  const rate = useShownPart((t) => t.lesson.rate)
  const length = useShownPart((t) => t.length)
  /** Not told of while it plays. */
  const still = useDesk((b) => (b.speed ? undefined : b.playhead))
  const { press, hand } = useGesture()
  /** The playhead goes along; with Shift, a passage is drawn. */
  const begin = (e: PointerEvent) => {
    const from = Math.max(0, frameAt(e.clientX))
    const { passage } = desk()
    setDesk({ speed: 0 })
    if (!e.shiftKey) goTo(from)
    const along = (to: number) => {
      if (!e.shiftKey) goTo(to)
      else if (to !== from) setDesk({ passage: { from: Math.min(from, to), to: Math.max(from, to) } })
    }
    press(e, {
      drag: (at) => along(Math.max(0, Math.min(length, frameAt(at.clientX)))),
      quit: () => setDesk({ passage }),
    })
  }
  const marks = scaleMarks(rate, from, Math.min(to, length), APART_PX / pxPerFrame)
  return (
    <div className="flex h-[24px]">
      <Corner />
      <div
        className="relative flex-1 cursor-col-resize"
        data-testid="ruler"
        role="slider"
        aria-label={inWords('timeline.playhead')}
        aria-valuemin={0}
        aria-valuemax={length - 1}
        aria-valuenow={still}
        aria-valuetext={still === undefined ? undefined : timecode(still, rate)}
        tabIndex={0}
        onPointerDown={begin}
        {...hand}
      >
        {marks.map((f) => (
          <span
            key={f}
            className={
              'figures pointer-events-none absolute top-0 border-l ' +
              'border-edge-strong pl-1 text-[11px] leading-[24px] text-muted'
            }
            style={{ left: f * pxPerFrame }}
          >
            {timecode(f, rate)}
          </span>
        ))}
        <span className="absolute top-0 h-full w-px bg-ink" style={{ left: length * pxPerFrame }} />
      </div>
    </div>
  )
})
