import { putGuide } from '@/core/edits'
import type { Point } from '@/core/geometry'
import { SAFE_AREAS } from '@/core/scene'
import { useDesk, useShown } from '../state/desk'
import type { Drag } from './drag'

interface Props {
  px: number
  begin: (d: Drag, e: React.PointerEvent) => void
  pointOf: (e: { clientX: number; clientY: number }) => Point
}
export const RULER_PX = 16

/**
 * Safe areas, a grid, guides and the rulers they are pulled from. A guide that is dropped outside the picture is gone.
 */
export function Aids({ px, begin, pointOf }: Props) {
  const { frame, guides } = useShown().lesson
  const aids = useDesk((b) => b.aids)
  const { width, height } = frame
  const pull = (axis: 'x' | 'y', index: number | null) => (e: React.PointerEvent) => {
    e.stopPropagation()
    begin(
      {
        start: pointOf(e),
        label: index === null ? 'Add a guide' : 'Move a guide',
        edit: (p) => putGuide(axis, index, p[axis]),
      },
      e,
    )
  }
  const step = [10, 20, 50, 100, 200, 500].find((s) => s / px >= 40) ?? 1000
  const marks = (most: number) => Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step)
  const long = RULER_PX * px
  return (
    <g fill="none">
      {aids.grid > 0 && (
        <path
          pointerEvents="none"
          stroke="#fff6e0"
          strokeOpacity={0.28}
          strokeWidth={px}
          d={[
            ...Array.from({ length: Math.floor(width / aids.grid) + 1 }, (_, i) => `M${i * aids.grid} 0 V${height}`),
            ...Array.from({ length: Math.floor(height / aids.grid) + 1 }, (_, i) => `M0 ${i * aids.grid} H${width}`),
          ].join(' ')}
        />
      )}
      {aids.safe && (
        <g stroke="#fff6e0" strokeOpacity={0.8} strokeWidth={px} pointerEvents="none">
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
          <path
            d={`M${width / 2} ${height * 0.46} V${height * 0.54} M${width * 0.47} ${height / 2} H${width * 0.53}`}
          />
        </g>
      )}
      {aids.rulers && (
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
            <title>Pull a guide down</title>
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
            <title>Pull a guide to the right</title>
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
      )}
      {(['x', 'y'] as const).flatMap((axis) =>
        guides[axis].map((at, i) => (
          <g
            key={`${axis}${i}`}
            className={axis === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'}
            onPointerDown={pull(axis, i)}
            data-guide={axis}
          >
            <path d={axis === 'x' ? `M${at} 0 V${height}` : `M0 ${at} H${width}`} stroke="#d98a2b" strokeWidth={px} />
            <path
              d={axis === 'x' ? `M${at} 0 V${height}` : `M0 ${at} H${width}`}
              stroke="#0000"
              strokeWidth={8 * px}
              pointerEvents="stroke"
            />
          </g>
        )),
      )}
    </g>
  )
}
