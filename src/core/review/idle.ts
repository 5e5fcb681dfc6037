import { clipEnd, lessonFrameOf, sourceUsAt, type Clip } from '../lesson/clips'
import { momentKind, wordsSaid } from '../moments'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'

/** A stretch of the lesson, [from, to). */
export interface IdleStretch {
  from: number
  to: number
}
/** What is known of where in a medium it is quiet: stretches of its own time, in microseconds. */
export type Quiet = ReadonlyMap<string, readonly { fromUs: number; toUs: number }[]>

/** A pointer that goes slower than this stands: pixels of the take a second. */
const STANDS_PX = 12
/** Around all that happens so much is left as it is, in seconds. */
const AROUND_S = 0.4

/** Frames that are free of some busy stretches, within a whole. */
export function freeOf(whole: IdleStretch, busy: readonly IdleStretch[]): IdleStretch[] {
  const out: IdleStretch[] = []
  let at = whole.from
  for (const b of [...busy].sort((x, y) => x.from - y.from)) {
    if (b.from > at) out.push({ from: at, to: Math.min(b.from, whole.to) })
    at = Math.max(at, b.to)
    if (at >= whole.to) break
  }
  if (at < whole.to) out.push({ from: at, to: whole.to })
  return out
}

/** Where the pointer of a take goes somewhere, in the lesson's frames. */
function pointerMoves(timed: Timed, clip: Clip): IdleStretch[] {
  const { lesson } = timed
  const path = lesson.media[clip.media]?.pointer ?? []
  const out: IdleStretch[] = []
  const [firstUs, lastUs] = [sourceUsAt(clip, clip.at, lesson.rate), sourceUsAt(clip, clipEnd(clip), lesson.rate)]
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!]
    if (b[0] < firstUs || a[0] > lastUs || b[0] <= a[0]) continue
    const px = Math.hypot(b[1] - a[1], b[2] - a[2])
    if (px / ((b[0] - a[0]) / 1e6) < STANDS_PX) continue
    const from = lessonFrameOf(clip, Math.max(firstUs, a[0]), lesson.rate)
    const to = lessonFrameOf(clip, Math.min(lastUs - 1, b[0]), lesson.rate)
    if (from !== null && to !== null) out.push({ from, to: to + 1 })
  }
  return out
}

/** Stretches of a medium's own time as a clip shows them, in the lesson's frames. */
function within(timed: Timed, clip: Clip, list: readonly { fromUs: number; toUs: number }[]): IdleStretch[] {
  const { rate } = timed.lesson
  const first = sourceUsAt(clip, clip.at, rate)
  const last = sourceUsAt(clip, clipEnd(clip), rate)
  return list.flatMap(({ fromUs, toUs }): IdleStretch[] => {
    if (toUs <= first || fromUs >= last) return []
    const from = fromUs <= first ? clip.at : lessonFrameOf(clip, fromUs, rate)
    const to = toUs >= last ? clipEnd(clip) : lessonFrameOf(clip, toUs, rate)
    return from !== null && to !== null && to > from ? [{ from, to }] : []
  })
}

/** Where a medium is heard, in the lesson's frames: all of a clip but for what is known to be quiet. */
function heard(timed: Timed, clip: Clip, quiet: Quiet): IdleStretch[] {
  const whole = { from: clip.at, to: clipEnd(clip) }
  const known = quiet.get(clip.media)
  const medium = timed.lesson.media[clip.media]
  if (!known) return medium?.kind === 'sound' || medium?.sound ? [whole] : []
  return freeOf(whole, within(timed, clip, known))
}

/**
 * Stretches of a lesson in which nothing happens: nothing changes on the screen, the pointer stands, nobody speaks, and
 * nothing but takes and sound comes, goes or moves.
 *
 * @param quiet       where sounds are quiet, as far as that is known
 * @param leastS      shorter ones are not told, in seconds
 * @param changing    where the pictures of takes are known to change
 */
