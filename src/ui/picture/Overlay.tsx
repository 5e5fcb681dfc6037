import { useRef, useState } from 'react'
import type { Edit } from '@/core/edits'
import { hasPlace, heldBy, isGround, isRule, isView, kindNamed, kindOf, placedIn } from '@/core/kinds'
import { boundsOf, apply, corners, inverse, isFlat, meets, union, type Point, type Rect } from '@/core/geometry'
import {
  draggedBy,
  drawnBetween,
  elementsAt,
  frameBoxOf,
  hitAt,
  snapLines,
  snapPoint,
  spaceOf,
  type SnapLine,
  type Snapped,
} from '@/core/scene'
import type { Element } from '@/core/lesson/schema'
import { moving, poseFor, standing } from '../bench/inPose'
import { bench, edit, isFramed, select, setBench, tryEdit, useBench, useShown } from '../bench/store'
import { goInside } from '../bench/inside'
import { onEscape } from '../kit/escape'
import { Aids } from './Aids'
import type { Drag } from './drag'
import { Handles } from './Handles'
import { PointerMark } from './PointerMark'
import { holders, holds, keptAt } from '@/core/motion'
import { Ways } from './Ways'
import { answerAdding, placeAdded, promptFor, typeText } from './adding'
import { pickAt } from './pickColour'

/** How near to a line something must come to keep to it, in pixels of the screen. */
const SNAP_PX = 7

/**
 * Lies over the picture, in the lesson's own pixels: selects, moves, sizes, turns, and takes the spot for a new
 * element.
 */
