import { current, type Draft } from 'immer'
import { shareOutside, tenth, type Rect } from '../../geometry'
import { framingAt, followInputAt, followStands, zoomRect, type FollowChoice, type Stand } from '../../framing'
import type { Element, Lesson, Pose } from '../../lesson/schema'
import { withValues } from '../../motion'
import { explainedIn, type Explained } from '../../scene'
import { framesPerSecond } from '../../time'
import { movesOf, type Timed } from '../../timing'
import { followsOf } from '../../kinds'
import type { Edit, Given } from './act'
import { MOST_POSES, withTake } from './along'

/** What is explained, as a follow framing takes it: to the last frame in which it is there. */
const wholesOf = (timed: Timed) => explainedIn(timed).map(({ from, to, rect }) => ({ from, to: to - 1, rect }))
const placeOf = ({ view }: Stand) => ({
  x: tenth(view.x + view.w / 2),
  y: tenth(view.y + view.h / 2),
  width: tenth(view.w),
  height: tenth(view.h),
})
const alike = (a: Rect, b: Rect): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.w - b.w) + Math.abs(a.h - b.h) < 1

/** A view of a zoom as it stands: with its pose, and whether it is to stay as it is. */
interface Held extends Stand {
  pose: Pose | null
  kept: boolean
}
/** All views of a zoom, which may not be in its lesson yet, in frames of that; kept are those that a person set. */
function heldBy(timed: Timed, e: Element): Held[] {
  const span = timed.spans.get(e.id)!
  const moves = movesOf(timed, e)
  let stands = e
  return [null, ...moves].map((move, i) => {
    const pose = move?.pose ?? null
    if (pose) stands = withValues(stands, Object.entries(pose.values))
    const from = move ? Math.round(move.to) : span.from
    return {
      from,
      to: Math.max(from, Math.round(moves[i]?.from ?? span.to - 1)),
      view: zoomRect(stands, timed.lesson.frame),
      pose,
      kept: pose ? pose.locked === true || !pose.found : followsOf(e)?.found !== true,
    }
  })
}

/** The pose by which a zoom goes from one view to the next. */
const poseTo = (timed: Timed, start: number, [a, b]: readonly [Stand, Stand], id: string): Pose => ({
  id,
  start: withTake(timed, start, a.to - start),
  end: withTake(timed, start, b.from - start),
  easing: 'ease-in-out',
  values: placeOf(b),
  curve: null,
  found: true,
})

/**
 * A zoom's element that follows the pointer through its own span, with what is explained in view: its views become
 * poses of it, which can be moved, taken out and locked like any others. Locked ones stay.
 *
 * @returns null when no take in the span has a pointer
 */
export function following(timed: Timed, zoom: Element, choice: FollowChoice): Element | null {
  const span = timed.spans.get(zoom.id)
  if (!span) return null
  const input = followInputAt(timed, span, wholesOf(timed))
  if (!input) return null
  const shift = (s: Stand, by: number): Stand => ({ view: s.view, from: s.from + by, to: s.to + by })
  const locked = heldBy(timed, zoom).filter((h) => h.pose?.locked)
  const stands = followStands({ ...input, locked: locked.map((l) => shift(l, -span.from)) }, choice).map((s) =>
    shift(s, span.from),
  )
  const poses = stands.slice(1).map((s, i) => ({
    ...poseTo(timed, span.from, [stands[i]!, s], `${zoom.id}-view-${i + 2}`),
    ...(locked.some((l) => alike(l.view, s.view)) && { locked: true }),
  }))
  return { ...zoom, ...placeOf(stands[0]!), anchor: { x: 0.5, y: 0.5 }, poses: poses.slice(0, MOST_POSES) }
}

/** Whether an edit is one of a name, or makes one of that name among others. */
const makes = (edit: Edit, name: string): boolean =>
  edit.edit === name ||
  edit.args
    .flat()
    .some((a) => typeof a === 'object' && a !== null && 'edit' in a && 'args' in a && makes(a as Edit, name))

