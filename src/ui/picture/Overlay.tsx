import { useRef, useState } from 'react'
import { addElement, elementAt, moveElements, type Edit } from '@/core/edits'
import { apply, corners, elementsAt, frameBoxOf, framingOf, hitAt, inverse, type Point, type Rect } from '@/core/scene'
import { kindNamed } from '@/core/elements'
import { bench, edit, freshId, isFramed, select, setBench, tryEdit, useBench, useShown } from '../bench/store'
import { onEscape } from '../kit/escape'
import type { Drag } from './drag'
import { Handles } from './Handles'

/** Lies over the picture, in the lesson's own pixels: selects, moves, sizes, turns, and takes the spot for a new element. */
export function Overlay({ scale }: { scale: number }) {
  const svg = useRef<SVGSVGElement>(null)
  const drag = useRef<(Drag & { moved: boolean; last: Edit | null }) | null>(null)
  const [drawn, setDrawn] = useState<Rect | null>(null)
  const drawFrom = useRef<Point | null>(null)
  const timed = useShown()
  const playhead = useBench((b) => (b.speed ? 0 : b.playhead))
  const speed = useBench((b) => b.speed)
  const selected = useBench((b) => b.elements)
  const adding = useBench((b) => b.adding)
  const guides = useBench((b) => b.guides)
  const framed = useBench(isFramed)
  const { width, height } = timed.lesson.frame
  const px = 1 / scale

  const pointOf = (e: { clientX: number; clientY: number }): Point => {
    const r = svg.current!.getBoundingClientRect()
    return { x: ((e.clientX - r.left) * width) / r.width, y: ((e.clientY - r.top) * height) / r.height }
  }
  /** A point of the picture in the pixels that an element of this kind is placed in. */
  const onTake = (p: Point) => apply(inverse(framingOf(timed, bench().playhead, isFramed())), p)

  const begin = (d: Drag, e: React.PointerEvent) => {
    svg.current!.setPointerCapture(e.pointerId)
    drag.current = { ...d, moved: false, last: null }
    onEscape(() => { drag.current = null; tryEdit(null) })
  }
  const place = (p: Point, rect: Rect | null) => {
    const { adding: wanted, timed: now, playhead: frame } = bench()
    if (!wanted) return
    const space = kindNamed(wanted.kind).fresh(now.lesson).space
    const at = wanted.kind !== 'zoom' && space === 'take' ? onTake(p) : p
    const made = elementAt(now, { kind: wanted.kind, id: freshId(wanted.kind), frame, moment: wanted.moment, at, rect, media: wanted.media })
    setBench({ adding: null })
    if (edit(`Add ${made.name.toLowerCase()}`, addElement(made))) select([made.id])
    if (made.look.kind === 'callout') typeText()
  }

  const down = (e: React.PointerEvent) => {
    if (e.button !== 0) return
    const p = pointOf(e)
    if (bench().speed) setBench({ speed: 0 })
    if (adding) {
      svg.current!.setPointerCapture(e.pointerId)
      drawFrom.current = p
      return
    }
    const single = bench().elements.length === 1 && timed.lesson.elements.find((x) => x.id === bench().elements[0])
    const zoomRectHit = single && single.look.kind === 'zoom' && inside(single.x - single.anchor.x * single.width, single.y - single.anchor.y * single.height, single.width, single.height, p)
    const hit = zoomRectHit ? single : hitAt(timed, bench().playhead, p, isFramed())
    if (!hit) { if (!e.shiftKey) select([]); return }
    const already = bench().elements.includes(hit.id)
    if (e.shiftKey) { select(already ? bench().elements.filter((x) => x !== hit.id) : [...bench().elements, hit.id]); return }
    if (!already) select([hit.id])
    const ids = bench().elements
    begin({
      start: p, label: ids.length === 1 ? `Move “${hit.name}”` : `Move ${ids.length} elements`,
      edit: (q, shift) => {
        const k = hit.space === 'take' ? framingOf(timed, bench().playhead, isFramed())[0] : 1
        let dx = Math.round((q.x - p.x) / k)
        let dy = Math.round((q.y - p.y) / k)
        if (shift) { if (Math.abs(dx) > Math.abs(dy)) dy = 0; else dx = 0 }
        return dx || dy ? moveElements(ids, dx, dy) : null
      },
    }, e)
  }
  const move = (e: React.PointerEvent) => {
    if (drawFrom.current && adding?.kind === 'zoom') {
      const a = drawFrom.current
      const b = pointOf(e)
      const w = Math.max(Math.abs(b.x - a.x), (Math.abs(b.y - a.y) * width) / height)
      const h = (w * height) / width
      setDrawn({ x: b.x < a.x ? a.x - w : a.x, y: b.y < a.y ? a.y - h : a.y, w, h })
    }
    const d = drag.current
    if (!d) return
    const p = pointOf(e)
    if (!d.moved && Math.hypot(p.x - d.start.x, p.y - d.start.y) * scale < 3) return
    d.moved = true
    d.last = d.edit(p, e.shiftKey)
    tryEdit(d.last)
  }
  const up = (e: React.PointerEvent) => {
    if (drawFrom.current) {
      const p = drawFrom.current
      drawFrom.current = null
      const rect = drawn
      setDrawn(null)
      place(rect ? { x: rect.x + rect.w / 2, y: rect.y + rect.h / 2 } : p, rect)
      return
    }
    const d = drag.current
    drag.current = null
    if (d?.moved && d.last && bench().live) edit(d.label, d.last)
    else tryEdit(null)
    svg.current!.releasePointerCapture(e.pointerId)
  }

  const inSight = speed ? [] : elementsAt(timed, playhead)
  const outlines = speed ? [] : timed.lesson.elements.filter((x) => selected.includes(x.id) && !(x.look.kind === 'ripple' && x.look.every)).map((x) => ({ x, here: x.look.kind === 'zoom' || inSight.includes(x), ...frameBoxOf(timed, x, playhead, framed) }))
  const single = outlines.length === 1 && outlines[0]!.here ? outlines[0]! : null
  return (
    <>
      <svg
        ref={svg} viewBox={`0 0 ${width} ${height}`} className={`absolute inset-0 size-full overflow-visible ${adding ? 'cursor-crosshair' : ''}`} data-testid="overlay"
        style={{ touchAction: 'none' }} onDoubleClick={(e) => { if (hitAt(timed, bench().playhead, pointOf(e), isFramed())?.look.kind === 'callout') typeText() }} onPointerDown={down} onPointerMove={move} onPointerUp={up}
      >
        {guides && (
          <g fill="none" stroke="#fff6e0" strokeOpacity={0.8} strokeWidth={px} pointerEvents="none">
            {[0.05, 0.1].map((m) => <rect key={m} x={width * m} y={height * m} width={width * (1 - 2 * m)} height={height * (1 - 2 * m)} strokeDasharray={m === 0.1 ? `${6 * px} ${4 * px}` : undefined} />)}
            <path d={`M${width / 2} ${height * 0.46} V${height * 0.54} M${width * 0.47} ${height / 2} H${width * 0.53}`} />
          </g>
        )}
        {single?.x.look.kind === 'zoom' && <path pointerEvents="none" fill="#1b1c1e" fillOpacity={0.55} fillRule="evenodd" d={`M0 0 H${width} V${height} H0 Z ${pathOf(corners(single.box).map((c) => apply(single.matrix, c)))}`} />}
        {outlines.map(({ x, here, matrix, box }) => (single && x.look.kind === 'arrow' ? null : (
          <g key={x.id} pointerEvents="none" fill="none" strokeDasharray={here ? undefined : `${5 * px} ${4 * px}`} opacity={here ? 1 : 0.7}>
            <path d={pathOf(corners(box).map((c) => apply(matrix, c)))} stroke="#fff" strokeWidth={3.5 * px} strokeOpacity={0.75} />
            <path d={pathOf(corners(box).map((c) => apply(matrix, c)))} stroke="#b8321a" strokeWidth={1.5 * px} />
          </g>
        )))}
        {single && <Handles element={single.x} matrix={single.matrix} box={single.box} px={px} begin={begin} pointOf={pointOf} toSpace={(p) => (single.x.space === 'take' && single.x.look.kind !== 'zoom' ? onTake(p) : p)} />}
        {drawn && <rect {...{ x: drawn.x, y: drawn.y, width: drawn.w, height: drawn.h }} fill="#b8321a22" stroke="#b8321a" strokeWidth={2 * px} />}
      </svg>
      {adding && (
        <div className="pointer-events-none absolute inset-x-0 top-2 text-center">
          <span className="rounded-full bg-ink/85 px-3 py-1 text-paper">{adding.kind === 'zoom' ? 'Draw the rectangle to show' : `Point at the spot for the ${kindNamed(adding.kind).title.toLowerCase()}`} · Escape gives up</span>
        </div>
      )}
    </>
  )
}
/** Puts the keyboard into the selected callout’s text. */
const typeText = () => { setTimeout(() => { const text = document.querySelector<HTMLTextAreaElement>('[data-testid=details] textarea'); text?.focus(); text?.select() }, 50) }
const inside = (x: number, y: number, w: number, h: number, p: Point) => p.x >= x && p.x <= x + w && p.y >= y && p.y <= y + h
const pathOf = (points: Point[]) => `M${points.map((p) => `${p.x} ${p.y}`).join(' L')} Z`
