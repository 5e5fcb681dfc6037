import { readFileSync } from 'node:fs'
import path from 'node:path'
import { gunzipSync } from 'node:zlib'
import { settleMove } from '@/core/edits'
import { boundsOf } from '@/core/geometry'
import { isClip } from '@/core/kinds'
import { Lesson } from '@/core/lesson/schema'
import { upgraded } from '@/core/lesson/upgrade'
import { written } from '@/core/lesson/written'
import { fromOlder } from '@/core/review/older'
import { layersAt } from '@/core/scene'
import { madeAll } from '@/core/testing/made'
import { soundPlan } from '@/core/sound'
import { resolve } from '@/core/timing'

/** What came of lessons of version 2 when that was today's, written by the program as it was then. */
interface Comes {
  length: number
  moments: [id: string, frame: number | null, untilFrame: number | null, at: [number, number] | null][]
  spans: [id: string, from: number, to: number][]
  frames: [frame: number, layers: (string | number)[][]][]
  heard: [clip: string, ...numbers: unknown[]][]
}
const file = path.join(__dirname, '../corpus/version2.json.gz')
const { lessons } = JSON.parse(gunzipSync(readFileSync(file)).toString()) as {
  lessons: Record<string, { lesson: unknown; comes: Comes }>
}
const opened = (value: unknown): Lesson =>
  fromOlder(Lesson.parse(upgraded(structuredClone(value))), Number((value as { version: number }).version))
/** With every move that is told to be another one today as it was before. */
function asBefore(lesson: Lesson): Lesson {
  const apart = lesson.elements.flatMap((e) => e.poses.flatMap((p) => (p.apart ? [settleMove(e.id, p.id, true)] : [])))
  return apart.length > 0 ? madeAll(lesson, ...apart) : lesson
}
const round = (v: number) => Math.round(v * 100) / 100 || 0

/** The same of a lesson as it is opened today. */
function comesOf(lesson: Lesson, like: Comes): Comes {
  const timed = resolve(lesson)
  return {
    length: timed.length,
    moments: [...timed.moments.values()]
      .map((m): Comes['moments'][number] => [m.id, m.frame, m.untilFrame, m.at ? [round(m.at.x), round(m.at.y)] : null])
      .sort(([a], [b]) => (a < b ? -1 : 1)),
    spans: lesson.elements
      .filter((e) => !isClip(e))
      .map(({ id }) => [id, timed.spans.get(id)!.from, timed.spans.get(id)!.to]),
    frames: like.frames.map(([f]) => [
      f,
      layersAt(timed, f).layers.map((l) =>
        'source' in l
          ? [
              l.element,
              l.source.media,
              l.source.frame,
              ...Object.values(boundsOf(l.matrix, { x: 0, y: 0, w: l.source.width, h: l.source.height })).map(round),
            ]
          : [l.element, round(l.opacity), ...l.matrix.map(round), ...Object.values(l.bounds).map(round)],
      ),
    ]),
    heard: soundPlan(timed, 0).map((h) => [
      h.clip.id,
      h.atUs,
      h.longUs,
      h.sourceUs,
      h.pace.num,
      h.pace.den,
      h.levels.map((l) => [l.atUs, round(l.gain * 100)]),
    ]),
  }
}
/** Frames without what slides: it comes from just outside today, and then from where its first step had brought it. */
function withoutSlides(frames: Comes['frames'], lesson: Lesson): Comes['frames'] {
  const slides = new Set(
    lesson.elements.filter((e) => e.arrival.how === 'slide' || e.departure.how === 'slide').map((e) => e.id),
  )
  return frames.map(([f, layers]) => [f, layers.filter(([id]) => !slides.has(String(id)))])
}
/** Which clip is told of first says nothing. */
const inOrder = (told: unknown): unknown =>
  Array.isArray(told) ? told.toSorted((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)) : told
/** Numbers within a hundredth, all else to the letter. */
function near(now: unknown, then: unknown, at = ''): string[] {
  if (typeof now === 'number' && typeof then === 'number')
    return Math.abs(now - then) <= 0.0101 ? [] : [`${at}: ${now} instead of ${then}`]
  if (Array.isArray(now) && Array.isArray(then) && now.length === then.length)
    return now.flatMap((v, i) => near(v, then[i], `${at}[${i}]`))
  return now === then ? [] : [`${at}: ${JSON.stringify(now)} instead of ${JSON.stringify(then)}`]
}

describe.each(Object.entries(lessons))('the lesson of version 2 “%s”', (_name, { lesson, comes }) => {
  const now = opened(lesson)
  const told = comesOf(asBefore(now), comes)
  const held = { ...comes, frames: withoutSlides(comes.frames, now) }
  told.frames = withoutSlides(told.frames, now)
  test.each(['length', 'moments', 'spans', 'frames', 'heard'] as const)(
    'opens with the same %s, its moves as they were',
    (what) =>
      expect(
        near(
          what === 'heard' ? inOrder(told[what]) : told[what],
          what === 'heard' ? inOrder(comes[what]) : held[what],
          what,
        ),
      ).toEqual([]),
  )
  test('is written shortly, and read again to the letter', () => {
    const text = JSON.stringify(written(now))
    expect(opened(JSON.parse(text))).toEqual(now)
    expect(text.length).toBeLessThanOrEqual(JSON.stringify(lesson).length)
  })
})
