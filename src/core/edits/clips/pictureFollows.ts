import type { Draft } from 'immer'
import { plays } from '../../kinds'
import { clipEnd, type Clip } from '../../lesson/clips'
import type { Edge, Lesson, MoveEdge } from '../../lesson/schema'
import { laid, rational, sourceAt, timesRational, type Rational, type Stretch } from '../../lesson/timeMap'
import { frameStartUs, framesPerSecond } from '../../time'
import { momentKind } from '../../moments'
import { freeOf } from '../../review/idle'
import { resolve, type Timed } from '../../timing'
import { followed, type Anchor, type RetimedPiece } from './retiming'
import { clipLook, placeClip } from './clips'
import { plain } from '../ground/plain'
import { clipsIn } from '../ground/standing'

/** A frame of the lesson before, and the one that it is after. */
type Point = Pick<Anchor, 'was' | 'is'>
/** A moment of the lesson before, and the one that is the same in the lesson after. */
export type Mate = readonly [before: string, after: string]
/** What is to stay with what: beginnings of phrases, and words at which something happens. */
export interface Mates {
  phrases: readonly Mate[]
  words: readonly Mate[]
}
/** The words of the voice that a medium belongs to, each its own mate. */
export function ownMates(lesson: Lesson, media: string): Mates {
  const phrases = lesson.voices
    .filter((v) => v.takes.includes(media))
    .flatMap((v) => v.script ?? [])
    .filter((p) => !p.heading)
  const own = ({ id }: { id: string }): Mate => [id, id]
  return {
    phrases: phrases.flatMap((p) => p.words.slice(0, 1).map(own)),
    words: phrases.flatMap((p) => p.words.map(own)),
  }
}

/** How bad it is when a phrase, or what happens at a word, comes a frame beside; less, the farther from the word. */
const WEIGHT = { phrase: 0.6, event: 5 }
/** What happens so near to a word, in seconds, was said to it. */
const NEAR_S = 1.5
/** Where the beginnings of phrases, and what happens in recordings, were and are to be. */
function anchorsOf(before: Timed, after: Timed, media: string, mates: Mates): Anchor[] {
  const placed = (list: readonly Mate[]) =>
    list.flatMap(([b, a]) => {
      const [was, is] = [before.moments.get(b), after.moments.get(a)]
      if (!was || !is || was.frame === null || is.frame === null) return []
      const until = [was.untilFrame ?? was.frame, is.untilFrame ?? is.frame] as const
      return [{ was: was.frame, is: is.frame, until: { was: until[0], is: until[1] } }]
    })
  const words = placed(mates.words).sort((a, b) => a.was - b.was)
  const near = NEAR_S * framesPerSecond(before.lesson.rate)
  const off = (w: (typeof words)[number], frame: number) => Math.max(0, w.was - frame, frame - w.until.was)
  const events = [...before.moments.values()].flatMap((m): Anchor[] => {
    if (!momentKind(m).onScreen || m.frame === null) return []
    const { frame } = m
    const [word] = words.filter((w) => off(w, frame) <= near).sort((a, b) => off(a, frame) - off(b, frame))
    if (!word) return []
    // What comes after a word comes so long after its end.
    const from = frame > word.until.was ? word.until : word
    const weight = WEIGHT.event / (1 + (4 * off(word, frame)) / near)
    return [{ was: frame, is: from.is + frame - from.was, weight }]
  })
  const rows = rowOf([
    ...placed(mates.phrases).map(({ was, is }): Anchor => ({ was, is, weight: WEIGHT.phrase })),
    ...events,
  ])
  const ends = (timed: Timed) => Math.max(0, ...timed.clips.filter((c) => c.media === media).map(clipEnd))
  const [was, is] = [ends(before), ends(after)]
  const last = rows.at(-1)
  if (!last || (was > last.was && is > last.is)) rows.push({ was, is, weight: WEIGHT.phrase })
  return [{ was: 0, is: 0, weight: Infinity }, ...rows.filter((a) => a.was > 0 && a.is > 0)]
}
/** The heaviest row in which both go on: what changed places cannot both be kept to. */
function rowOf(anchors: Anchor[]): Anchor[] {
  const rows = anchors.sort((a, b) => a.was - b.was || b.weight - a.weight)
  const best = rows.map((r) => ({ sum: r.weight, from: -1 }))
  rows.forEach((r, i) => {
    for (let j = 0; j < i; j++)
      if (rows[j]!.was < r.was && rows[j]!.is < r.is && best[j]!.sum + r.weight > best[i]!.sum)
        best[i] = { sum: best[j]!.sum + r.weight, from: j }
  })
  const out: Anchor[] = []
  let at = best.reduce((most, b, i) => (most < 0 || b.sum > best[most]!.sum ? i : most), -1)
  for (; at >= 0; at = best[at]!.from) out.unshift(rows[at]!)
  return out
}
/** A frame of the lesson before as it is after: evenly between anchors, and as far behind the last one as before. */
function mapped(anchors: readonly Point[], frame: number): number {
  const next = anchors.findIndex((a) => a.was > frame)
  if (next < 0) return anchors.at(-1)!.is + frame - anchors.at(-1)!.was
  if (next === 0) return frame
  const [a, b] = [anchors[next - 1]!, anchors[next]!]
  return Math.round(a.is + ((frame - a.was) * (b.is - a.is)) / (b.was - a.was))
}