const sameClips = (a: Timed, b: Timed): boolean =>
  a.clips.length === b.clips.length &&
  a.clips.every((c, i) => {
    const d = b.clips[i]!
    return c === d || (c.at === d.at && c.id === d.id && clipText(c) === clipText(d))
  })
const clipText = (c: Timed['clips'][number]): string => JSON.stringify({ ...c, element: null })

/** Views that were changed by hand are marked as such: they stay from then on. */
function markChanged(draft: Draft<Lesson>, before: Timed, after: Timed): void {
  const clips = sameClips(before, after)
  const was = new Map(before.lesson.elements.map((e) => [e.id, e]))
  const text = (x: unknown) => JSON.stringify(x)
  for (const [i, e] of after.lesson.elements.entries()) {
    const old = was.get(e.id)
    if (!followsOf(e) || !old || old === e) continue
    const own = draft.elements[i]!
    const place = (x: Element) => text(zoomRect(x, after.lesson.frame))
    if (followsOf(e)!.found && place(old) !== place(e)) delete followsOf(own as Element)!.found
    const poses = new Map(old.poses.map((p) => [p.id, p]))
    for (const [k, p] of e.poses.entries()) {
      const before = poses.get(p.id)
      if (!p.found || !before || before === p) continue
      const moved = clips && text([before.start, before.end]) !== text([p.start, p.end])
      if (moved || text(before.values) !== text(p.values)) delete own.poses[k]!.found
    }
  }
}

/** From when to when, both included, something else is explained than before. */
function changesIn(before: Timed, after: Timed): { from: number; to: number }[] {
  const key = (x: Explained) => JSON.stringify([x.element, x.from, x.to, x.rect])
  const [was, is] = [new Map(explainedIn(before).map((x) => [key(x), x])), explainedIn(after)]
  const now = new Set(is.map(key))
  const fresh = is.filter((x) => !was.has(key(x)))
  const gone = [...was].filter(([k]) => !now.has(k)).map(([, x]) => x)
  if (sameClips(before, after)) return joinedSpans([...fresh, ...gone])
  // What goes along with its take is in the picture as before: only what is not has to be seen to.
  return joinedSpans(fresh.filter((x) => [x.from, (x.from + x.to) >> 1, x.to - 1].some((f) => isCut(after, x.rect, f))))
}
/** So much of something may be outside the picture before it is seen to. */
const A_LITTLE = 0.05
const isCut = (timed: Timed, r: Rect, frame: number): boolean => shareOutside(r, framingAt(timed, frame)) > A_LITTLE
function joinedSpans(list: readonly { from: number; to: number }[]): { from: number; to: number }[] {
  const out: { from: number; to: number }[] = []
  for (const { from, to } of list.toSorted((a, b) => a.from - b.from)) {
    const last = out.at(-1)
    if (last && from <= last.to + 1) last.to = Math.max(last.to, to - 1)
    else out.push({ from, to: to - 1 })
  }
  return out
}

