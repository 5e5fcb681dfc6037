import { setCurve, wayOf } from '@/core/edits'
import { isView, kindOf, localBox } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { atPose, motionOf, matrixOf } from '@/core/motion'
import { apply, corners, inverse, isFlat, times, type Point } from '@/core/geometry'
import { spaceOf } from '@/core/scene'
import { goTo, isFramed, setDesk, useDesk, useShown } from '../state/desk'
import type { Drag } from './drag'

interface Props {
  element: Element
  px: number
  lit: number
  alone: boolean
  begin: (d: Drag, e: React.PointerEvent) => void
  pointOf: (e: { clientX: number; clientY: number }) => Point
  onTap: (go: () => void) => void
}

/**
 * The other poses of an element as ghosts, numbered, and the ways between them; a way is bent by its middle, straight
 * again with Shift.
 */
export function Ways({ element: e, px, lit, alone, begin, pointOf, onTap }: Props) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const framed = useDesk(isFramed)
  if (e.poses.length === 0) return null
  const { moves } = motionOf(timed, e)
  const space = spaceOf(timed, e, playhead, framed)
  if (isFlat(space)) return null
  const back = inverse(space)
  const poses = Array.from({ length: moves.length + 1 }, (_, n) => atPose(timed, e, n))
  const spots = poses.map((p) => apply(space, p))
  const bends = alone && !isView(e)
  const goToPose = (n: number) => {
    setDesk({ moveEnd: 'end', speed: 0 })
    goTo(n === 0 ? Math.min(moves[0]!.from, timed.spans.get(e.id)!.to - 1) : Math.ceil(moves[n - 1]!.to))
  }
  const grasp =
    (pose: string, which: 'middle' | 'start' | 'landing', a: Point, b: Point) => (event: React.PointerEvent) => {
      event.stopPropagation()
      const own = e.poses.find((p) => p.id === pose)!
      begin(
        {
          start: pointOf(event),
          label: `Bend the way of “${e.name}”`,
          edit: (p, shift) => {
            if (shift) return setCurve(e.id, pose, null)
            const to = apply(back, p)
            const straight = {
              start: { x: (b.x - a.x) / 3, y: (b.y - a.y) / 3 },
              landing: { x: (a.x - b.x) / 3, y: (a.y - b.y) / 3 },
            }
            if (which !== 'middle') {
              const from = which === 'start' ? a : b
              return setCurve(e.id, pose, {
                ...(own.curve ?? straight),
                [which]: { x: to.x - from.x, y: to.y - from.y },
              })
            }
            // Both handles move by four thirds of how far the middle is drawn off.
            const off = { x: ((to.x - (a.x + b.x) / 2) * 4) / 3, y: ((to.y - (a.y + b.y) / 2) * 4) / 3 }
            return setCurve(e.id, pose, {
              start: { x: straight.start.x + off.x, y: straight.start.y + off.y },
              landing: { x: straight.landing.x + off.x, y: straight.landing.y + off.y },
            })
          },
        },
        event,
      )
    }
  return (
    <g data-ways={e.id}>
      {moves.map((m, i) => {
        const a = poses[i]!
        const b = poses[i + 1]!
        if (Math.hypot(a.x - b.x, a.y - b.y) < 1) return null
        const line = wayOf(timed, e, i).map((p) => apply(space, p))
        const d = `M${line.map((p) => `${p.x} ${p.y}`).join(' L')}`
        const middle = m.pose.curve ? line[12]! : { x: (line[0]!.x + line[1]!.x) / 2, y: (line[0]!.y + line[1]!.y) / 2 }
        const strong = lit === i || lit === i + 1
        const handles =
          m.pose.curve && strong
            ? (
                [
                  ['start', a, m.pose.curve.start],
                  ['landing', b, m.pose.curve.landing],
                ] as const
              ).map(([which, from, h]) => ({
                which,
                from: apply(space, from),
                at: apply(space, { x: from.x + h.x, y: from.y + h.y }),
              }))
            : []
        return (
          <g key={m.pose.id} opacity={strong ? 1 : 0.55}>
            <path d={d} fill="none" stroke="#1b1c1e" strokeOpacity={0.5} strokeWidth={3.5 * px} pointerEvents="none" />
            <path
              d={d}
              fill="none"
              stroke="#ffb38f"
              strokeWidth={1.6 * px}
              strokeDasharray={`${1 * px} ${4 * px}`}
              strokeLinecap="round"
              pointerEvents="none"
            />
            {bends && strong && 'x' in m.pose.values && 'y' in m.pose.values && (
              <>
                {handles.map((h) => (
                  <g key={h.which}>
                    <path
                      d={`M${h.from.x} ${h.from.y} L${h.at.x} ${h.at.y}`}
                      stroke="#ffb38f"
                      strokeWidth={px}
                      pointerEvents="none"
                    />
                    <rect
                      x={h.at.x - 4 * px}
                      y={h.at.y - 4 * px}
                      width={8 * px}
                      height={8 * px}
                      transform={`rotate(45 ${h.at.x} ${h.at.y})`}
                      fill="#fffdf8"
                      stroke="#b8321a"
                      strokeWidth={1.5 * px}
                      className="cursor-move"
                      data-handle={`way-${h.which}`}
                      onPointerDown={grasp(m.pose.id, h.which, a, b)}
                    />
                  </g>
                ))}
                <circle
                  cx={middle.x}
                  cy={middle.y}
                  r={5 * px}
                  fill="#fbe3da"
                  stroke="#b8321a"
                  strokeWidth={1.5 * px}
                  className="cursor-move"
                  data-handle="way"
                  onPointerDown={grasp(m.pose.id, 'middle', a, b)}
                >
                  <title>Bend the way; Shift makes it straight</title>
                </circle>
              </>
            )}
          </g>
        )
      })}
      {poses.map((p, n) => {
        const matrix = times(space, matrixOf(p))
        const box = corners(localBox(p, kindOf(p).size(p))).map((c) => apply(matrix, c))
        const outline = `M${box.map((c) => `${c.x} ${c.y}`).join(' L')} Z`
        const at = spots[n]!
        // A number that lies on the pose in force is only pressed by a click; a drag there moves the pose.
        const onLit = Math.hypot(spots[lit]!.x - at.x, spots[lit]!.y - at.y) < 60 * px
        const near = spots.findIndex((s, k) => k < n && Math.hypot(s.x - at.x, s.y - at.y) < 14 * px)
        return (
          <g key={n} data-ghost={n}>
            {n !== lit && (
              <g pointerEvents="none" fill="none">
                <path d={outline} stroke="#1b1c1e" strokeOpacity={0.55} strokeWidth={3 * px} />
                <path d={outline} stroke="#ffd9c7" strokeWidth={1.4 * px} strokeDasharray={`${6 * px} ${4 * px}`} />
              </g>
            )}
            <g
              className="cursor-pointer"
              pointerEvents={n === lit ? 'none' : undefined}
              transform={`translate(${(near >= 0 ? 15 * (n - near) : 0) * px} 0)`}
              onPointerDown={(ev) => {
                if (onLit) onTap(() => goToPose(n))
                else {
                  ev.stopPropagation()
                  goToPose(n)
                }
              }}
            >
              <rect
                x={at.x - 7 * px}
                y={at.y - 7 * px}
                width={14 * px}
                height={14 * px}
                rx={3 * px}
                fill={n === lit ? '#b8321a' : '#fffdf8'}
                stroke={n === lit ? '#fffdf8' : '#2b2118'}
                strokeWidth={px}
              />
              <text
                x={at.x}
                y={at.y + 3.6 * px}
                fontSize={10 * px}
                textAnchor="middle"
                fill={n === lit ? '#fffdf8' : '#2b2118'}
                style={{ fontFamily: 'var(--font-code)' }}
              >
                {n + 1}
              </text>
            </g>
          </g>
        )
      })}
    </g>
  )
}
