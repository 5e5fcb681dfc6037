import { followPointer } from '../edits'
import { framingAt } from '../framing'
import { shareOutside, type Rect } from '../geometry'
import { canTurn, followsOf, isUnseen, isView } from '../kinds'
import type { Element } from '../lesson/schema'
import { motionOf, posedAt } from '../motion'
import { explainedIn, explains, standsIn, type Explained } from '../scene'
import { framesPerSecond, timecode } from '../time'
import type { Timed } from '../timing'
import { memo } from '../values'
import { inWords, said } from '../../words/words'
import type { Finder, Found } from './finding'

/** More of an element than this outside the picture is told. */
const A_TENTH = 0.1
/** All but this of it: it waits outside, on purpose. */
const NEARLY_ALL = 0.98
/** What is as large as this share of the frame may be larger than it. */
const AS_LARGE = 0.9
const RESTS_S = 0.5
/** A view that is the same so many frames later did not move meanwhile. */
const STRIDE = 12

const holds = (view: Rect, r: Rect): boolean =>
  r.x >= view.x && r.y >= view.y && r.x + r.w <= view.x + view.w && r.y + r.h <= view.y + view.h

type Run = [from: number, to: number]
/** The frames of a piece in which more than a tenth of the element is outside the view. */
function cutIn(timed: Timed, e: Element, piece: Explained, viewAt: (frame: number) => Rect): Run[] {
  const out: Run[] = []
  const isCut = (f: number): boolean => {
    if (holds(viewAt(f), piece.rect)) return false
    const posed = posedAt(timed, e, f)
    return posed !== null && shareOutside(standsIn(timed, posed, f), viewAt(f)) > A_TENTH
  }
  for (let f = piece.from; f < piece.to;) {
    const later = Math.min(f + STRIDE, piece.to - 1)
    const next = later > f && same(viewAt(f), viewAt(later)) && holds(viewAt(f), piece.rect) ? later : f + 1
    if (isCut(f)) {
      const last = out.at(-1)
      if (last && last[1] >= f) last[1] = f + 1
      else out.push([f, f + 1])
    }
    f = next
  }
  return out
}
const same = (a: Rect, b: Rect): boolean => a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h

/** The rests in which an element stands partly outside the lesson's frame itself. */
function restsOutside(timed: Timed, e: Element): Run[] {
  const span = timed.spans.get(e.id)
  const { width: w, height: h } = timed.lesson.frame
  if (!span || e.hidden || e.loop || isView(e) || isUnseen(e) || !canTurn(e)) return []
  const least = framesPerSecond(timed.lesson.rate) * RESTS_S
  const moves = motionOf(timed, e).moves.toSorted((a, b) => a.from - b.from)
  const ends = [...moves.map((m) => [m.from, m.to] as const), [span.to, span.to] as const]
  let from = span.from
  return ends.flatMap(([until, next]): Run[] => {
    const rest: Run = [from, Math.min(span.to, Math.floor(until))]
    from = Math.ceil(next)
    if (rest[1] - rest[0] < least) return []
    const posed = posedAt(timed, e, rest[0])
    if (!posed || posed.opacity === 0) return []
    const box = standsIn(timed, posed, rest[0])
    if (box.w > w * AS_LARGE || box.h > h * AS_LARGE) return []
    const share = shareOutside(box, { x: 0, y: 0, w, h })
    return share > A_TENTH && share < NEARLY_ALL ? [rest] : []
  })
}

/** The runs of frames, in order, in which more than a tenth of an element is outside the picture; by the element. */
export const outsideIn = memo((timed: Timed): ReadonlyMap<string, Run[]> => {
  const out = new Map<string, Run[]>()
  const add = (id: string, runs: Run[]) => {
    if (runs.length > 0) out.set(id, [...(out.get(id) ?? []), ...runs])
  }
  const { elements } = timed.lesson
  if (elements.some(isView)) {
    const known = new Map<number, Rect>()
    const viewAt = (f: number): Rect => {
      let v = known.get(f)
      if (!v) known.set(f, (v = framingAt(timed, f)))
      return v
    }
    const byId = new Map(elements.filter(explains).map((e) => [e.id, e]))
    for (const piece of explainedIn(timed)) add(piece.element, cutIn(timed, byId.get(piece.element)!, piece, viewAt))
  }
  for (const e of elements) add(e.id, restsOutside(timed, e))
  for (const [id, runs] of out) out.set(id, joinedRuns(runs))
  return out
})
function joinedRuns(runs: Run[]): Run[] {
  const out: Run[] = []
  for (const [from, to] of runs.toSorted((a, b) => a[0] - b[0])) {
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** The zoom that follows the pointer at a frame, where one does. */
const follower = (timed: Timed, frame: number): Element | undefined =>
  timed.lesson.elements.find((e) => {
    const span = timed.spans.get(e.id)
    return followsOf(e) !== null && span && span.from <= frame && frame < span.to
  })

/** Elements that are partly outside the picture, from when to when. */
export const outside: Finder = {
  code: 'outside',
  inFilm: true,
  find: (timed) =>
    timed.lesson.elements.flatMap((e): Found[] => {
      const runs = outsideIn(timed).get(e.id)
      if (!runs?.[0]) return []
      const [from, to] = runs[0]
      const at = (frame: number) => timecode(frame, timed.lesson.rate)
      const more =
        runs.length > 1 ? inWords('findings.andMore', runs.length - 1, runs.length === 2 ? 'time' : 'times') : ''
      const zoom = follower(timed, from)
      return [
        {
          element: e.id,
          frame: from,
          sentence: inWords('findings.isPartlyOutsideThePicture', e.name, at(from), at(to), more),
          ...(zoom && { about: zoom.id }),
        },
      ]
    }),
  mends: ({ about }, timed) => {
    const zoom = about && timed.lesson.elements.find((e) => e.id === about)
    const choice = zoom && followsOf(zoom)
    return zoom && choice
      ? [
          {
            words: inWords('findings.frameItAnew'),
            label: said('details.followsThePointer', zoom.name),
            change: followPointer(zoom.id, choice),
          },
        ]
      : []
  },
}
