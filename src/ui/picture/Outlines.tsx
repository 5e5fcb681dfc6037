import { hasPlace, isGround, isRule, isView, isUnseen, isClip } from '@/core/kinds'
import { apply, corners, type Matrix, type Rect } from '@/core/geometry'
import type { Element } from '@/core/lesson/schema'
import { holds, keptAt } from '@/core/motion'
import { elementsAt, frameBoxOf } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { standing } from '../state/inPose'
import { isFramed, useDesk, useShown, type Desk } from '../state/desk'
import { pathOf } from './Marks'

/** An element that is selected, as its pose has it, and where that stands on the picture. */
export interface Outlined {
  own: Element
  x: Element
  /** Whether it is in sight now. */
  here: boolean
  matrix: Matrix
  box: Rect
}

/** Outlines of what is selected, and what is in sight but draws nothing; none while it plays. */
export function useOutlined(): { outlines: Outlined[]; unseen: { id: string; matrix: Matrix; box: Rect }[] } {
  const timed = useShown()
  const playhead = useDesk((b) => (b.speed ? 0 : b.playhead))
  const speed = useDesk((b) => b.speed)
  const selected = useDesk((b) => b.elements)
  const framed = useDesk(isFramed)
  const on = useDesk((b) => b.moveEnd)
  if (speed) return { outlines: [], unseen: [] }
  const inSight = elementsAt(timed, playhead)
  /** What fills the frame has handles where it is selected alone. */
  const whole = (x: Element) => isGround(x) && selected.length === 1
  const outlined = (x: Element) =>
    selected.includes(x.id) && !isRule(x) && (hasPlace(x) || isView(x) || !isClip(x) || whole(x))
  return {
    outlines: timed.lesson.elements
      .filter(outlined)
      .map((own) => outlineOf(timed, own, { frame: playhead, on }, framed)),
    unseen: inSight
      .filter((x) => isUnseen(x) && hasPlace(x) && !holds(x) && !selected.includes(x.id))
      .map((x) => ({ id: x.id, ...frameBoxOf(timed, x, playhead, framed) })),
  }
}
function outlineOf(
  timed: Timed,
  own: Element,
  stance: { frame: number; on: Desk['moveEnd'] },
  framed: boolean,
): Outlined {
  const { frame } = stance
  const x = keptAt(timed, standing(own, stance, timed), frame)
  const here = isView(x) || elementsAt(timed, frame).includes(own)
  return { own, x, here, ...frameBoxOf(timed, x, frame, framed) }
}

/** The outline of one that is selected: dashed where it is not in sight. */
export function Outline({ of: { own, here, matrix, box }, px }: { of: Outlined; px: number }) {
  const d = pathOf(corners(box).map((c) => apply(matrix, c)))
  const stroke = own.locked ? '#6b5c48' : '#b8321a'
  const dashes = here ? undefined : `${5 * px} ${4 * px}`
  return (
    <g pointerEvents="none" fill="none" strokeDasharray={dashes} opacity={here ? 1 : 0.7}>
      <path d={d} stroke="#fff" strokeWidth={3.5 * px} strokeOpacity={0.75} />
      <path d={d} stroke={stroke} strokeWidth={1.5 * px} />
    </g>
  )
}

/** Where something stands that draws nothing itself. */
export function Unseen({ matrix, box, px }: { matrix: Matrix; box: Rect; px: number }) {
  const c = apply(matrix, { x: box.x + box.w / 2, y: box.y + box.h / 2 })
  return (
    <g pointerEvents="none" opacity={0.75}>
      <path
        d={pathOf(corners(box).map((p) => apply(matrix, p)))}
        fill="none"
        stroke="#fffdf8"
        strokeWidth={1.5 * px}
        strokeDasharray={`${2 * px} ${5 * px}`}
      />
      <circle cx={c.x} cy={c.y} r={4 * px} fill="#fffdf8" />
    </g>
  )
}

/** Everything that a view does not show is darkened. */
export function AroundView({ of: { matrix, box } }: { of: Outlined }) {
  const { width, height } = useShown().lesson.frame
  return (
    <path
      pointerEvents="none"
      fill="#1b1c1e"
      fillOpacity={0.55}
      fillRule="evenodd"
      d={`M0 0 H${width} V${height} H0 Z ${pathOf(corners(box).map((c) => apply(matrix, c)))}`}
    />
  )
}