/** The speed at which a clip goes by from a frame of the lesson on; null where that changes, or it stands still. */
function paceAt(clip: Clip, frame: number, rate: Lesson['rate']): Rational | null {
  const us = frameStartUs(frame - clip.at, rate)
  const here = laid(clip.map, rate).find((l) => us >= l.fromUs - 1 && us < l.toUs - 1)
  return here && here.speed === here.lastSpeed ? here.pace : null
}
/** At which speed what took so many frames takes others: exactly, so that what happens comes at its frame. */
function speedFor(pace: Rational | null, was: number, is: number, us: number, rate: Lesson['rate']): Rational {
  const exact = pace && Math.abs((frameStartUs(was, rate) * pace.num) / pace.den - us) < 3
  return exact ? timesRational(pace, { num: was, den: is }) : rational(us / frameStartUs(is, rate))
}
/** The stretches of a clip that is gone through in pieces of the lesson's frames. */
function stretchesFor(clip: Clip, pieces: readonly RetimedPiece[], rate: Lesson['rate']): Stretch[] {
  const out: Stretch[] = []
  for (const { from, to, long } of pieces) {
    if (long <= 0) continue
    if (to === from) {
      out.push({ hold: long })
      continue
    }
    // Where the speed changed within a piece, each part of it is kept.
    const bounds = laid(clip.map, rate)
      .map((l) => Math.round((l.fromUs * rate.num) / (1e6 * rate.den)) + clip.at)
      .filter((f) => f > from && f < to)
    const cuts = [from, ...bounds, to]
    let done = 0
    cuts.slice(1).forEach((end, i) => {
      const begin = cuts[i]!
      const upTo = Math.round(((end - from) * long) / (to - from))
      const frames = upTo - done
      done = upTo
      if (frames <= 0) return
      const [a, b] = [sourceAt(clip.map, begin - clip.at, rate), sourceAt(clip.map, end - clip.at, rate)]
      if (a === b) out.push({ hold: frames })
      else out.push({ toUs: b, speed: speedFor(paceAt(clip, begin, rate), end - begin, frames, b - a, rate) })
    })
  }
  return out
}

/** Where the ends of pieces come to that follow each other. */
function pointsOf(begins: number, pieces: readonly RetimedPiece[]): Point[] {
  let is = begins
  return pieces.flatMap(({ from, to, long }) => {
    const points = [
      { was: from, is },
      { was: to, is: is + long },
    ]
    is += long
    return points
  })
}