export function Overlay({ scale }: { scale: number }) {
  const svg = useRef<SVGSVGElement>(null)
  const drag = useRef<(Drag & { moved: boolean; last: Edit | null }) | null>(null)
  const [drawn, setDrawn] = useState<Rect | null>(null)
  const [line, setLine] = useState<{ from: Point; to: Point } | null>(null)
  const [snapped, setSnapped] = useState<Snapped | null>(null)
  const drawFrom = useRef<Point | null>(null)
  /** What a press on the picture does when it is let go without a drag. */
  const tapped = useRef<(() => void) | null>(null)
  const timed = useShown()
  const playhead = useBench((b) => (b.speed ? 0 : b.playhead))
  const speed = useBench((b) => b.speed)
  const selected = useBench((b) => b.elements)
  const adding = useBench((b) => b.adding)
  const picking = useBench((b) => b.picking)
  const only = useBench((b) => b.only)
  const correcting = useBench((b) => b.correcting)
  const cropping = useBench((b) => b.cropping)
  useBench((b) => b.moveEnd)
  const framed = useBench(isFramed)
  const { width, height } = timed.lesson.frame
  const px = 1 / scale
  const pointOf = (e: { clientX: number; clientY: number }): Point => {
    const r = svg.current!.getBoundingClientRect()
    return { x: ((e.clientX - r.left) * width) / r.width, y: ((e.clientY - r.top) * height) / r.height }
  }
  const begin = (d: Drag, e: React.PointerEvent) => {
    svg.current!.setPointerCapture(e.pointerId)
    drag.current = { ...d, moved: false, last: null }
    onEscape(() => {
      drag.current = null
      setSnapped(null)
      tryEdit(null)
    })
  }
  const linesWithout = (ids: readonly string[]): SnapLine[] =>
    bench().aids.snap
      ? snapLines(bench().timed, bench().playhead, new Set(ids), {
          grid: bench().aids.grid,
          safe: bench().aids.safe,
          framed: isFramed(),
        })
      : []

  /** The outermost group that an element is in, as far as none of it is selected yet; else the element. */
  const outermost = (e: Element): Element => {
    const group = holders(timed.lesson).get(e.id)
    const on = group === undefined ? undefined : timed.lesson.elements.find((x) => x.id === group)
    if (!on || bench().elements.includes(e.id)) return e
    return outermost(on)
  }
  const down = (e: React.PointerEvent) => {
    if (e.button !== 0) return
    const p = pointOf(e)
    if (bench().speed) setBench({ speed: 0 })
    if (bench().picking) {
      pickAt(p)
      return
    }
    if (adding) {
      if (answerAdding(p)) return
      svg.current!.setPointerCapture(e.pointerId)
      drawFrom.current = p
      return
    }
    const single = bench().elements.length === 1 && timed.lesson.elements.find((x) => x.id === bench().elements[0])
    const zoomed = single && isView(single) && standing(single)
    const zoomRectHit =
      zoomed &&
      inside(
        {
          x: zoomed.x - zoomed.anchor.x * zoomed.width,
          y: zoomed.y - zoomed.anchor.y * zoomed.height,
          w: zoomed.width,
          h: zoomed.height,
        },
        p,
      )
    const found = zoomRectHit ? single : (selectedAt(p) ?? hitAt(timed, bench().playhead, p, isFramed()))
    const hit = found && !e.altKey ? outermost(found) : found
    if (!hit) {
      marquee(p, e)
      return
    }
    const already = bench().elements.includes(hit.id)
    if (e.shiftKey) {
      select(already ? bench().elements.filter((x) => x !== hit.id) : [...bench().elements, hit.id])
      return
    }
    if (!already || e.altKey) select([hit.id], e.altKey)
    // Let go without a drag: of several that were chosen, this one is meant.
    else if (bench().elements.length > 1) tapped.current = () => select([hit.id])
    // Pressed again, what is meant is that in the group which lies there.
    else {
      const inner = hitAt(timed, bench().playhead, p, isFramed(), [hit.id])
      if (inner && holders(timed.lesson).get(inner.id) === hit.id) tapped.current = () => select([inner.id], true)
    }
    const ids = bench().elements.filter((id) => !timed.lesson.elements.find((x) => x.id === id)?.locked)
    const space = spaceOf(timed, hit, bench().playhead, isFramed())
    const lines = linesWithout(ids)
    const around = ids.map((id) => boxOf(id)).filter((r) => r !== null)
    const whole = around.length > 0 ? around.reduce(union) : null
    begin(
      {
        start: p,
        label: ids.length === 1 ? `Move “${hit.name}”` : `Move ${ids.length} elements`,
        edit: (to, straight, alt) => {
          const kept = alt ? null : whole
          const { dx, dy, snapped } = draggedBy({ from: p, to, straight }, kept, lines, SNAP_PX / scale, space)
          setSnapped(snapped)
          return dx || dy ? moving(ids, dx, dy) : null
        },
      },
      e,
    )
  }
  /** Draws a rectangle from a spot with nothing on it; what it touches is selected. */
  const marquee = (p: Point, e: React.PointerEvent) => {
    const before = e.shiftKey ? bench().elements : []
    if (!e.shiftKey) select([])
    begin(
      {
        start: p,
        label: '',
        edit: (q) => {
          const r = drawnBetween(p, q)
          setDrawn(r)
          const touched = elementsAt(timed, bench().playhead)
            .filter((x) => !x.locked && !x.hidden && hasPlace(x) && heldBy(x) === null)
            .filter((x) => {
              const b = boxOf(x.id)
              return b && meets(b, r)
            })
            .map((x) => x.id)
          select([...new Set([...before, ...touched])])
          return null
        },
      },
      e,
    )
  }
  /** The upright box of an element, in the pose that edits change. */
  const boxOf = (id: string): Rect | null => {
    const own = timed.lesson.elements.find((x) => x.id === id)
    if (!own) return null
    const { matrix, box } = frameBoxOf(timed, standing(own, bench(), timed), bench().playhead, isFramed())
    return boundsOf(matrix, box)
  }
  /** What is selected can be grasped where its pose stands, also where it is not in sight now. */
  const selectedAt = (p: Point) => {
    for (const id of bench().elements) {
      const own = timed.lesson.elements.find((x) => x.id === id)
      if (!own || own.locked || (own.poses.length === 0 && !kindOf(own).unseen) || isView(own)) continue
      const { matrix, box } = frameBoxOf(timed, standing(own, bench(), timed), bench().playhead, isFramed())
      if (!isFlat(matrix) && inside(box, apply(inverse(matrix), p))) return own
    }
    return null
  }

  const move = (e: React.PointerEvent) => {
    if (drawFrom.current && adding && kindNamed(adding.kind).drawn) {
      const frame = kindNamed(adding.kind).view ? timed.lesson.frame : null
      setDrawn(drawnBetween(drawFrom.current, pointOf(e), frame))
    }
    if (drawFrom.current && adding && kindNamed(adding.kind).line) setLine({ from: drawFrom.current, to: pointOf(e) })
    const d = drag.current
    if (!d) return
    const p = pointOf(e)
    if (!d.moved && Math.hypot(p.x - d.start.x, p.y - d.start.y) * scale < 3) return
    d.moved = true
    d.last = d.edit(p, e.shiftKey, e.altKey)
    tryEdit(d.last)
  }
  const up = (e: React.PointerEvent) => {
    if (drawFrom.current) {
      const p = drawFrom.current
      drawFrom.current = null
      const rect = drawn && drawn.w * scale > 4 ? drawn : null
      setDrawn(null)
      setLine(null)
      if (line && Math.hypot(line.to.x - p.x, line.to.y - p.y) * scale > 8) {
        placeAdded(line.to, null, p)
        return
      }
      placeAdded(rect ? { x: rect.x + rect.w / 2, y: rect.y + rect.h / 2 } : p, rect)
      return
    }
    const d = drag.current
    drag.current = null
    setDrawn(null)
    setSnapped(null)
    if (d?.moved && d.last && bench().live) edit(d.label, d.last)
    else tryEdit(null)
    if (!d?.moved) tapped.current?.()
    tapped.current = null
    svg.current!.releasePointerCapture(e.pointerId)
  }
  /** What fills the frame has handles only while it is cropped. */
  const cropped = (x: Element) => cropping && isGround(x)
  const inSight = speed ? [] : elementsAt(timed, playhead)
  const outlines = speed
    ? []
    : timed.lesson.elements
        .filter((x) => selected.includes(x.id) && (hasPlace(x) || isView(x) || !kindOf(x).plays || cropped(x)))
        .filter((x) => !isRule(x))
        .map((own) => {
          const x = keptAt(timed, standing(own, bench(), timed), playhead)
          return {
            own,
            x,
            here: isView(x) || inSight.includes(own),
            ...frameBoxOf(timed, x, playhead, framed),
          }
        })
  const single = outlines.length === 1 && outlines[0]!.here && !outlines[0]!.own.locked ? outlines[0]! : null
  const carriers = speed
    ? []
    : inSight.filter((x) => kindOf(x).unseen && hasPlace(x) && !holds(x) && !selected.includes(x.id))
  return (
    <>
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        className={
          'absolute inset-0 size-full select-none overflow-visible ' + (adding || picking ? 'cursor-crosshair' : '')
        }
        data-testid="overlay"
        style={{ touchAction: 'none' }}
        onDragStart={(e) => e.preventDefault()}
        onPointerCancel={() => {
          drag.current = null
          drawFrom.current = null
          tapped.current = null
          setDrawn(null)
          setLine(null)
          setSnapped(null)
          tryEdit(null)
        }}
        onDoubleClick={(e) => {
          const hit = hitAt(timed, bench().playhead, pointOf(e), isFramed())
          if (hit && placedIn(hit)) goInside(hit.id)
          if (hit?.group) select([hit.id], true)
          if (hit && 'text' in hit.look) typeText()
        }}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
      >
        <Aids px={px} begin={begin} pointOf={pointOf} />
        {single && isView(single.x) && (
          <path
            pointerEvents="none"
            fill="#1b1c1e"
            fillOpacity={0.55}
            fillRule="evenodd"
            d={`M0 0 H${width} V${height} H0 Z ${pathOf(corners(single.box).map((c) => apply(single.matrix, c)))}`}
          />
        )}
        {carriers.map((x) => {
          const { matrix, box } = frameBoxOf(timed, x, playhead, framed)
          const c = apply(matrix, { x: box.x + box.w / 2, y: box.y + box.h / 2 })
          return (
            <g key={x.id} pointerEvents="none" opacity={0.75}>
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
        })}
        {outlines.map(({ own, x, here, matrix, box }) =>
          single && kindOf(x).line ? null : (
            <g
              key={x.id}
              pointerEvents="none"
              fill="none"
              strokeDasharray={here ? undefined : `${5 * px} ${4 * px}`}
              opacity={here ? 1 : 0.7}
            >
              <path
                d={pathOf(corners(box).map((c) => apply(matrix, c)))}
                stroke="#fff"
                strokeWidth={3.5 * px}
                strokeOpacity={0.75}
              />
              <path
                d={pathOf(corners(box).map((c) => apply(matrix, c)))}
                stroke={own.locked ? '#6b5c48' : '#b8321a'}
                strokeWidth={1.5 * px}
              />
            </g>
          ),
        )}
        {outlines.length <= 4 &&
          outlines.map(({ own }) => (
            <Ways
              key={own.id}
              element={own}
              px={px}
              lit={poseFor(own, bench(), timed)}
              begin={begin}
              pointOf={pointOf}
              alone={outlines.length === 1}
              onTap={(go) => {
                tapped.current = go
              }}
            />
          ))}
        {single && (
          <Handles
            element={single.x}
            matrix={single.matrix}
            box={single.box}
            px={px}
            begin={begin}
            pointOf={pointOf}
            toSpace={(p) => {
              const m = isView(single.x) ? null : spaceOf(timed, single.own, bench().playhead, isFramed())
              return m && !isFlat(m) ? apply(inverse(m), p) : p
            }}
            snap={(p, alt) => {
              if (alt) {
                setSnapped(null)
                return p
              }
              const { at, snapped } = snapPoint(p, linesWithout([single.own.id]), SNAP_PX / scale)
              setSnapped(snapped)
              return at
            }}
          />
        )}
        {correcting && !speed && <PointerMark px={px} pointOf={pointOf} />}
        {snapped?.lines.map((l) => (
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
              {l.distance > 0 ? ` · ${Math.round(l.distance)} px away` : ''}
            </text>
          </g>
        ))}
        {adding && line && (
          <path
            d={`M${line.from.x} ${line.from.y} L${line.to.x} ${line.to.y}`}
            stroke="#b8321a"
            strokeWidth={2 * px}
            fill="none"
            pointerEvents="none"
          />
        )}
        {drawn && (
          <rect
            {...{ x: drawn.x, y: drawn.y, width: drawn.w, height: drawn.h }}
            fill="#b8321a22"
            stroke="#b8321a"
            strokeWidth={2 * px}
            pointerEvents="none"
          />
        )}
      </svg>
      {(adding || only || correcting || picking || (cropping && single)) && (
        <div className="pointer-events-none absolute inset-x-0 top-2 text-center">
          <span className="rounded-full bg-ink/85 px-3 py-1 text-paper">
            {picking
              ? 'Press where the colour is · Escape gives up'
              : adding
                ? `${promptFor(adding)} · Escape gives up`
                : correcting
                  ? 'Drag the ring to where the pointer is · Escape ends this'
                  : cropping
                    ? 'Drag the brackets to crop it · Shift+R or Escape ends this'
                    : 'Only some elements are shown · I shows all again'}
          </span>
        </div>
      )}
    </>
  )
}

const inside = (r: Rect, p: Point) => p.x >= r.x && p.x <= r.x + r.w && p.y >= r.y && p.y <= r.y + r.h
const pathOf = (points: Point[]) => `M${points.map((p) => `${p.x} ${p.y}`).join(' L')} Z`
