import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import { elementIn, type Edit } from '@/core/edits'
import { kindNamed } from '@/core/kinds'
import { union, type Point, type Rect } from '@/core/geometry'
import { draggedBy, drawnBetween, snapLines, snapPoint, spaceOf, type SnapLine, type Snapped } from '@/core/scene'
import type { Element } from '@/core/lesson/schema'
import { moving } from '../state/inPose'
import { desk, edit, isFramed, select, setDesk, tryEdit, useShown } from '../state/desk'
import { onEscape } from '../kit/escape'
import { answerAdding, placeAdded } from './adding'
import type { Drag } from './drag'
import { boxOf, graspAt, touchedBy, withinAt } from './grasp'
import { pickAt } from './pickColour'

/** Pixels of the screen: what is nearer to a line keeps to it; a press that goes no farther is no drag. */
const SNAP_PX = 7
const DRAG_PX = 3
/** What is drawn for a new element must be as large, or as long; else its spot alone is meant. */
const LEAST = { rect: 4, line: 8 }

/** What is drawn on the picture from where the button went down, and whether a new element comes of it. */
export interface BeingDrawn {
  from: Point
  to: Point
  /** Where a rectangle is drawn, and not a line. */
  rect: Rect | null
  adds: boolean
}
/** What hands do on the picture: press, drag, draw, let go. */
export interface Hands {
  svg: RefObject<SVGSVGElement | null>
  drawing: BeingDrawn | null
  snapped: Snapped | null
  pointOf: (e: { clientX: number; clientY: number }) => Point
  /** Something was grasped: it goes with the pointer until that is let go, or Escape. */
  begin: (drag: Drag, e: PointerEvent) => void
  /** What is done where a press is let go without a drag. */
  onTap: (act: () => void) => void
  /** Keeps a point of an element to the lines of the picture; `free`: to none. */
  snap: (p: Point, of: string, free: boolean) => Point
  down: (e: PointerEvent) => void
  move: (e: PointerEvent) => void
  up: (e: PointerEvent) => void
  cancel: () => void
}

const linesWithout = (ids: readonly string[]): SnapLine[] => {
  const { aids, timed, playhead } = desk()
  if (!aids.snap) return []
  return snapLines(timed, playhead, new Set(ids), { grid: aids.grid, safe: aids.safe, framed: isFramed() })
}

/**
 * Selects, moves, gathers up, and takes the spot for a new element.
 *
 * @param scale  pixels of the screen for one of the lesson's
 */