/** For how long the views before and after what is worked out anew are looked at, in seconds. */
const BESIDE_S = 1
/** Works out the views of a zoom anew from one frame to another; those that were set by hand stay. */
function stretchAnew(timed: Timed, e: Element, at: { from: number; to: number }, newId: Given['newId']): Element {
  const span = timed.spans.get(e.id)!
  const beside = Math.round(framesPerSecond(timed.lesson.rate) * BESIDE_S)
  const held = heldBy(timed, e)
  const first = held.findLastIndex((h) => h.to <= at.from)
  const next = held.findIndex((h) => h.from > at.to)
  const [from, to] = [
    first < 0 ? span.from : Math.max(held[first]!.from, held[first]!.to - beside),
    next < 0 ? span.to - 1 : Math.min(held[next]!.to, held[next]!.from + beside),
  ]
  const input = followInputAt(timed, { from, to: to + 1 }, wholesOf(timed))
  if (!input) return e
  const isEdge = (i: number) => i === first || i === next
  const stay = held.filter((h, i) => h.from <= to && h.to >= from && (h.kept || isEdge(i)))
  const locked = stay.map((h) => ({ view: h.view, from: Math.max(0, h.from - from), to: Math.min(to, h.to) - from }))
  const stands = followStands({ ...input, locked }, followsOf(e)!).map((s) => ({
    view: s.view,
    from: s.from + from,
    to: s.to + from,
  }))
  const poses = withKept(
    // The first of them stands before the stretch, with its own pose.
    stay.filter((h) => held.indexOf(h) > first && (next < 0 || held.indexOf(h) <= next)),
    stands.slice(1).map((s, i) => ({ stand: s, pose: poseTo(timed, span.from, [stands[i]!, s], newId('view')) })),
  )
  const [head, tail] = [e.poses.slice(0, Math.max(0, first)), next < 0 ? [] : e.poses.slice(next)]
  return {
    ...e,
    ...(first < 0 && followsOf(e)!.found && placeOf(stands[0]!)),
    poses: [...head, ...poses, ...tail].slice(0, MOST_POSES),
  }
}

/**
 * The poses of views that were worked out around some that are kept: where one of these came out again it is itself,
 * at its new time if it was only found; where one set by hand is no move any more, since the view stands there already,
 * it is there all the same.
 */
function withKept(kept: readonly Held[], made: readonly { stand: Stand; pose: Pose }[]): Pose[] {
  const left = kept.filter((h): h is Held & { pose: Pose } => h.pose !== null)
  const out = made.map(({ stand, pose }) => {
    const at = left.findIndex((h) => alike(h.view, stand.view) && h.from <= stand.to && h.to >= stand.from)
    if (at < 0) return { from: stand.from, pose }
    const [same] = left.splice(at, 1)
    return { from: stand.from, pose: same!.kept ? same!.pose : { ...same!.pose, start: pose.start, end: pose.end } }
  })
  const still = left.filter((h) => h.kept).map(({ from, pose }) => ({ from, pose }))
  return [...out, ...still].toSorted((a, b) => a.from - b.from).map((x) => x.pose)
}

/**
 * What an edit does to what is explained is seen to by the framing in the same edit: where something else is explained
 * than before, the zooms that follow the pointer are worked out anew; what a person set of them stays.
 *
 * @param draft  the lesson after the edit; `after`: the same, solved
 */
export function frameAnew(
  draft: Draft<Lesson>,
  edit: Edit,
  { before, after, newId }: { before: Timed; after: Timed; newId: Given['newId'] },
): void {
  if (!after.lesson.elements.some(followsOf) || makes(edit, 'followPointer')) return
  const { frame, rate } = before.lesson
  const now = after.lesson
  if (frame.width !== now.frame.width || frame.height !== now.frame.height) return
  if (rate.num !== now.rate.num || rate.den !== now.rate.den) return
  markChanged(draft, before, after)
  const changes = changesIn(before, after)
  if (changes.length === 0) return
  for (const [i, { id }] of now.elements.entries()) {
    const own: Element = current(draft.elements[i]!)
    const span = after.spans.get(id)
    if (!followsOf(own) || !span || !isFound(own)) continue
    let e: Element = own
    for (const at of changes.filter((c) => c.to >= span.from && c.from < span.to)) e = stretchAnew(after, e, at, newId)
    const { x, y, width, height, poses } = e
    Object.assign(draft.elements[i]!, { x, y, width, height })
    if (JSON.stringify(poses) !== JSON.stringify(own.poses)) draft.elements[i]!.poses = poses
  }
}
/** Whether any view of a zoom was worked out, and not changed since. */
const isFound = (e: Element): boolean => followsOf(e)!.found === true || e.poses.some((p) => p.found)
