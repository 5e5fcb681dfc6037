import type { Draft } from 'immer'
import { kindOf } from '../kinds'
import { clipEnd, type Clip } from '../lesson/clips'
import type { Edge, Lesson, MoveEdge } from '../lesson/schema'
import { laid, rational, sourceAt, type Stretch } from '../lesson/timeMap'
import { frameStartUs } from '../time'
import { resolve, type Timed } from '../timing'
import { clipLook, placeClip } from './clips'
import { plain } from './plain'
import { clipsIn } from './standing'

/** A frame of the lesson before, and the one that it is after. */
interface Anchor {
  was: number
  is: number
}
/** A moment of the lesson before, and the one that is the same in the lesson after. */
export type Mate = readonly [before: string, after: string]
/** The first word of each phrase of the voice that a medium belongs to: pauses within a phrase are left to it. */
export const phraseMates = (lesson: Lesson, media: string): Mate[] =>
  lesson.voices
    .filter((v) => v.takes.includes(media))
    .flatMap((v) => v.script ?? [])
    .flatMap((p) => (p.heading ? [] : p.words.slice(0, 1).map((w): Mate => [w.id, w.id])))

/** Where moments that are kept were and are. */
function anchorsOf(before: Timed, after: Timed, media: string, mates: readonly Mate[]): Anchor[] {
  const pairs = mates.flatMap(([b, a]): Anchor[] => {
    const was = before.moments.get(b)?.frame
    const is = after.moments.get(a)?.frame
    return was !== undefined && was !== null && is !== undefined && is !== null ? [{ was, is }] : []
  })
  // The longest row in which both go on: words that changed places cannot both be kept to.
  const rows = pairs.sort((a, b) => a.was - b.was)
  const best = rows.map((_, i) => ({ n: 1, from: -1, i }))
  rows.forEach((r, i) => {
    for (let j = 0; j < i; j++)
      if (rows[j]!.was < r.was && rows[j]!.is < r.is && best[j]!.n + 1 > best[i]!.n)
        best[i] = { n: best[j]!.n + 1, from: j, i }
  })
  const out: Anchor[] = []
  for (let at = best.toSorted((a, b) => b.n - a.n)[0]; at; at = at.from < 0 ? undefined : best[at.from])
    out.unshift(rows[at.i]!)
  const ends = (timed: Timed) => Math.max(0, ...timed.clips.filter((c) => c.media === media).map(clipEnd))
  const [was, is] = [ends(before), ends(after)]
  const last = out.at(-1)
  if (!last || (was > last.was && is > last.is)) out.push({ was, is })
  return [{ was: 0, is: 0 }, ...out.filter((a) => a.was > 0 && a.is > 0)]
}
/** A frame of the lesson before as it is after: evenly between anchors, and as far behind the last one as before. */
function mapped(anchors: readonly Anchor[], frame: number): number {
  const next = anchors.findIndex((a) => a.was > frame)
  if (next < 0) return anchors.at(-1)!.is + frame - anchors.at(-1)!.was
  if (next === 0) return frame
  const [a, b] = [anchors[next - 1]!, anchors[next]!]
  return Math.round(a.is + ((frame - a.was) * (b.is - a.is)) / (b.was - a.was))
}

/** Frames of the lesson before, with how many they are after; still: the picture waits for them. */
interface Piece {
  from: number
  to: number
  long: number
}
/** How much slower or faster what happens on the screen may go before it waits, or what rests gives way first. */
const EVENLY = { slower: 0.12, faster: 0.12 }
/** What rests goes at most so much faster, and keeps so many frames. */
const RESTS = { times: 8, least: 4 }

/**
 * How the frames between two anchors are gone through so that they take as long as the words do: evenly where that is
 * hardly seen; else the picture waits at the end of its longest rest, or rests are shortened before anything else is.
 *
 * @param rests  frames in which the pointer rests and nothing happens, [from, to)
 */
