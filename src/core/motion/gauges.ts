import { gaugeOf, isGauge } from '../kinds'
import type { Element, Lesson } from '../lesson/schema'
import { readAt } from '../lesson/reading'
import type { Timed } from '../timing'
import { isNumber, memo, type KeyValue } from '../values'
import { fieldsOf } from '../kinds'

const byId = memo((lesson: Lesson) => new Map(lesson.elements.map((e) => [e.id, e])))

/**
 * The value of a gauge at a frame; before it begins and after it ends, as it is on its first and its last.
 *
 * @param posed  gives an element as its keyframes have it
 * @returns      undefined where there is no such gauge
 */
export function gaugeAt(
  timed: Timed,
  id: string,
  frame: number,
  posed: (e: Element, frame: number) => Element | null,
): number | undefined {
  const e = byId(timed.lesson).get(id)
  const span = e && timed.spans.get(id)
  const value = e && gaugeOf(e)
  if (!e || !span || !value) return undefined
  const at = Math.min(span.to - 1, Math.max(span.from, frame))
  return gaugeOf(posed(e, at) ?? e)!(at, span, timed)
}

/** The values of an element that come of gauges, at a frame. */
export function readingsAt(
  timed: Timed,
  e: Element,
  frame: number,
  posed: (e: Element, frame: number) => Element | null,
): [string, KeyValue][] {
  if (isGauge(e)) return []
  return Object.entries(e.reads).flatMap(([path, reading]): [string, KeyValue][] => {
    const value = gaugeAt(timed, reading.gauge, frame, posed)
    const own = value === undefined ? undefined : readAt(reading, value)
    if (own === undefined) return []
    const field = fieldsOf(e).find((f) => f.path === path)
    if (!field) return []
    if (isNumber(field)) return typeof own === 'number' ? [[path, Math.min(field.max, Math.max(field.min, own))]] : []
    return [[path, own as KeyValue]]
  })
}
