import { bendArrow, pointCallout, pullArrow, pullBox, turnTo, type Pull } from '@/core/edits'
import { arrowEnds, kindOf } from '@/core/elements'
import type { Element } from '@/core/lesson/schema'
import { apply, placed, times, inverse, type Matrix, type Point, type Rect } from '@/core/scene'
import type { Drag } from './drag'

const CORNERS: Pull[] = [{ x: -1, y: -1 }, { x: 1, y: -1 }, { x: 1, y: 1 }, { x: -1, y: 1 }]
const SIDES: Pull[] = [{ x: -1, y: 0 }, { x: 1, y: 0 }, { x: 0, y: -1 }, { x: 0, y: 1 }]

interface Props {
  element: Element
  matrix: Matrix
  box: Rect
  /** One pixel of the screen. */
  px: number
  begin: (d: Drag, e: React.PointerEvent) => void
  pointOf: (e: { clientX: number; clientY: number }) => Point
  toSpace: (p: Point) => Point
}

/** What a single selected element can be grasped by. */
export function Handles({ element: e, matrix, box, px, begin, pointOf, toSpace }: Props) {
  const grasp = (label: string, change: (p: Point, shift: boolean) => ReturnType<Drag['edit']>) => (event: React.PointerEvent) => {
    event.stopPropagation()
    begin({ start: pointOf(event), label, edit: (p, shift) => change(toSpace(p), shift) }, event)
  }
  const r = 5.5 * px
  const knob = { fill: '#fffdf8', stroke: '#b8321a', strokeWidth: 1.5 * px }
  const { pulls } = kindOf(e)
  const pullable = pulls === 'both' ? [...CORNERS, ...SIDES] : pulls === 'shape' ? CORNERS : []
  const fixed = e.look.kind === 'bar' && e.look.place !== 'free'
  const spots = pullable.filter((p) => !fixed || (p.x === 0 && (e.look.kind === 'bar' && (e.look.place === 'top' ? p.y === 1 : p.y === -1))))
  const at = (p: Pull) => apply(matrix, { x: box.x + ((p.x + 1) / 2) * box.w, y: box.y + ((p.y + 1) / 2) * box.h })
  const turns = e.look.kind === 'callout' || e.look.kind === 'still' || (e.look.kind === 'bar' && !fixed)
  const head = apply(matrix, { x: box.x + box.w / 2, y: box.y - (26 * px) / Math.hypot(matrix[0], matrix[1]) })
  const top = apply(matrix, { x: box.x + box.w / 2, y: box.y })
  /** The framing part of the matrix: from the pixels of its place to the picture. */
  const framing = times(matrix, inverse(placed(e.x, e.y, e.rotation)))
  const ends = e.look.kind === 'arrow' ? arrowEnds(e) : null
  const named = (what: string) => `${what} of “${e.name}”`
  return (
    <g>
      {turns && (
        <>
          <path d={`M${top.x} ${top.y} L${head.x} ${head.y}`} stroke="#b8321a" strokeWidth={1.5 * px} pointerEvents="none" />
          <circle cx={head.x} cy={head.y} r={r} {...knob} className="cursor-grab" data-handle="turn" onPointerDown={grasp(`Turn “${e.name}”`, (p, shift) => turnTo(e.id, p, shift))}><title>{named('Turn')}</title></circle>
        </>
      )}
      {spots.map((p) => {
        const c = at(p)
        return <rect key={`${p.x}${p.y}`} x={c.x - r} y={c.y - r} width={2 * r} height={2 * r} {...knob} data-handle={`${p.x},${p.y}`} className={p.x && p.y ? (p.x === p.y ? 'cursor-nwse-resize' : 'cursor-nesw-resize') : p.x ? 'cursor-ew-resize' : 'cursor-ns-resize'} onPointerDown={grasp(`Size “${e.name}”`, (q) => pullBox(e.id, p, q))}><title>{named('Size')}</title></rect>
      })}
      {ends && e.look.kind === 'arrow' && (['tail', 'tip'] as const).map((end) => {
        const c = apply(framing, ends[end])
        return <circle key={end} cx={c.x} cy={c.y} r={r * 1.2} {...knob} data-handle={end} className="cursor-move" onPointerDown={grasp(`Point “${e.name}”`, (p) => pullArrow(e.id, end, p))}><title>{named(end === 'tip' ? 'Tip' : 'Tail')}</title></circle>
      })}
      {ends && e.look.kind === 'arrow' && (() => {
        const middle = apply(matrix, { x: box.x + box.w / 2, y: -e.look.bend })
        return <circle cx={middle.x} cy={middle.y} r={r} {...knob} fill="#fbe3da" data-handle="bend" className="cursor-ns-resize" onPointerDown={grasp(`Bend “${e.name}”`, (p) => bendArrow(e.id, p))}><title>{named('Bend')}</title></circle>
      })()}
      {e.look.kind === 'callout' && e.look.tip && (() => {
        const c = apply(framing, e.look.tip)
        return <circle cx={c.x} cy={c.y} r={r * 1.3} {...knob} fill="#fbe3da" data-handle="tip" className="cursor-move" onPointerDown={grasp(`Point “${e.name}”`, (p) => pointCallout(e.id, p))}><title>{named('Tail')}</title></circle>
      })()}
    </g>
  )
}