/** What shows on the screen goes on for so long after it began, in seconds. */
const SHOWS_S = 0.5
/** Frames in which the pointer rests and nothing else happens either. */
function restsIn(timed: Timed): { from: number; to: number }[] {
  const moments = [...timed.moments.values()]
  const after = Math.round(SHOWS_S * framesPerSecond(timed.lesson.rate))
  const busy = moments.flatMap((m) =>
    momentKind(m).onScreen && m.frame !== null ? [{ from: m.frame - 1, to: (m.untilFrame ?? m.frame) + after }] : [],
  )
  const rests = moments.flatMap((m) =>
    momentKind(m).still && m.frame !== null && m.untilFrame !== null ? [{ from: m.frame, to: m.untilFrame }] : [],
  )
  return rests.flatMap((r) => freeOf(r, busy))
}

/**
 * Lets the picture follow a narration that is spoken otherwise now: recordings wait or go faster so that what is shown
 * stays with the words that were said to it, and what hangs on nothing goes along as well.
 *
 * @param draft   the lesson with the words as they are spoken now
 * @param before  the lesson before
 * @param media   the narration
 * @param mates   what is to stay with what
 */
export function pictureFollows(draft: Draft<Lesson>, before: Timed, media: string, mates: Mates): void {
  const after = resolve(plain(draft) as Lesson)
  const anchors = anchorsOf(before, after, media, mates)
  if (anchors.length < 2) return
  const { rate } = draft
  const rests = restsIn(before)
  // What hangs on something goes along with that.
  const footage = before.clips.filter((c) => plays(c.element)?.what === 'footage' && c.element.start.on === 'loose')
  /** Where frames that a recording shows come to. */
  const shown: { from: number; to: number; points: Point[] }[] = []
  for (const clip of footage) {
    const now = clipsIn(draft, { timed: before }).find((c) => c.id === clip.id)
    if (!now) continue
    const [begins, ends] = [mapped(anchors, clip.at), mapped(anchors, clipEnd(clip))]
    if (before.lesson.media[clip.media]?.kind === 'take' && clip.map.stretches.some((s) => 'speed' in s)) {
      const pieces = followed({ was: clip.at, is: begins }, { was: clipEnd(clip), is: ends }, anchors, rests)
      const stretches = stretchesFor(clip, pieces, rate)
      if (stretches.length > 0 && stretches.length <= 1000) {
        clipLook(now).inUs = sourceAt(clip.map, 0, rate)
        clipLook(now).stretches = stretches
        if (!shown.some((s) => s.from < clipEnd(clip) && clip.at < s.to))
          shown.push({ from: clip.at, to: clipEnd(clip), points: pointsOf(begins, pieces) })
      }
    }
    placeClip(now, begins, Math.max(1, ends - begins))
  }
  const beside = anchors.filter((a) => !shown.some((s) => a.was >= s.from && a.was <= s.to))
  const points = [...beside, ...shown.flatMap((s) => s.points)].sort((p, q) => p.was - q.was || p.is - q.is)
  const clips = new Set([...footage, ...before.clips.filter((c) => c.media === media)].map((c) => c.id))
  const along = <E extends Edge | MoveEdge>(edge: E): E =>
    edge.on === 'loose' ? { ...edge, frame: mapped(points, edge.frame) } : edge
  for (const e of draft.elements) {
    const span = before.spans.get(e.id)
    // What is new stands where it is meant to.
    if (clips.has(e.id) || !span) continue
    const long = e.end.on === 'length' && e.start.on === 'loose'
    e.start = along(e.start)
    e.end = along(e.end)
    // What was there for a while is there for as long of the words.
    if (long && e.end.on === 'length')
      e.end = { on: 'length', frames: Math.max(1, mapped(points, span.to) - mapped(points, span.from)) }
  }
  for (const m of draft.moments) m.frame = mapped(points, m.frame)
  if (draft.length !== null) draft.length = Math.max(1, mapped(points, draft.length))
}
