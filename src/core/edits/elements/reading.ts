import { fieldsOf, kindOf, newElement, isGauge } from '../../kinds'
import { Reading } from '../../lesson/reading'
import type { Element, Pose } from '../../lesson/schema'
import { keyableValue, poseAt, posedAt } from '../../motion'
import { isNumber, setAt, valueAt, type KeyValue } from '../../values'
import { z } from 'zod'
import { define, Id, Ids } from '../ground/act'
import { Count, Here, NewId, Path } from '../ground/args'
import { elementIn, elementsIn } from '../ground/chosen'
import { keptAt } from '../motion/moveEdges'
import { putPose } from '../motion/posing'
import { plain } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

/** The value of an element that reads a gauge when nothing else is said: what it says or fills, else its opacity. */
export const mainReading = (e: Element): string => {
  const own = kindOf(e).reading
  return own === undefined ? 'opacity' : `look.${own}`
}
/** How a value reads a gauge of 0 to 100 when nothing else is said. */
export function usualReading(e: Element, path: string, gauge: string): Reading {
  const field = fieldsOf(e).find((f) => f.path === path)
  const bare = { gauge, from: [0, 100] as [number, number], to: [0, 100] as [number, number], step: 0, steps: [] }
  if (!field || isNumber(field))
    return { ...bare, to: field?.type === 'share' ? [0, 1] : [0, 100], step: path === 'look.value' ? 1 : 0 }
  const now = valueAt(e, path)
  if (typeof now === 'boolean') return { ...bare, steps: [{ from: 0, value: now }] }
  // “Loading → Ready” says the first at 0 and the last at 100, and what is between them evenly spread.
  const words = String(now ?? '').split(/\s*→\s*/)
  const last = Math.max(1, words.length - 1)
  return { ...bare, steps: words.map((value, i) => ({ from: Math.round((1e4 * i) / last) / 100, value })) }
}
/** Parts of a look that a value stands in are there from then on. */
function havePart(e: Element, path: string): void {
  for (const part of kindOf(e).parts ?? [])
    if (path.startsWith(`look.${part.path}.`) && valueAt(e.look, part.path) === null)
      setAt(e.look, part.path, plain(part.fresh))
}

/** Lets a value of an element come of a gauge, or, with null, be its own again. */
export const setReading = define(
  'setReading',
  [Id.element, Path, Reading.nullable()],
  (id, path, reading) => (draft) => {
    const e = elementIn(draft, id)
    if (!e || !fieldsOf(e).some((f) => f.path === path)) return
    if (!reading) {
      delete e.reads[path]
      return
    }
    const gauge = elementIn(draft, reading.gauge)
    if (!gauge || !isGauge(gauge)) throw new Unfit(said('edits.thereIsNoGauge', reading.gauge))
    havePart(e, path)
    e.reads[path] = reading
  },
)
/**
 * Lets elements read one gauge: a new one that goes evenly from 0 to 100 for as long as any of them is there, and each
 * reads it by what it says or fills.
 */
export const readTogether = define(
  'readTogether',
  [Ids.elements, NewId],
  (ids, gaugeId) =>
    (draft, { timed, newId }) => {
      const all = elementsIn(draft, ids).filter((e) => !isGauge(e))
      const spans = all.flatMap((e) => timed.spans.get(e.id) ?? [])
      if (spans.length === 0) return
      const [from, to] = [Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to))]
      const gauge = newElement(draft, 'gauge', gaugeId, {
        start: { on: 'loose', frame: from },
        end: { on: 'length', frames: to - from },
      })
      gauge.poses = [
        {
          id: newId('pose'),
          start: { on: 'start', frames: 0 },
          end: { on: 'end', frames: 1 },
          easing: 'linear',
          values: { 'look.value': 100 },
          curve: null,
        },
      ]
      draft.elements.push(gauge)
      for (const e of all) {
        const path = mainReading(e)
        havePart(e, path)
        e.reads[path] = usualReading(e, path, gaugeId)
      }
    },
)
/** Whether a word, a switch or a number holds from a value of the gauge on: one step more of a reading. */
export const addStep = define(
  'addStep',
  [Id.element, Path, z.number(), z.union([z.string(), z.boolean(), z.number()])],
  (id, path, from, value) => (draft) => {
    const reading = elementIn(draft, id)?.reads[path]
    if (!reading) return
    reading.steps = [...reading.steps.filter((s) => s.from !== from), { from, value }].sort((a, b) => a.from - b.from)
  },
)
/**
 * “Rest here”: a move that is under way at the playhead stands still there for so many frames, and then goes on to
 * where and when it lands.
 */
export const restHere = define('restHere', [Ids.elements, Here, Count], (ids, here, frames) => (draft, given) => {
  const { timed, newId } = given
  for (const own of timed.lesson.elements) {
    const e = ids.includes(own.id) ? elementIn(draft, own.id) : undefined
    const { moving } = poseAt(timed, own, here.frame)
    if (!e || !moving || here.frame <= moving.from) continue
    const pose = e.poses.find((p) => p.id === moving.pose.id)!
    const now = posedAt(timed, { ...own, reads: {} }, here.frame)
    if (!now) continue
    const until = Math.min(Math.round(moving.to) - 1, here.frame + frames)
    const values: Record<string, KeyValue> = {}
    for (const path of Object.keys(pose.values)) values[path] = keyableValue(now, path) ?? null
    const first: Pose = { ...plain(pose), id: newId('pose'), end: keptAt(timed, own, here.frame, here.caught), values }
    if (first.start.on === 'length') first.start = keptAt(timed, own, Math.round(moving.from), null)
    if (pose.end.on === 'length') pose.end = keptAt(timed, own, Math.round(moving.to), null)
    pose.start = keptAt(timed, own, Math.max(here.frame, until), null)
    putPose(timed, draft, own, first, here.frame)
  }
})
