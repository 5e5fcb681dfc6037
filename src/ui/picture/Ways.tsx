import { setCurve, wayOf } from '@/core/edits'
import { isView, localBox, sizeOf } from '@/core/kinds'
import type { Element, Pose } from '@/core/lesson/schema'
import { atPose, matrixOf, motionOf, type Move } from '@/core/motion'
import { apply, corners, inverse, isFlat, times, type Matrix, type Point } from '@/core/geometry'
import { bentWay, spaceOf } from '@/core/scene'
import { goTo, isFramed, setDesk, useDesk, useShown } from '../state/desk'
import type { Drag } from './drag'
import { pathOf } from './Marks'
import { inWords, said } from '../../words/words'

interface Props {
  element: Element
  px: number
  lit: number
  alone: boolean
  begin: (d: Drag, e: React.PointerEvent) => void
  onTap: (go: () => void) => void
}

/**
 * The other poses of an element as ghosts, numbered, and the ways between them; a way is bent by its middle, straight
 * again with Shift.
 */
export function Ways({ element: e, px, lit, alone, begin, onTap }: Props) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const framed = useDesk(isFramed)
  if (e.poses.length === 0) return null
  const { moves } = motionOf(timed, e)
  const space = spaceOf(timed, e, playhead, framed)
  if (isFlat(space)) return null
  const poses = Array.from({ length: moves.length + 1 }, (_, n) => atPose(timed, e, n))
  const spots = poses.map((p) => apply(space, p))
  const goToPose = (n: number) => {
    setDesk({ moveEnd: 'end', speed: 0 })
    goTo(n === 0 ? Math.min(moves[0]!.from, timed.spans.get(e.id)!.to - 1) : Math.ceil(moves[n - 1]!.to))
  }
  return (
    <g data-ways={e.id}>
      {moves.map((m, i) => (
        <Way
          key={m.pose.id}
          element={e}
          move={m}
          line={wayOf(timed, e, i).map((p) => apply(space, p))}
          ends={[poses[i]!, poses[i + 1]!]}
          space={space}
          px={px}
          strong={lit === i || lit === i + 1}
          bends={alone && !isView(e)}
          begin={begin}
        />
      ))}
      {poses.map((p, n) => (
        <Ghost
          key={n}
          pose={p}
          n={n}
          lit={lit}
          space={space}
          spots={spots}
          px={px}
          onTap={onTap}
          onGo={() => goToPose(n)}
        />
      ))}
    </g>
  )
}

/** The way from one pose to the next; with what bends it, where that is wanted. */
function Way({
  element,
  move: { pose },
  line,
  ends,
  space,
  px,
  strong,
  bends,
  begin,
}: {
  element: Element
  move: Move
  /** On the picture. */
  line: readonly Point[]
  /** In its own space, as are the handles of its curve. */
  ends: [Point, Point]
  space: Matrix
  px: number
  strong: boolean
  bends: boolean
} & Pick<Props, 'begin'>) {
  const [a, b] = ends
  if (Math.hypot(a.x - b.x, a.y - b.y) < 1) return null
  const d = `M${line.map((p) => `${p.x} ${p.y}`).join(' L')}`
  const middle = pose.curve ? line[12]! : { x: (line[0]!.x + line[1]!.x) / 2, y: (line[0]!.y + line[1]!.y) / 2 }
  const grasp = (which: 'middle' | 'start' | 'landing') => (event: React.PointerEvent) => {
    event.stopPropagation()
    const bent = (p: Point, straight: boolean) =>
      setCurve(element.id, pose.id, straight ? null : bentWay(which, ends, pose.curve, apply(inverse(space), p)))
    begin({ label: said('picture.bendThePathOf', element.name), edit: bent }, event)
  }
  return (
    <g opacity={strong ? 1 : 0.55}>
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
      {bends && strong && 'x' in pose.values && 'y' in pose.values && (
        <Bends middle={middle} curve={pose.curve} ends={ends} space={space} px={px} grasp={grasp} />
      )}
    </g>
  )
}
/** What bends a way: its middle, and once it is bent the handles of its curve. */
function Bends({
  middle,
  curve,
  ends: [a, b],
  space,
  px,
  grasp,
}: {
  middle: Point
  curve: Pose['curve']
  ends: [Point, Point]
  space: Matrix
  px: number
  grasp: (which: 'middle' | 'start' | 'landing') => (event: React.PointerEvent) => void
}) {
  const handle = (which: 'start' | 'landing', from: Point) =>
    curve && (
      <CurveHandle
        which={which}
        from={apply(space, from)}
        at={apply(space, { x: from.x + curve[which].x, y: from.y + curve[which].y })}
        px={px}
        onGrasp={grasp(which)}
      />
    )
  return (
    <>
      {handle('start', a)}
      {handle('landing', b)}
      <circle
        cx={middle.x}
        cy={middle.y}
        r={5 * px}
        fill="#fbe3da"
        stroke="#b8321a"
        strokeWidth={1.5 * px}
        className="cursor-move"
        data-handle="way"
        onPointerDown={grasp('middle')}
      >
        <title>{inWords('picture.bendThePathShiftMakes')}</title>
      </circle>
    </>
  )
}
function CurveHandle({
  which,
  from,
  at,
  px,
  onGrasp,
}: {
  which: 'start' | 'landing'
  from: Point
  at: Point
  px: number
  onGrasp: (event: React.PointerEvent) => void
}) {
  return (
    <g>
      <path d={`M${from.x} ${from.y} L${at.x} ${at.y}`} stroke="#ffb38f" strokeWidth={px} pointerEvents="none" />
      <rect
        x={at.x - 4 * px}
        y={at.y - 4 * px}
        width={8 * px}
        height={8 * px}
        transform={`rotate(45 ${at.x} ${at.y})`}
        fill="#fffdf8"
        stroke="#b8321a"
        strokeWidth={1.5 * px}
        className="cursor-move"
        data-handle={`way-${which}`}
        onPointerDown={onGrasp}
      />
    </g>
  )
}