export function useHands(scale: number): Hands {
  const svg = useRef<SVGSVGElement>(null)
  const drag = useRef<(Drag & { moved: boolean; last: Edit | null }) | null>(null)
  const tapped = useRef<(() => void) | null>(null)
  const [drawing, setDrawing] = useState<BeingDrawn | null>(null)
  const [snapped, setSnapped] = useState<Snapped | null>(null)
  const timed = useShown()
  const { width, height } = timed.lesson.frame
  const pointOf: Hands['pointOf'] = (e) => {
    const r = svg.current!.getBoundingClientRect()
    return { x: ((e.clientX - r.left) * width) / r.width, y: ((e.clientY - r.top) * height) / r.height }
  }
  const cancel = () => {
    drag.current = null
    tapped.current = null
    setDrawing(null)
    setSnapped(null)
    tryEdit(null)
  }
  const begin: Hands['begin'] = (d, e) => {
    svg.current!.setPointerCapture(e.pointerId)
    drag.current = { ...d, moved: false, last: null }
    onEscape(() => {
      drag.current = null
      setSnapped(null)
      tryEdit(null)
    })
  }

  /** Draws a rectangle from a spot with nothing on it; what it touches is selected. */
  const gather = (from: Point, e: PointerEvent) => {
    const before = e.shiftKey ? desk().elements : []
    if (!e.shiftKey) select([])
    const gathered = (to: Point) => {
      const rect = drawnBetween(from, to)
      setDrawing({ from, to, rect, adds: false })
      select([...new Set([...before, ...touchedBy(timed, rect)])])
      return null
    }
    begin({ start: from, label: '', edit: gathered }, e)
  }
  /** Moves what is selected, of which one was grasped. */
  const carry = (hit: Element, from: Point, e: PointerEvent) => {
    const ids = desk().elements.filter((id) => !elementIn(timed.lesson, id)?.locked)
    const space = spaceOf(timed, hit, desk().playhead, isFramed())
    const lines = linesWithout(ids)
    const boxes = ids.map((id) => boxOf(timed, id)).filter((r) => r !== null)
    const whole = boxes.length > 0 ? boxes.reduce(union) : null
    const carried = (to: Point, straight: boolean, free: boolean) => {
      const by = draggedBy({ from, to, straight }, free ? null : whole, lines, SNAP_PX / scale, space)
      setSnapped(by.snapped)
      return by.dx || by.dy ? moving(ids, by.dx, by.dy) : null
    }
    begin(
      { start: from, label: ids.length === 1 ? `Move “${hit.name}”` : `Move ${ids.length} elements`, edit: carried },
      e,
    )
  }
  const grasp = (hit: Element, p: Point, e: PointerEvent) => {
    const { elements } = desk()
    const already = elements.includes(hit.id)
    if (e.shiftKey) {
      select(already ? elements.filter((x) => x !== hit.id) : [...elements, hit.id])
      return
    }
    if (!already || e.altKey) select([hit.id], e.altKey)
    // Let go without a drag: of several that were chosen, this one is meant.
    else if (elements.length > 1) tapped.current = () => select([hit.id])
    // Pressed again, what is meant is that in the group which lies there.
    else {
      const inner = withinAt(timed, hit, p)
      if (inner) tapped.current = () => select([inner.id], true)
    }
    carry(hit, p, e)
  }
  const down: Hands['down'] = (e) => {
    if (e.button !== 0) return
    const p = pointOf(e)
    const { speed, picking, adding } = desk()
    if (speed) setDesk({ speed: 0 })
    if (picking) {
      pickAt(p)
      return
    }
    if (adding) {
      if (answerAdding(p)) return
      svg.current!.setPointerCapture(e.pointerId)
      setDrawing({ from: p, to: p, rect: null, adds: true })
      return
    }
    const hit = graspAt(timed, p, e.altKey)
    if (hit) grasp(hit, p, e)
    else gather(p, e)
  }

  const move: Hands['move'] = (e) => {
    const p = pointOf(e)
    const { adding } = desk()
    if (drawing?.adds && adding) {
      const { drawn, view } = kindNamed(adding.kind)
      const rect = drawn ? drawnBetween(drawing.from, p, view ? timed.lesson.frame : null) : null
      setDrawing({ ...drawing, to: p, rect })
    }
    const d = drag.current
    if (!d || (!d.moved && far(d.start, p) < DRAG_PX)) return
    d.moved = true
    d.last = d.edit(p, e.shiftKey, e.altKey)
    tryEdit(d.last)
  }
  const far = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y) * scale
  const place = ({ from, to, rect }: BeingDrawn) => {
    const { adding } = desk()
    setDrawing(null)
    if (adding && kindNamed(adding.kind).line && far(from, to) > LEAST.line) placeAdded(to, null, from)
    else if (rect && rect.w * scale > LEAST.rect) placeAdded({ x: rect.x + rect.w / 2, y: rect.y + rect.h / 2 }, rect)
    else placeAdded(from, null)
  }
  const up: Hands['up'] = (e) => {
    if (drawing?.adds) {
      place(drawing)
      return
    }
    const d = drag.current
    const tap = tapped.current
    const made = d?.moved && desk().live ? d.last : null
    drag.current = null
    tapped.current = null
    setDrawing(null)
    setSnapped(null)
    if (d && made) edit(d.label, made)
    else tryEdit(null)
    if (!d?.moved) tap?.()
    svg.current!.releasePointerCapture(e.pointerId)
  }
  const snap: Hands['snap'] = (p, of, free) => {
    const kept = free ? null : snapPoint(p, linesWithout([of]), SNAP_PX / scale)
    setSnapped(kept?.snapped ?? null)
    return kept?.at ?? p
  }
  const onTap: Hands['onTap'] = (act) => {
    tapped.current = act
  }
  return { svg, drawing, snapped, pointOf, begin, onTap, snap, down, move, up, cancel }
}