export function piecesFor(
  from: number,
  to: number,
  long: number,
  rests: readonly { from: number; to: number }[],
): Piece[] {
  const had = to - from
  const own = rests
    .map((r) => ({ from: Math.max(from, r.from), to: Math.min(to, r.to) }))
    .filter((r) => r.to - r.from > RESTS.least)
    .sort((a, b) => a.from - b.from)
  if (long >= had * (1 - EVENLY.faster) && long <= had * (1 + EVENLY.slower)) return [{ from, to, long }]
  if (long > had) {
    const rest = own.toSorted((a, b) => b.to - b.from - (a.to - a.from))[0]
    const at = rest ? rest.to : to
    return [
      { from, to: at, long: at - from },
      { from: at, to: at, long: long - had },
      { from: at, to, long: to - at },
    ].filter((p) => p.long > 0)
  }
  const cut: { from: number; to: number; rests: boolean }[] = []
  let at = from
  for (const r of own) {
    if (r.from > at) cut.push({ from: at, to: r.from, rests: false })
    cut.push({ ...r, rests: true })
    at = r.to
  }
  if (at < to) cut.push({ from: at, to, rests: false })
  const length = (p: { from: number; to: number }) => p.to - p.from
  const least = (p: { from: number; to: number }) =>
    Math.min(length(p), Math.max(RESTS.least, Math.ceil(length(p) / RESTS.times)))
  const resting = cut.filter((p) => p.rests)
  const spare = resting.reduce((sum, p) => sum + length(p) - least(p), 0)
  const given = spare > 0 ? Math.min(1, (had - long) / spare) : 0
  const left = cut.map((p) => (p.rests ? length(p) - given * (length(p) - least(p)) : length(p)))
  // What is still too much is gone through faster, all alike.
  const k = long / left.reduce((a, b) => a + b, 0)
  let done = 0
  let sum = 0
  return cut.map((p, i) => {
    sum += left[i]! * k
    const upTo = Math.round(sum)
    const piece = { from: p.from, to: p.to, long: upTo - done }
    done = upTo
    return piece
  })
}

/** The stretches of a clip that is gone through in pieces of the lesson's frames. */
function stretchesFor(clip: Clip, pieces: readonly Piece[], rate: Lesson['rate']): Stretch[] {
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
      else out.push({ toUs: b, speed: rational((b - a) / frameStartUs(frames, rate)) })
    })
  }
  return out
}

/**
 * Lets the picture follow a narration that is spoken otherwise now: recordings wait or go faster so that what is shown
 * stays with the words that were said to it, and what hangs on nothing goes along as well.
 *
 * @param draft   the lesson with the words as they are spoken now
 * @param before  the lesson before
 * @param media   the narration
 * @param mates   moments that are to stay with each other
 */
export function pictureFollows(draft: Draft<Lesson>, before: Timed, media: string, mates: readonly Mate[]): void {
  const after = resolve(plain(draft) as Lesson)
  const anchors = anchorsOf(before, after, media, mates)
  if (anchors.length < 2) return
  const { rate } = draft
  const rests = [...before.moments.values()].flatMap((m) =>
    m.kind === 'rest' && m.frame !== null && m.untilFrame !== null ? [{ from: m.frame, to: m.untilFrame }] : [],
  )
  // What hangs on something goes along with that.
  const footage = before.clips.filter((c) => kindOf(c.element).plays === 'footage' && c.element.start.on === 'loose')
  for (const clip of footage) {
    const now = clipsIn(draft, { timed: before }).find((c) => c.id === clip.id)
    if (!now) continue
    const [begins, ends] = [mapped(anchors, clip.at), mapped(anchors, clipEnd(clip))]
    if (before.lesson.media[clip.media]?.kind === 'take' && clip.map.stretches.some((s) => 'speed' in s)) {
      const inside = anchors.filter((a) => a.was > clip.at && a.was < clipEnd(clip))
      const cuts = [{ was: clip.at, is: begins }, ...inside, { was: clipEnd(clip), is: ends }]
      const pieces = cuts.slice(1).flatMap((b, i) => piecesFor(cuts[i]!.was, b.was, b.is - cuts[i]!.is, rests))
      const stretches = stretchesFor(clip, pieces, rate)
      if (stretches.length > 0 && stretches.length <= 1000) {
        clipLook(now).inUs = sourceAt(clip.map, 0, rate)
        clipLook(now).stretches = stretches
      }
    }
    placeClip(now, begins, Math.max(1, ends - begins))
  }
  const clips = new Set([...footage, ...before.clips.filter((c) => c.media === media)].map((c) => c.id))
  const along = <E extends Edge | MoveEdge>(edge: E): E =>
    edge.on === 'loose' ? { ...edge, frame: mapped(anchors, edge.frame) } : edge
  for (const e of draft.elements) {
    if (clips.has(e.id)) continue
    const span = before.spans.get(e.id)
    const long = e.end.on === 'length' && e.start.on === 'loose' && span
    e.start = along(e.start)
    e.end = along(e.end)
    // What was there for a while is there for as long of the words.
    if (long && e.end.on === 'length')
      e.end = { on: 'length', frames: Math.max(1, mapped(anchors, span.to) - mapped(anchors, span.from)) }
  }
  for (const m of draft.moments) m.frame = mapped(anchors, m.frame)
  if (draft.length !== null) draft.length = Math.max(1, mapped(anchors, draft.length))
}