/** Pixels of the screen: a number this near to the pose in force lies on it, and so near to another beside it. */
const NEAR = { lit: 60, other: 14 }
const ASIDE = 15
/** A pose, outlined where it is not the one in force, and its number, by which it is gone to. */
function Ghost({
  pose,
  n,
  lit,
  space,
  spots,
  px,
  onTap,
  onGo,
}: {
  pose: Element
  n: number
  lit: number
  space: Matrix
  spots: readonly Point[]
  px: number
  onTap: Props['onTap']
  onGo: () => void
}) {
  const matrix = times(space, matrixOf(pose))
  const outline = pathOf(corners(localBox(pose, sizeOf(pose))).map((c) => apply(matrix, c)))
  const at = spots[n]!
  const far = (s: Point) => Math.hypot(s.x - at.x, s.y - at.y)
  // A number that lies on the pose in force is only pressed by a click; a drag there moves the pose.
  const onLit = far(spots[lit]!) < NEAR.lit * px
  const near = spots.findIndex((s, k) => k < n && far(s) < NEAR.other * px)
  const own = n === lit
  return (
    <g data-ghost={n}>
      {!own && (
        <g pointerEvents="none" fill="none">
          <path d={outline} stroke="#1b1c1e" strokeOpacity={0.55} strokeWidth={3 * px} />
          <path d={outline} stroke="#ffd9c7" strokeWidth={1.4 * px} strokeDasharray={`${6 * px} ${4 * px}`} />
        </g>
      )}
      <g
        className="cursor-pointer"
        pointerEvents={own ? 'none' : undefined}
        transform={`translate(${(near >= 0 ? ASIDE * (n - near) : 0) * px} 0)`}
        onPointerDown={(ev) => {
          if (onLit) onTap(onGo)
          else {
            ev.stopPropagation()
            onGo()
          }
        }}
      >
        <rect
          x={at.x - 7 * px}
          y={at.y - 7 * px}
          width={14 * px}
          height={14 * px}
          rx={3 * px}
          fill={own ? '#b8321a' : '#fffdf8'}
          stroke={own ? '#fffdf8' : '#2b2118'}
          strokeWidth={px}
        />
        <text
          x={at.x}
          y={at.y + 3.6 * px}
          fontSize={10 * px}
          textAnchor="middle"
          fill={own ? '#fffdf8' : '#2b2118'}
          style={{ fontFamily: 'var(--font-code)' }}
        >
          {n + 1}
        </text>
      </g>
    </g>
  )
}
