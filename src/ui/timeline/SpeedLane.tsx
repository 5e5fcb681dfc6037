import { useMemo } from 'react'
import type { Element } from '@/core/lesson/schema'
import { speedAt } from '@/core/motion'
import { useDesk, useShown } from '../state/desk'
import { HEAD_PX, useView } from '../state/view'
import { inWords } from '../../words/words'

const HIGH = 38
/** Speeds that round up to a number people can read off. */
const nice = (v: number): number => {
  const p = 10 ** Math.floor(Math.log10(Math.max(v, 1e-6)))
  return [1, 1.5, 2, 3, 4, 5, 7.5, 10].map((m) => m * p).find((m) => m >= v)!
}

/** How fast an element goes over time: pixels a second as a filled line, turns a second as a dashed one. */
export function SpeedLane({ element: e }: { element: Element }) {
  const timed = useShown()
  const { pxPerFrame, left, width } = useView()
  const playhead = useDesk((b) => b.playhead)
  const span = timed.spans.get(e.id)!
  const from = Math.max(span.from, Math.floor(left / pxPerFrame))
  const to = Math.min(span.to - 1, Math.ceil((left + width) / pxPerFrame))
  const curve = useMemo(() => {
    const step = Math.max(0.5, (to - from) / 400)
    const list: { frame: number; px: number; turns: number }[] = []
    for (let f = from; f <= to; f += step) list.push({ frame: f, ...speedAt(timed, e, f) })
    return list
  }, [timed, e, from, to])
  const most = nice(Math.max(1, ...curve.map((s) => s.px)))
  const mostTurns = nice(Math.max(0.01, ...curve.map((s) => Math.abs(s.turns))))
  const turns = curve.some((s) => Math.abs(s.turns) > 1e-6)
  const line = (of: (s: { px: number; turns: number }) => number) =>
    curve
      .map(
        (s, i) =>
          `${i === 0 ? 'M' : 'L'}${(s.frame * pxPerFrame).toFixed(1)} ${(HIGH - 2 - of(s) * (HIGH - 6)).toFixed(1)}`,
      )
      .join(' ')
  const now = speedAt(timed, e, playhead)
  const inside = playhead >= span.from && playhead < span.to
  return (
    <div className="flex" style={{ height: HIGH }} data-testid="speed-lane">
      <div
        className={
          'sticky left-0 z-[16] shrink-0 border-r border-edge bg-sheet pl-2 text-[11px] leading-[13px] text-muted'
        }
        style={{ width: HEAD_PX }}
      >
        {inWords('timeline.speedUpTo')}
        <br />
        <span className="figures">{inWords('timeline.pxS', most)}</span>
        {turns && (
          <>
            <br />
            <span className="figures">{inWords('timeline.turnsS', mostTurns)}</span>
          </>
        )}
      </div>
      <div className="relative flex-1 overflow-hidden" data-lane="speed">
        <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
          {curve.length > 1 && (
            <path
              d={`${line((s) => s.px / most)} L${to * pxPerFrame} ${HIGH - 2} L${from * pxPerFrame} ${HIGH - 2} Z`}
              fill="#b8321a"
              fillOpacity={0.18}
              stroke="#b8321a"
              strokeWidth={1.2}
            />
          )}
          {turns && (
            <path
              d={line((s) => Math.abs(s.turns) / mostTurns)}
              fill="none"
              stroke="#2b2118"
              strokeWidth={1.2}
              strokeDasharray="4 3"
            />
          )}
        </svg>
        {inside && (
          <span
            className="figures pointer-events-none absolute top-0.5 rounded bg-card/85 px-1 text-[11px]"
            style={{ left: playhead * pxPerFrame + 5 }}
            data-testid="speed-now"
          >
            {inWords('timeline.pxS', Math.round(now.px))}
            {turns && inWords('timeline.turnsSN', now.turns.toFixed(2))}
          </span>
        )}
      </div>
    </div>
  )
}