export function idleIn(timed: Timed, quiet: Quiet, leastS = 1.5, changing: Quiet = new Map()): IdleStretch[] {
  const { lesson, clips, moments, length } = timed
  const fps = framesPerSecond(lesson.rate)
  const around = Math.round(AROUND_S * fps)
  // Of a recording whose pointer is not known, nobody can say that nothing happens in it.
  const takes = clips.filter((c) => lesson.media[c.media]?.pointer !== undefined && !c.element.hidden)
  const busy: IdleStretch[] = []
  for (const m of moments.values())
    if (m.frame !== null && momentKind(m).busy)
      busy.push({ from: m.frame, to: Math.max(m.frame, m.untilFrame ?? 0) + 1 })
  for (const clip of takes)
    busy.push(...pointerMoves(timed, clip), ...within(timed, clip, changing.get(clip.media) ?? []))
  for (const clip of clips) if (!clip.muted) busy.push(...heard(timed, clip, quiet))
  const clipIds = new Set(clips.map((c) => c.id))
  for (const e of lesson.elements) {
    const span = timed.spans.get(e.id)!
    if (clipIds.has(e.id)) continue
    // What stands there all along leaves it idle; what comes or goes in it is to be seen as it was timed.
    if (span.to - span.from < length * 0.5) busy.push({ from: span.from, to: span.to })
  }
  const grown = busy.map((b) => ({ from: b.from - around, to: b.to + around }))
  return takes
    .flatMap((c) => freeOf({ from: c.at, to: clipEnd(c) }, grown))
    .filter((s) => s.to - s.from >= leastS * fps)
    .sort((a, b) => a.from - b.from)
    .filter((s, i, all) => i === 0 || s.from >= all[i - 1]!.to)
}

/** Around what is heard so much is left as it is, in seconds. */
const AROUND_HEARD_S = 0.15
/**
 * Stretches of a lesson in which nobody speaks and nothing is heard, whatever happens on the screen.
 *
 * @param quiet   where sounds are quiet, as far as that is known
 * @param leastS  shorter ones are not told, in seconds
 */
export function silentIn(timed: Timed, quiet: Quiet, leastS = 0.8): IdleStretch[] {
  const { lesson, clips, moments, length } = timed
  const fps = framesPerSecond(lesson.rate)
  const around = Math.round(AROUND_HEARD_S * fps)
  const sounding = clips.filter((c) => !c.muted).map((clip) => heard(timed, clip, quiet))
  if (!sounding.some((list) => list.length > 0)) return []
  const busy = sounding.flat()
  for (const m of wordsSaid(moments)) busy.push({ from: m.frame, to: Math.max(m.frame, m.untilFrame ?? 0) + 1 })
  return freeOf(
    { from: 0, to: length },
    busy.map((b) => ({ from: b.from - around, to: b.to + around })),
  ).filter((s) => s.to - s.from >= leastS * fps)
}

/** So loud at the most is quiet, of 255; and for so long at the least, in seconds. */
const QUIET_PEAK = 10
const QUIET_S = 0.35
/**
 * Where a sound is quiet, by its loudness peaks.
 *
 * @param peaks      0 to 255, so many a second
 */
export function quietIn(peaks: Uint8Array, perSecond: number): { fromUs: number; toUs: number }[] {
  // What hums all the time is as quiet as it gets: a tenth of the peaks are below that.
  const sorted = [...peaks].sort((a, b) => a - b)
  const floor = sorted[Math.floor(sorted.length * 0.1)] ?? 0
  const limit = Math.max(QUIET_PEAK, Math.min(48, floor * 1.8))
  const out: { fromUs: number; toUs: number }[] = []
  let from = -1
  for (let i = 0; i <= peaks.length; i++) {
    const quiet = i < peaks.length && peaks[i]! <= limit
    if (quiet && from < 0) from = i
    if (!quiet && from >= 0) {
      if (i - from >= QUIET_S * perSecond) out.push({ fromUs: (from * 1e6) / perSecond, toUs: (i * 1e6) / perSecond })
      from = -1
    }
  }
  return out
}
