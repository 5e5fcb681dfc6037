import { createHash } from 'node:crypto'
import { findingsOf } from '@/core/findings'
import type { Lesson } from '@/core/lesson/schema'
import { motionOf } from '@/core/motion'
import { footageIn } from '@/core/display'
import { boundsOf } from '@/core/geometry'
import { layersAt } from '@/core/scene'
import { resolve } from '@/core/timing'

/** Longer strings, like the outlines of letters, are told by their length and a hash. */
const MOST_LETTERS = 90
const short = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 12)

/** Plain data in one line, its keys in order, its numbers to four places. */
export function plainly(value: unknown): string {
  if (typeof value === 'number') return String(Math.round(value * 1e4) / 1e4 || 0)
  if (typeof value === 'string') {
    const told = value.length > MOST_LETTERS ? `${value.slice(0, 24)}… ${value.length} ${short(value)}` : value
    return JSON.stringify(told)
  }
  if (Array.isArray(value)) return `[${value.map(plainly).join(' ')}]`
  if (value === null || typeof value !== 'object') return String(value)
  const entries = Object.entries(value).filter(([, v]) => v !== undefined)
  entries.sort(([a], [b]) => (a < b ? -1 : 1))
  return `{${entries.map(([k, v]) => `${k}:${plainly(v)}`).join(' ')}}`
}

/** At so many frames, spread over the lesson, and at so many starts and ends it is told what they show. */
const LOOKS = 13
const EDGES = 24

/**
 * All that comes of a lesson, as lines of text: when everything is, what there is to say of it, and what its frames
 * show.
 */
export function describe(lesson: Lesson): string {
  const timed = resolve(lesson)
  const lines = [`length ${timed.length}`]
  for (const m of timed.moments.values()) lines.push(`moment ${plainly(m)}`)
  for (const e of lesson.elements) {
    lines.push(`span ${e.id} ${plainly(timed.spans.get(e.id))}`)
    for (const m of motionOf(timed, e).moves) lines.push(`move ${e.id} ${m.pose.id} ${m.from} ${m.to} ${m.lost}`)
  }
  for (const f of findingsOf(timed)) lines.push(`finding ${plainly(f)}`)
  const edges = lesson.elements.flatMap((e) => {
    const s = timed.spans.get(e.id)!
    return [s.from, s.to - 1]
  })
  const spread = Array.from({ length: LOOKS }, (_, i) => Math.round((i * (timed.length - 1)) / (LOOKS - 1)))
  const frames = [...new Set([...spread, ...edges.slice(0, EDGES)])]
  for (const f of frames.filter((n) => n >= 0 && n < timed.length).sort((a, b) => a - b)) {
    const { layers } = layersAt(timed, f)
    for (const { element: clip, matrix, source } of footageIn(layers)) {
      const dest = boundsOf(matrix, { x: 0, y: 0, w: source.width, h: source.height })
      lines.push(`frame ${f} take ${plainly({ clip, media: source.media, sourceFrame: source.frame, dest })}`)
    }
    for (const layer of layers) {
      if ('source' in layer) continue
      const told = 'instants' in layer ? { ...layer, shapes: [] } : layer
      lines.push(`frame ${f} item ${plainly(told)}`)
    }
  }
  return `${lines.join('\n')}\n`
}

/** A lesson as one line: a hash of its document, and one of all that comes of it. */
export const fingerprint = (lesson: Lesson): string => `${short(plainly(lesson))} ${short(describe(lesson))}`
