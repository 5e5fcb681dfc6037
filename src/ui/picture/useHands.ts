import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import type { Edit } from '@/core/edits'
import type { Point } from '@/core/geometry'
import { drawnBetween, snapPoint, type Snapped } from '@/core/scene'
import { useGesture } from '../kit/gesture'
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
  /** Goes on what holds the pointer. */
  hand: ReturnType<typeof useGesture>['hand']
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
  const { press: hold, hand } = useGesture()
  const tapped = useRef<(() => void) | null>(null)
  const [drawing, setDrawing] = useState<BeingDrawn | null>(null)
  const [snapped, setSnapped] = useState<Snapped | null>(null)
  const timed = useShown()
  const { width, height } = timed.lesson.frame
  const pointOf: Hands['pointOf'] = (e) => {
    const r = svg.current!.getBoundingClientRect()
    return { x: ((e.clientX - r.left) * width) / r.width, y: ((e.clientY - r.top) * height) / r.height }
  }
  const over = () => {
    setDrawing(null)
    setSnapped(null)
  }
  const tap = () => {
    const act = tapped.current
    tapped.current = null
    act?.()
  }
  const begin: Hands['begin'] = (d, e) => {
    let last: Edit | null = null
    const drag = (at: PointerEvent) => {
      last = d.edit(pointOf(at), at.shiftKey, at.altKey)
      tryEdit(last)
    }
    const drop = () => {
      tapped.current = null
      if (last && desk().live) edit(d.label, last)
      else tryEdit(null)
    }
    const quit = () => {
      tapped.current = null
      tryEdit(null)
    }
    hold(e, { slop: DRAG_PX, drag, drop, tap, quit, over }, { holder: svg.current! })
  }
  /** What is added is drawn, or put at its spot. */
  const draw = (from: Point, e: PointerEvent) => {
    let now: BeingDrawn = { from, to: from, rect: null }
    const drag = (at: PointerEvent) => {
      now = drawnTo(now, pointOf(at))
      setDrawing(now)
    }
    const done = () => place(now, scale)
    setDrawing(now)
    hold(e, { drag, drop: done, tap: done, over }, { holder: svg.current! })
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
      return draw(p, e)
    }
    const hit = graspAt(timed, p, e.altKey)
    if (hit) grasp(press, hit, p, e)
    else gather(press, p, e)
  }

  const snap: Hands['snap'] = (p, of, free) => {
    const kept = free ? null : snapPoint(p, linesWithout([of]), SNAP_PX / scale)
    setSnapped(kept?.snapped ?? null)
    return kept?.at ?? p
  }
  return { svg, drawing, snapped, pointOf, begin, onTap, snap, down, hand }
}
