import { cropIsKeyed, pullBox, pullHandle, setAnchor, setCrop, turnTo, type Pull } from '@/core/edits'
import { canTurn, croppedBox, handlesOf, heldBy, kindOf } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { apply, isFlat, times, inverse, type Matrix, type Point, type Rect } from '@/core/geometry'
import { posed } from '../state/inPose'
import { useDesk } from '../state/desk'
import { matrixOf } from '@/core/motion'
import { anchorIn, croppedTo } from '@/core/scene'
import type { Drag } from './drag'

const CORNERS: Pull[] = [
  { x: -1, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 1 },
  { x: -1, y: 1 },
]
/** How what can be dragged besides the box is drawn: an end of the thing, a spot that it leads to, what lifts it. */
const HANDLE = {
  end: { size: 1.2, fill: '#fffdf8', cursor: 'cursor-move' },
  spot: { size: 1.3, fill: '#fbe3da', cursor: 'cursor-move' },
  lift: { size: 1, fill: '#fbe3da', cursor: 'cursor-ns-resize' },
}
const SIDES: Pull[] = [
  { x: -1, y: 0 },
  { x: 1, y: 0 },
  { x: 0, y: -1 },
  { x: 0, y: 1 },
]

interface Props {
  element: Element
  matrix: Matrix
  box: Rect
  /** One pixel of the screen. */
  px: number
  begin: (d: Drag, e: React.PointerEvent) => void
  pointOf: (e: { clientX: number; clientY: number }) => Point
  toSpace: (p: Point) => Point
  /** A point of the picture, drawn to a line that lies near. */
  snap: (p: Point, alt: boolean) => Point
}

/** The side of what is kept to an edge that looks away from it. */
const AWAY = { top: { x: 0, y: 1 }, bottom: { x: 0, y: -1 }, left: { x: 1, y: 0 }, right: { x: -1, y: 0 } }

/** What a single selected element can be grasped by. */
export function Handles({ element: e, matrix, box, px, begin, pointOf, toSpace, snap }: Props) {
  const grasp =
    (label: string, change: (p: Point, shift: boolean, alt: boolean) => ReturnType<Drag['edit']>) =>
    (event: React.PointerEvent) => {
      event.stopPropagation()
      begin(
        {
          start: pointOf(event),
          label,
          edit: (p, shift, alt) => {
            const made = change(toSpace(label.startsWith('Turn') ? p : snap(p, alt)), shift, alt)
            return made && posed(made)
          },
        },
        event,
      )
    }
  const graspCrop = (pull: Pull) => (event: React.PointerEvent) => {
    event.stopPropagation()
    begin(
      {
        start: pointOf(event),
        label: `Crop “${e.name}”`,
        edit: (q, _shift, alt) => {
          const made = setCrop(e.id, croppedTo(box, pull, apply(inverse(matrix), snap(q, alt))))
          return cropIsKeyed(e) ? posed(made) : made
        },
      },
      event,
    )
  }
  const graspAnchor = (event: React.PointerEvent) => {
    event.stopPropagation()
    begin(
      {
        start: pointOf(event),
        label: `Anchor of “${e.name}”`,
        edit: (p) => setAnchor(e.id, anchorIn(box, apply(inverse(matrix), p))),
      },
      event,
    )
  }
  const r = 5.5 * px
  const cropping = useDesk((b) => b.cropping) && !kindOf(e).marks && !kindOf(e).line
  const open = useDesk((b) => b.anchorOpen) || e.anchor.x !== 0.5 || e.anchor.y !== 0.5
  const knob = { fill: '#fffdf8', stroke: '#b8321a', strokeWidth: 1.5 * px }
  const { pulls } = kindOf(e)
  const pullable = pulls === 'both' ? [...CORNERS, ...SIDES] : pulls === 'shape' ? CORNERS : []
  // What is kept to an edge of the frame can only be pulled away from it.
  const held = heldBy(e)
  const away = held && AWAY[held]
  const spots = pullable.filter((p) => !away || (p.x === away.x && p.y === away.y))
  const at = (p: Pull) => apply(matrix, { x: box.x + ((p.x + 1) / 2) * box.w, y: box.y + ((p.y + 1) / 2) * box.h })
  const turns = canTurn(e)
  const head = apply(matrix, { x: box.x + box.w / 2, y: box.y - (26 * px) / Math.hypot(matrix[0], matrix[1]) })
  const top = apply(matrix, { x: box.x + box.w / 2, y: box.y })
  /** The framing part of the matrix: from the pixels of its place to the picture. */
  const own = matrixOf(e)
  const framing = isFlat(own) ? matrix : times(matrix, inverse(own))
  const anchor = apply(matrix, { x: 0, y: 0 })
  const named = (what: string) => `${what} of “${e.name}”`
  if (cropping) return <CropHandles {...{ element: e, matrix, px, graspCrop }} />
  return (
    <g>
      {turns && (
        <>
          <path
            d={`M${top.x} ${top.y} L${head.x} ${head.y}`}
            stroke="#b8321a"
            strokeWidth={1.5 * px}
            pointerEvents="none"
          />
          <circle
            cx={head.x}
            cy={head.y}
            r={r}
            {...knob}
            className="cursor-grab"
            data-handle="turn"
            onPointerDown={grasp(`Turn “${e.name}”`, (p, shift) => turnTo(e.id, p, shift))}
          >
            <title>{named('Turn')}</title>
          </circle>
        </>
      )}
      {turns && (
        <path
          d={
            `M${anchor.x - r * 1.5} ${anchor.y} H${anchor.x + r * 1.5} M${anchor.x} ${anchor.y - r * 1.5} ` +
            (`V${anchor.y + r * 1.5} M${anchor.x + r} ${anchor.y} A${r} ${r} 0 1 1 ${anchor.x - r} ` +
              `${anchor.y} A${r} ${r} 0 1 1 ${anchor.x + r} ${anchor.y}`)
          }
          fill="#fffdf855"
          stroke="#b8321a"
          strokeWidth={1.2 * px}
          className="cursor-move"
          data-handle="anchor"
          opacity={open ? 1 : 0}
          pointerEvents={open ? 'all' : 'none'}
          onPointerDown={graspAnchor}
        >
          <title>{named('Anchor point')}</title>
        </path>
      )}
      {spots.map((p) => {
        const c = at(p)
        return (
          <rect
            key={`${p.x}${p.y}`}
            x={c.x - r}
            y={c.y - r}
            width={2 * r}
            height={2 * r}
            {...knob}
            data-handle={`${p.x},${p.y}`}
            className={cursorFor(p)}
            onPointerDown={grasp(`Size “${e.name}”`, (q, _shift, alt) => pullBox(e.id, p, q, { middle: alt }))}
          >
            <title>{`${named('Size')} (Alt: from its middle)`}</title>
          </rect>
        )
      })}
      {handlesOf(e).map((h) => {
        const c = apply(h.in === 'own' ? matrix : framing, h.at)
        return (
          <circle
            key={h.id}
            cx={c.x}
            cy={c.y}
            r={r * HANDLE[h.kind].size}
            {...knob}
            fill={HANDLE[h.kind].fill}
            data-handle={h.id}
            className={HANDLE[h.kind].cursor}
            onPointerDown={grasp(`${h.act} “${e.name}”`, (p) => pullHandle(e.id, h.id, p))}
          >
            <title>{named(h.label)}</title>
          </circle>
        )
      })}
    </g>
  )
}

