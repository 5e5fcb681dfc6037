import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import type { Edit } from '@/core/edits'
import type { Point } from '@/core/geometry'
import { drawnBetween, snapPoint, type Snapped } from '@/core/scene'
import { onEscape } from '../kit/escape'
import { desk, edit, setDesk, tryEdit, useShown } from '../state/desk'
import { answerPress, awaitsPress, drawnFor, isLineDrawn, placeDrawn } from './adding'
import type { BeingDrawn, Drag } from './drag'
import { graspAt } from './grasp'
import { pickAt } from './pickColour'
import { gather, grasp, linesWithout, SNAP_PX, type Press } from './presses'

/** Pixels of the screen: a press that goes no farther is no drag. */
const DRAG_PX = 3
/** What is drawn for a new element must be as large, or as long; else its spot alone is meant. */
const LEAST = { rect: 4, line: 8 }

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

const far = (a: Point, b: Point, scale: number) => Math.hypot(b.x - a.x, b.y - a.y) * scale
/** What is drawn becomes a new element: as large or as long as it was drawn, or at its spot. */
function place({ from, to, rect }: BeingDrawn, scale: number): void {
  if (isLineDrawn(desk().doing) && far(from, to, scale) > LEAST.line) placeDrawn(to, null, from)
  else if (rect && rect.w * scale > LEAST.rect) placeDrawn({ x: rect.x + rect.w / 2, y: rect.y + rect.h / 2 }, rect)
  else placeDrawn(from, null)
}

/** What is drawn for a new element, with its end at a point. */
function drawnTo(drawing: BeingDrawn, to: Point): BeingDrawn {
  const { doing, timed } = desk()
  const { drawn, framed } = drawnFor(doing)
  return { ...drawing, to, rect: drawn ? drawnBetween(drawing.from, to, framed ? timed.lesson.frame : null) : null }
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
    onEscape(cancel)
  }

  const onTap: Hands['onTap'] = (act) => {
    tapped.current = act
  }
  const press: Press = { timed, scale, begin, onTap, onSnap: setSnapped, onDraw: setDrawing }
  const down: Hands['down'] = (e) => {
    if (e.button !== 0) return
    const p = pointOf(e)
    const { speed, doing } = desk()
    if (speed) setDesk({ speed: 0 })
    if (doing.do === 'pick') return pickAt(p)
    if (awaitsPress(doing)) {
      if (answerPress(doing, p)) return
      svg.current!.setPointerCapture(e.pointerId)
      return setDrawing({ from: p, to: p, rect: null, adds: true })
    }
    const hit = graspAt(timed, p, e.altKey)
    if (hit) grasp(press, hit, p, e)
    else gather(press, p, e)
  }

  const move: Hands['move'] = (e) => {
    const p = pointOf(e)
    if (drawing?.adds) setDrawing(drawnTo(drawing, p))
    const d = drag.current
    if (!d || (!d.moved && far(d.start, p, scale) < DRAG_PX)) return
    d.moved = true
    d.last = d.edit(p, e.shiftKey, e.altKey)
    tryEdit(d.last)
  }
  const up: Hands['up'] = (e) => {
    if (drawing?.adds) {
      setDrawing(null)
      place(drawing, scale)
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
  return { svg, drawing, snapped, pointOf, begin, onTap, snap, down, move, up, cancel }
}
