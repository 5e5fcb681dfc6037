import { counted } from '../../words/plural'
import type { Element, MoveEdge } from '../lesson/schema'
import { motionOf } from '../motion'
import type { Timed } from '../timing'
import { momentKind, type CatalogueKind, type TimedMoment } from '../moments'
import { inWords, toWords } from '../../words/words'

/**
 * A line of the running order: a moment or a spoken phrase, with the elements that hang on it (on any of its words);
 * `pose` where it is the move to that pose that does, counted from 0.
 */
export interface Hanging {
  element: Element
  side: 'start' | 'end'
  pose?: number
}
export interface OrderRow {
  moment: TimedMoment
  label: string
  elements: Hanging[]
}

const KEY_GAP_SECONDS = 1.2
const shownKey = (label: string) => label.replace(/^key /, '')

/**
 * The moments and phrases of a lesson in time order. Keys typed one after another stand in one line
 * (“types drill”), at the first; words stand within their phrase. What was cut away comes first, when something hangs
 * on it.
 */
export function runningOrder(timed: Timed): OrderRow[] {
  const { lesson, moments } = timed
  const gap = (KEY_GAP_SECONDS * lesson.rate.num) / lesson.rate.den
  const rows: OrderRow[] = []
  const at = new Map<string, OrderRow>()
  const phraseOf = new Map<string, string>()
  for (const medium of Object.values(lesson.media)) {
    let phrase = ''
    for (const w of medium.words) {
      if (moments.has(`phrase:${w.id}`)) phrase = `phrase:${w.id}`
      phraseOf.set(w.id, phrase)
    }
  }
  const sorted = [...moments.values()]
    .filter((m) => momentKind(m).listed !== null)
    .sort((a, b) => (a.frame ?? -1) - (b.frame ?? -1))
  let typed: { row: OrderRow; last: number; text: string; keys: number } | null = null
  for (const m of sorted) {
    if (momentKind(m).key && m.frame !== null) {
      if (typed && m.frame - typed.last <= gap) {
        typed.last = m.frame
        typed.keys++
        typed.text += shownKey(m.label).length === 1 ? shownKey(m.label) : ` ${shownKey(m.label)} `
        typed.row.label = inWords('traced.types', typed.text.trim())
        at.set(m.id, typed.row)
        continue
      }
      const row: OrderRow = { moment: m, label: m.label, elements: [] }
      typed = { row, last: m.frame, text: shownKey(m.label), keys: 1 }
      rows.push(row)
      at.set(m.id, row)
      continue
    }
    const row: OrderRow = { moment: m, label: m.label, elements: [] }
    rows.push(row)
    at.set(m.id, row)
  }
  for (const element of lesson.elements) {
    const rowOf = (edge: Element['start'] | MoveEdge) =>
      edge.on === 'moment' ? (at.get(edge.moment) ?? at.get(phraseOf.get(edge.moment) ?? '')) : undefined
    for (const side of ['start', 'end'] as const) {
      const row = rowOf(element[side])
      if (row && !row.elements.some((x) => x.element === element && side === 'end'))
        row.elements.push({ element, side })
    }
    element.poses.forEach((pose, i) => {
      for (const side of ['start', 'end'] as const) {
        const row = rowOf(pose[side])
        if (row && !row.elements.some((x) => x.element === element && x.pose === i + 1))
          row.elements.push({ element, side, pose: i + 1 })
      }
    })
  }
  return rows.filter((r) => r.moment.frame !== null || r.elements.length > 0)
}

/** A line of the running order, or a run of quiet moments on which nothing hangs. */
export type OrderLine = { row: OrderRow } | { run: OrderRow[]; label: string }

/** The running order with every run of two or more quiet moments as one line: “3 rests, 1 scroll”. */
export function withRuns(rows: readonly OrderRow[]): OrderLine[] {
  const out: OrderLine[] = []
  let run: OrderRow[] = []
  const close = () => {
    if (run.length === 1) out.push({ row: run[0]! })
    else if (run.length > 1) out.push({ run, label: runLabel(run) })
    run = []
  }
  for (const row of rows) {
    if (momentKind(row.moment).quiet && row.elements.length === 0) {
      run.push(row)
      continue
    }
    close()
    out.push({ row })
  }
  close()
  return out
}
function runLabel(run: readonly OrderRow[]): string {
  const counts = new Map<CatalogueKind, number>()
  for (const { moment } of run) counts.set(moment.kind, (counts.get(moment.kind) ?? 0) + 1)
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => {
      const [one, many] = momentKind({ kind }).counted
      return counted(n, toWords(one), toWords(many))
    })
    .join(', ')
}

/** The frame at which something that hangs on a moment is to be looked at. */
export function frameOfHanging(timed: Timed, { element, side, pose }: Hanging): number {
  const span = timed.spans.get(element.id)!
  const move = pose === undefined ? undefined : motionOf(timed, element).moves.find((m) => m.index === pose)
  if (move) return Math.round(side === 'start' ? move.from : move.to)
  return side === 'start' ? span.from : span.to - 1
}
