import { ease } from '@/core/values'

/** A small picture of an easing; a dot goes as it says while it is pointed at. */
export function Curve({
  easing,
  width = 46,
  height = 26,
  plays = true,
}: {
  easing: string
  width?: number
  height?: number
  plays?: boolean
}) {
  const pad = 5
  const n = 48
  const ys = Array.from({ length: n + 1 }, (_, i) => ease(easing, i / n))
  const low = Math.min(0, ...ys)
  const high = Math.max(1, ...ys)
  const at = (i: number) => ({
    x: pad + (i / n) * (width - 2 * pad),
    y: height - pad - ((ys[i]! - low) / (high - low)) * (height - 2 * pad),
  })
  const d = `M${ys
    .map((_, i) => {
      const p = at(i)
      return `${p.x.toFixed(1)} ${p.y.toFixed(1)}`
    })
    .join(' L')}`
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden className="group/curve shrink-0">
      <path d={`M${pad} ${at(0).y} H${width - pad}`} stroke="#ddd0b8" fill="none" />
      <path d={d} fill="none" stroke="currentColor" strokeWidth={1.6} />
      {plays && (
        <circle
          cx={pad}
          cy={height - 2.6}
          r={2.4}
          fill="#b8321a"
          className="ride-along opacity-0 group-hover:opacity-100"
          style={
            {
              '--way': `${width - 2 * pad}px`,
              animationTimingFunction: `linear(${ys.map((y) => y.toFixed(3)).join(', ')})`,
            } as React.CSSProperties
          }
        />
      )}
    </svg>
  )
}