const cursorFor = (p: Pull): string => {
  if (p.x && p.y) return p.x === p.y ? 'cursor-nwse-resize' : 'cursor-nesw-resize'
  return p.x ? 'cursor-ew-resize' : 'cursor-ns-resize'
}

/** What is left of an element by its crop, with a bracket on each corner and side to drag. */
function CropHandles({
  element: e,
  matrix,
  px,
  graspCrop,
}: Pick<Props, 'element' | 'matrix' | 'px'> & { graspCrop: (pull: Pull) => (event: React.PointerEvent) => void }) {
  const left = croppedBox(e)
  const at = (p: Pull) => apply(matrix, { x: left.x + ((p.x + 1) / 2) * left.w, y: left.y + ((p.y + 1) / 2) * left.h })
  const ring = CORNERS.map(at)
  return (
    <g>
      <path
        d={`M${ring.map((p) => `${p.x} ${p.y}`).join(' L')} Z`}
        fill="none"
        stroke="#fffdf8"
        strokeWidth={1.5 * px}
        strokeDasharray={`${6 * px} ${4 * px}`}
        pointerEvents="none"
      />
      {[...CORNERS, ...SIDES].map((p) => {
        const c = at(p)
        const [w, h] = p.x && p.y ? [13, 13] : p.x ? [7, 22] : [22, 7]
        return (
          <rect
            key={`${p.x}${p.y}`}
            x={c.x - (w * px) / 2}
            y={c.y - (h * px) / 2}
            width={w * px}
            height={h * px}
            rx={2 * px}
            fill="#b8321a"
            stroke="#fffdf8"
            strokeWidth={1.5 * px}
            className={cursorFor(p)}
            data-handle={`crop ${p.x},${p.y}`}
            onPointerDown={graspCrop(p)}
          >
            <title>{`Crop of “${e.name}”`}</title>
          </rect>
        )
      })}
    </g>
  )
}
