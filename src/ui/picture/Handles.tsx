import { cropIsKeyed, pullBox, pullHandle, setAnchor, setCrop, turnTo, type Pull } from '@/core/edits'
import { canTurn, croppedBox, heldBy, kindOf, isLine, handles, marks } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { apply, isFlat, times, inverse, type Matrix, type Point, type Rect } from '@/core/geometry'
import { posed } from '../state/inPose'
import { useDesk } from '../state/desk'
import { matrixOf } from '@/core/motion'
import { anchorIn, croppedTo } from '@/core/scene'
import type { Drag } from './drag'
import { asSentence, inWords, said, type Said } from '../../words/words'

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
  toSpace: (p: Point) => Point
  /** A point of the picture, drawn to a line that lies near. */
  snap: (p: Point, alt: boolean) => Point
}

/** The side of what is kept to an edge that looks away from it. */
const AWAY = { top: { x: 0, y: 1 }, bottom: { x: 0, y: -1 }, left: { x: 1, y: 0 }, right: { x: -1, y: 0 } }

/** Begins a drag of what a press on a handle takes hold of. */
type Grasp = (
  label: Said,
  change: (p: Point, shift: boolean, alt: boolean) => ReturnType<Drag['edit']>,
) => (event: React.PointerEvent) => void

/** Drags by handles: what a handle stands for is made of the point that it is dragged to, in its own pixels. */
function useGrasps({ element: e, matrix, box, begin, toSpace, snap }: Props) {
  const from = (label: Said, edit: Drag['edit']) => (event: React.PointerEvent) => {
    event.stopPropagation()
    begin({ label, edit }, event)
  }
  const graspAt =
    (at: (p: Point, alt: boolean) => Point): Grasp =>
    (label, change) =>
      from(label, (p, shift, alt) => {
        const made = change(toSpace(at(p, alt)), shift, alt)
        return made && posed(made)
      })
  const graspCrop = (pull: Pull) =>
    from(said('picture.crop', e.name), (q, _shift, alt) => {
      const made = setCrop(e.id, croppedTo(box, pull, apply(inverse(matrix), snap(q, alt))))
      return cropIsKeyed(e) ? posed(made) : made
    })
  const graspAnchor = from(said('picture.anchorOf', e.name), (p) =>
    setAnchor(e.id, anchorIn(box, apply(inverse(matrix), p))),
  )
  // An angle is drawn to no line.
  return { grasp: graspAt(snap), graspTurn: graspAt((p) => p), graspCrop, graspAnchor }
}

const knobOf = (px: number) => ({ fill: '#fffdf8', stroke: '#b8321a', strokeWidth: 1.5 * px })
const radiusOf = (px: number) => 5.5 * px

/** What a single selected element can be grasped by. */
export function Handles(props: Props) {
  const { element: e, matrix, px } = props
  const { grasp, graspTurn, graspCrop, graspAnchor } = useGrasps(props)
  const cropping = useDesk((b) => b.doing.do === 'crop') && !marks(e) && !isLine(e)
  if (cropping) return <CropHandles {...{ element: e, matrix, px, graspCrop }} />
  /** The framing part of the matrix: from the pixels of its place to the picture. */
  const own = matrixOf(e)
  const framing = isFlat(own) ? matrix : times(matrix, inverse(own))
  return (
    <g>
      {canTurn(e) && <TurnHandle {...props} grasp={graspTurn} />}
      {canTurn(e) && <AnchorHandle {...props} onGrasp={graspAnchor} />}
      <SizeHandles {...props} grasp={grasp} />
      {handles(e)?.all.map((h) => {
        const c = apply(h.in === 'own' ? matrix : framing, h.at)
        return (
          <circle
            key={h.id}
            cx={c.x}
            cy={c.y}
            r={radiusOf(px) * HANDLE[h.kind].size}
            {...knobOf(px)}
            fill={HANDLE[h.kind].fill}
            data-handle={h.id}
            className={HANDLE[h.kind].cursor}
            onPointerDown={grasp(said('picture.done', asSentence(h.act), e.name), (p) => pullHandle(e.id, h.id, p))}
          >
            <title>{inWords('picture.of', asSentence(h.label), e.name)}</title>
          </circle>
        )
      })}
    </g>
  )
}

function TurnHandle({ element: e, matrix, box, px, grasp }: Props & { grasp: Grasp }) {
  const head = apply(matrix, { x: box.x + box.w / 2, y: box.y - (26 * px) / Math.hypot(matrix[0], matrix[1]) })
  const top = apply(matrix, { x: box.x + box.w / 2, y: box.y })
  return (
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
        r={radiusOf(px)}
        {...knobOf(px)}
        className="cursor-grab"
        data-handle="turn"
        onPointerDown={grasp(said('picture.turnName', e.name), (p, shift) => turnTo(e.id, p, shift))}
      >
        <title>{inWords('picture.turnOf', e.name)}</title>
      </circle>
    </>
  )
}

/** The point about which it turns: a ring with a cross, once it was moved or asked for. */
function AnchorHandle({ element: e, matrix, px, onGrasp }: Props & { onGrasp: (event: React.PointerEvent) => void }) {
  const open = useDesk((b) => b.doing.do === 'anchor') || e.anchor.x !== 0.5 || e.anchor.y !== 0.5
  const { x, y } = apply(matrix, { x: 0, y: 0 })
  const r = radiusOf(px)
  return (
    <path
      d={
        `M${x - r * 1.5} ${y} H${x + r * 1.5} M${x} ${y - r * 1.5} V${y + r * 1.5} ` +
        `M${x + r} ${y} A${r} ${r} 0 1 1 ${x - r} ${y} A${r} ${r} 0 1 1 ${x + r} ${y}`
      }
      fill="#fffdf855"
      stroke="#b8321a"
      strokeWidth={1.2 * px}
      className="cursor-move"
      data-handle="anchor"
      opacity={open ? 1 : 0}
      pointerEvents={open ? 'all' : 'none'}
      onPointerDown={onGrasp}
    >
      <title>{inWords('picture.anchorPointOf', e.name)}</title>
    </path>
  )
}

/** The corners and sides of the box. What is kept to an edge of the frame can only be pulled away from it. */
function SizeHandles({ element: e, matrix, box, px, grasp }: Props & { grasp: Grasp }) {
  const { pulls } = kindOf(e)
  const pullable = pulls === 'both' ? [...CORNERS, ...SIDES] : pulls === 'shape' ? CORNERS : []
  const held = heldBy(e)
  const away = held && AWAY[held]
  const r = radiusOf(px)
  return pullable
    .filter((p) => !away || (p.x === away.x && p.y === away.y))
    .map((p) => {
      const c = apply(matrix, { x: box.x + ((p.x + 1) / 2) * box.w, y: box.y + ((p.y + 1) / 2) * box.h })
      return (
        <rect
          key={`${p.x}${p.y}`}
          x={c.x - r}
          y={c.y - r}
          width={2 * r}
          height={2 * r}
          {...knobOf(px)}
          data-handle={`${p.x},${p.y}`}
          className={cursorFor(p)}
          onPointerDown={grasp(said('picture.size', e.name), (q, _shift, alt) => pullBox(e.id, p, q, { middle: alt }))}
        >
          <title>{inWords('picture.sizeOfAltFromIts', e.name)}</title>
        </rect>
      )
    })
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
            <title>{inWords('picture.cropOf', e.name)}</title>
          </rect>
        )
      })}
    </g>
  )
}
