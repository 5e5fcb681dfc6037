import type { PointerEvent } from 'react'
import { elementIn } from '@/core/edits'
import { union, type Point } from '@/core/geometry'
import type { Element } from '@/core/lesson/schema'
import { draggedBy, drawnBetween, snapLines, spaceOf, type SnapLine, type Snapped } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { desk, isFramed, select, selectAlone } from '../state/desk'
import { moving } from '../state/inPose'
import type { BeingDrawn, Drag } from './drag'
import { boxOf, touchedBy, withinAt } from './grasp'
import { said } from '../../words/words'

/** Pixels of the screen: what is nearer to a line keeps to it. */
export const SNAP_PX = 7

/** What a press on the picture works with. */
export interface Press {
  timed: Timed
  /** Pixels of the screen for one of the lesson's. */
  scale: number
  begin: (drag: Drag, e: PointerEvent) => void
  onTap: (act: () => void) => void
  onSnap: (snapped: Snapped | null) => void
  onDraw: (drawn: BeingDrawn | null) => void
}

/** The lines that things keep to, but for those of some elements; none while snapping is off. */
export function linesWithout(ids: readonly string[]): SnapLine[] {
  const { aids, timed, playhead } = desk()
  if (!aids.snap) return []
  return snapLines(timed, playhead, new Set(ids), { grid: aids.grid, safe: aids.safe, framed: isFramed() })
}

/** Draws a rectangle from a spot with nothing on it; what it touches is selected. */
export function gather({ timed, begin, onDraw }: Press, from: Point, e: PointerEvent): void {
  const more = e.shiftKey || e.ctrlKey || e.metaKey
  const before = more ? desk().elements : []
  if (!more) select([])
  const gathered = (to: Point) => {
    const rect = drawnBetween(from, to)
    onDraw({ from, to, rect })
    select([...new Set([...before, ...touchedBy(timed, rect)])])
    return null
  }
  begin({ label: 'picture.choose', edit: gathered }, e)
}

/** Moves what is selected, of which one was grasped. */
function carry({ timed, scale, begin, onSnap }: Press, hit: Element, from: Point, e: PointerEvent): void {
  const ids = desk().elements.filter((id) => !elementIn(timed.lesson, id)?.locked)
  const space = spaceOf(timed, hit, desk().playhead, isFramed())
  const lines = linesWithout(ids)
  const boxes = ids.map((id) => boxOf(timed, id)).filter((r) => r !== null)
  const whole = boxes.length > 0 ? boxes.reduce(union) : null
  const carried = (to: Point, straight: boolean, free: boolean) => {
    const by = draggedBy({ from, to, straight }, free ? null : whole, lines, SNAP_PX / scale, space)
    onSnap(by.snapped)
    return by.dx || by.dy ? moving(ids, by.dx, by.dy) : null
  }
  const label = ids.length === 1 ? said('picture.move', hit.name) : said('picture.moveElements', ids.length)
  begin({ label, edit: carried }, e)
}

/** Selects what a press took hold of, and lets it be moved. */
export function grasp(press: Press, hit: Element, p: Point, e: PointerEvent): void {
  const { elements } = desk()
  const already = elements.includes(hit.id)
  if (e.shiftKey || e.ctrlKey || e.metaKey) {
    select(already ? elements.filter((x) => x !== hit.id) : [...elements, hit.id])
    return
  }
  if (e.altKey) selectAlone([hit.id])
  else if (!already) select([hit.id])
  // Let go without a drag: of several that were chosen, this one is meant.
  else if (elements.length > 1) press.onTap(() => select([hit.id]))
  // Pressed again, what is meant is that in the group which lies there.
  else {
    const inner = withinAt(press.timed, hit, p)
    if (inner) press.onTap(() => selectAlone([inner.id]))
  }
  carry(press, hit, p, e)
}
