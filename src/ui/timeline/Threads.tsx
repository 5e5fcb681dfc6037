import { edgeFrame, motionOf } from '@/core/motion'
import { useDesk, useShown } from '../state/desk'
import { HEAD_PX, useView } from '../state/view'
import { momentKind } from '@/core/moments'

/** Threads that run from a tied end up to the moment it hangs on; strong for what is selected. */
export function Threads({
  tops,
  from,
  to,
  height,
}: {
  tops: Map<string, number>
  from: number
  to: number
  height: number
}) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const selected = useDesk((b) => b.elements)
  const lines: { key: string; x1: number; y1: number; x2: number; strong: boolean }[] = []
  for (const e of timed.lesson.elements) {
    const span = timed.spans.get(e.id)!
    if (span.to < from || span.from > to) continue
    for (const side of ['start', 'end'] as const) {
      const edge = e[side]
      if (edge.on !== 'moment' || (side === 'start' ? span.startLost : span.endLost)) continue
      const m = timed.moments.get(edge.moment)
      if (!m || momentKind(m).always) continue
      const frame = edge.edge === 'start' ? m.frame : (m.untilFrame ?? m.frame)
      if (frame === null) continue
      lines.push({
        key: `${e.id}${side}`,
        x1: (side === 'start' ? span.from : span.to) * pxPerFrame,
        y1: (tops.get(e.id) ?? 0) + 2,
        x2: frame * pxPerFrame,
        strong: selected.includes(e.id),
      })
    }
    if (e.poses.length > 0)
      for (const move of motionOf(timed, e).moves)
        for (const side of ['start', 'end'] as const) {
          const edge = move.pose[side]
          const frame = edge.on === 'moment' ? edgeFrame(timed, e, { ...edge, offset: 0 }) : null
          if (frame !== null)
            lines.push({
              key: `${move.pose.id}${side}`,
              x1: (side === 'start' ? move.from : move.to) * pxPerFrame,
              y1: (tops.get(e.id) ?? 0) + 2,
              x2: frame * pxPerFrame,
              strong: selected.includes(e.id),
            })
        }
  }
  return (
    <svg
      className="pointer-events-none absolute top-0 z-[5] overflow-visible"
      style={{ left: HEAD_PX, height, width: 1 }}
      aria-hidden
    >
      {lines.map((l) => (
        <path
          key={l.key}
          d={`M${l.x1} ${l.y1} C${l.x1} ${l.y1 / 2} ${l.x2} ${l.y1 / 2} ${l.x2} 0`}
          fill="none"
          stroke={l.strong ? '#b8321a' : '#8b7a60'}
          strokeWidth={l.strong ? 1.6 : 0.8}
          strokeOpacity={l.strong ? 1 : 0.55}
        />
      ))}
    </svg>
  )
}
