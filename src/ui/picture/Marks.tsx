import type { Point } from '@/core/geometry'
import type { Snapped } from '@/core/scene'
import { promptFor } from './adding'
import type { BeingDrawn } from './drag'
import { useDesk } from '../state/desk'
import { inWords } from '../../words/words'

export const pathOf = (points: readonly Point[]): string => `M${points.map((p) => `${p.x} ${p.y}`).join(' L')} Z`

const RED = '#b8321a'
/** The lines that what is dragged keeps to, each with what it is a line of. */
export function SnapMarks({
  snapped,
  px,
  width,
  height,
}: {
  snapped: Snapped | null
  px: number
  width: number
  height: number
}) {
  return snapped?.lines.map((l) => (
    <g key={l.axis} pointerEvents="none" data-snap={l.name}>
      <path
        d={l.axis === 'x' ? `M${l.at} 0 V${height}` : `M0 ${l.at} H${width}`}
        stroke="#2f9e62"
        strokeWidth={1.5 * px}
        fill="none"
      />
      <text
        x={l.axis === 'x' ? l.at + 6 * px : 10 * px}
        y={l.axis === 'x' ? height - 10 * px : l.at - 5 * px}
        fontSize={12 * px}
        fill="#fffdf8"
        stroke="#1b3a28"
        strokeWidth={3 * px}
        paintOrder="stroke"
        style={{ fontFamily: 'var(--font-sans)' }}
      >
        {l.name}
        {l.distance > 0 ? ` · ${inWords('picture.pxAway', Math.round(l.distance))}` : ''}
      </text>
    </g>
  ))
}

/** What is being drawn: a rectangle, or a line where that is what comes of it. */
export function DrawingMark({ drawing, px, line }: { drawing: BeingDrawn | null; px: number; line: boolean }) {
  if (!drawing) return null
  const { from, to, rect } = drawing
  const stroke = { stroke: RED, strokeWidth: 2 * px, pointerEvents: 'none' as const }
  if (rect) return <rect x={rect.x} y={rect.y} width={rect.w} height={rect.h} fill={`${RED}22`} {...stroke} />
  return line ? <path d={`M${from.x} ${from.y} L${to.x} ${to.y}`} fill="none" {...stroke} /> : null
}

/** What is awaited of the one who works, over the picture. `single`: one element alone is grasped. */
export function Prompt({ single }: { single: boolean }) {
  const doing = useDesk((b) => b.doing)
  const only = useDesk((b) => b.only)
  const says = promptFor(doing, single) ?? (only ? inWords('picture.onlySomeElementsAreShown') : null)
  if (says === null) return null
  return (
    <div className="pointer-events-none absolute inset-x-0 top-2 text-center">
      <span className="rounded-full bg-ink/85 px-3 py-1 text-paper">{says}</span>
    </div>
  )
}
