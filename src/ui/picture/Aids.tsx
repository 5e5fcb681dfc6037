import { putGuide } from '@/core/edits'
import { SAFE_AREAS } from '@/core/scene'
import { useDesk, useShown } from '../state/desk'
import type { Drag } from './drag'
import { inWords, said } from '../../words/words'

interface Props {
  px: number
  begin: (d: Drag, e: React.PointerEvent) => void
}
export const RULER_PX = 16

/**
 * Safe areas, a grid, guides and the rulers they are pulled from. A guide that is dropped outside the picture is gone.
 */
export function Aids({ px, begin }: Props) {
  const { frame } = useShown().lesson
  const aids = useDesk((b) => b.aids)
  const pull: Pull = (axis, index) => (e) => {
    e.stopPropagation()
    begin(
      {
        label: index === null ? said('picture.addAGuide') : said('picture.moveAGuide'),
        edit: (p) => putGuide(axis, index, p[axis]),
      },
      e,
    )
  }
  return (
    <g fill="none">
      {aids.grid > 0 && <Grid of={frame} each={aids.grid} px={px} />}
      {aids.safe && <SafeAreas of={frame} px={px} />}
      {aids.rulers && <Rulers of={frame} px={px} pull={pull} />}
      <Guides px={px} pull={pull} />
    </g>
  )
}
/** Begins to drag a guide; with null, a new one. */
type Pull = (axis: 'x' | 'y', index: number | null) => (e: React.PointerEvent) => void
interface OfFrame {
  of: { width: number; height: number }
  px: number
}
const LIGHT = '#fff6e0'

function Grid({ of: { width, height }, each, px }: OfFrame & { each: number }) {
  const lines = (most: number) => Array.from({ length: Math.floor(most / each) + 1 }, (_, i) => i * each)
  const d = [...lines(width).map((x) => `M${x} 0 V${height}`), ...lines(height).map((y) => `M0 ${y} H${width}`)]
  return <path pointerEvents="none" stroke={LIGHT} strokeOpacity={0.28} strokeWidth={px} d={d.join(' ')} />
}

function SafeAreas({ of: { width, height }, px }: OfFrame) {
  return (
    <g stroke={LIGHT} strokeOpacity={0.8} strokeWidth={px} pointerEvents="none">
      {Object.values(SAFE_AREAS).map((m) => (
        <rect
          key={m}
          x={width * m}
          y={height * m}
          width={width * (1 - 2 * m)}
          height={height * (1 - 2 * m)}
          strokeDasharray={m === SAFE_AREAS.title ? `${6 * px} ${4 * px}` : undefined}
        />
      ))}
      <path d={`M${width / 2} ${height * 0.46} V${height * 0.54} M${width * 0.47} ${height / 2} H${width * 0.53}`} />
    </g>
  )
}

function Rulers({ of: { width, height }, px, pull }: OfFrame & { pull: Pull }) {
  const step = [10, 20, 50, 100, 200, 500].find((s) => s / px >= 40) ?? 1000
  const marks = (most: number) => Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step)
  const long = RULER_PX * px
  return (
    <g style={{ fontFamily: 'var(--font-code)' }}>
      <rect
        x={0}
        y={-long}
        width={width}
        height={long}
        fill="#3b3c3f"
        className="cursor-ns-resize"
        data-ruler="across"
        onPointerDown={pull('y', null)}
      >
        <title>{inWords('picture.pullAGuideDown')}</title>
      </rect>
      <rect
        x={-long}
        y={0}
        width={long}
        height={height}
        fill="#3b3c3f"
        className="cursor-ew-resize"
        data-ruler="down"
        onPointerDown={pull('x', null)}
      >
        <title>{inWords('picture.pullAGuideToThe')}</title>
      </rect>
      <g pointerEvents="none" stroke="#cfc8bb" strokeWidth={px} fill="#cfc8bb">
        {marks(width).map((x) => (
          <g key={x}>
            <path d={`M${x} ${-long} V0`} strokeOpacity={0.6} />
            <text x={x + 2 * px} y={-5 * px} fontSize={9 * px} stroke="none">
              {x}
            </text>
          </g>
        ))}
        {marks(height)
          .slice(1)
          .map((y) => (
            <g key={y}>
              <path d={`M${-long} ${y} H0`} strokeOpacity={0.6} />
              <text
                transform={`translate(${-5 * px} ${y - 2 * px}) rotate(-90)`}
                fontSize={9 * px}
                stroke="none"
                textAnchor="start"
              >
                {y}
              </text>
            </g>
          ))}
      </g>
    </g>
  )
}

function Guides({ px, pull }: { px: number; pull: Pull }) {
  const { frame, guides } = useShown().lesson
  return (['x', 'y'] as const).flatMap((axis) =>
    guides[axis].map((at, i) => {
      const d = axis === 'x' ? `M${at} 0 V${frame.height}` : `M0 ${at} H${frame.width}`
      return (
        <g
          key={`${axis}${i}`}
          className={axis === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'}
          onPointerDown={pull(axis, i)}
          data-guide={axis}
        >
          <path d={d} stroke="#d98a2b" strokeWidth={px} />
          <path d={d} stroke="#0000" strokeWidth={8 * px} pointerEvents="stroke" />
        </g>
      )
    }),
  )
}
