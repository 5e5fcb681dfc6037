import { elementIn, elementsIn } from '../ground/chosen'
import {
  aimAt,
  hasPlace,
  heightByHand,
  isClip,
  isRule,
  kindOf,
  letGo,
  localBox,
  mediumOf,
  settle,
  sizeOf,
  handles,
} from '../../kinds'
import { setAt, valueAt } from '../../values'
import { posedAt, matrixOf } from '../../motion'
import { hundredth, apply, boundsOf, inverse, isFlat, meets, type Point } from '../../geometry'
import { elementsAt, frameBoxOf } from '../../scene'
import { clipEnd, takeAt } from '../../lesson/clips'
import { Edge, Lesson, type Element } from '../../lesson/schema'
import { chaptersOf, type TimedMoment } from '../../moments'
import type { Timed } from '../../timing'
import { z } from 'zod'
import { define, Id, Ids } from '../ground/act'
import { Flag, Num, Path, XY } from '../ground/args'
import { keepStyled } from '../lesson/keepStyled'
import { bare, byWords, numbered } from '../ground/names'
import { tie, withElement } from '../ground/plain'
import { dropLostKeys, eachNumber } from '../ground/walk'
import { toWords } from '../../../words/words'

/** Whether nobody named an element: it is called by its kind, or by the words that it had. */
function isUnnamed(e: Element, words: unknown): boolean {
  const name = bare(e.name)
  return (
    name === toWords(kindOf(e).title) ||
    (typeof words === 'string' && words.trim() !== '' && name === bare(byWords(words)))
  )
}
/** Whether a look of this kind has a value of that path. */
function hasPath(e: Element, path: string): boolean {
  const { fields, parts = [] } = kindOf(e)
  return path.split('.')[0]! in e.look || [...fields, ...parts].some((f) => f.path === path)
}
/**
 * Sets one value of a look, by its path, on several elements of that kind. A bar fixed to an edge goes there; a
 * fixed-height callout starts at the height it has; new words name an element that nobody has named.
 */
export const setLook = define('setLook', [Ids.elements, Path, z.unknown()], (ids, path, value) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    if (!hasPath(e, path)) continue
    if (path === 'fitText' && value === false) e.height = Math.round(sizeOf(e).h)
    const unnamed = path === 'text' && isUnnamed(e, valueAt(e.look, path))
    setAt(e.look, path, value)
    if (unnamed && typeof value === 'string' && value.trim()) {
      const others = new Set(draft.elements.flatMap((x) => (x.id === e.id ? [] : [x.name])))
      e.name = numbered(byWords(value), others)
    }
    settle(e, draft)
    if (value === null) dropLostKeys(e)
  }
})
/**
 * Sets an element's own width or height in pixels; pictures and ripples keep their shape, a bar on an edge its edge.
 */
export const setSize = define(
  'setSize',
  [Id.element, Num.nullable(), Num.nullable()],
  (id, width, height) => (draft) => {
    const e = elementIn(draft, id)
    if (!e) return
    const keep = kindOf(e).pulls === 'shape'
    const before = { width: e.width, height: e.height }
    const shape = e.height > 0 ? e.width / e.height : 1
    if (width !== null) {
      e.width = hundredth(Math.max(1, width))
      if (keep) e.height = hundredth(e.width / shape)
    }
    if (height !== null) {
      e.height = hundredth(Math.max(1, height))
      if (keep) e.width = hundredth(e.height * shape)
      heightByHand(e)
    }
    letGo(
      e,
      (['width', 'height'] as const).filter((side) => e[side] !== before[side]),
    )
    settle(e, draft)
  },
)
type Size = Lesson['frame']
/** How much smaller or larger what was made for one frame is shown in another, whole. */
export const fitFactor = (from: Size, to: Size): number => Math.min(to.width / from.width, to.height / from.height)

/**
 * Brings an element from a frame of one size into one of another: places and ways go with the side of the frame that
 * they are measured along, lengths (boxes, letters, lines, shadows) by one factor, so that nothing is stretched.
 *
 * @param e  a draft
 */
export function resizeElement(e: Element, from: Size, to: Size, length = fitFactor(from, to)): void {
  const k = { across: to.width / from.width, down: to.height / from.height }
  eachNumber(e, (v, { type }) => {
    if (type === 'across' || type === 'down') return hundredth(v * k[type])
    return type === 'px' ? hundredth(v * length) : v
  })
  const along = (p: Point): Point => ({ x: hundredth(p.x * k.across), y: hundredth(p.y * k.down) })
  for (const p of e.poses) if (p.curve) p.curve = { start: along(p.curve.start), landing: along(p.curve.landing) }
  if (!e.rides) return
  const [a, b, c, d, x, y] = e.rides.by
  const by = along({ x, y })
  e.rides.by = [a, b, c, d, by.x, by.y]
}

const USUAL: Size = { width: 1920, height: 1080 }
/** The size of what a lesson shows: of its first take. */
function shownIn(lesson: Lesson): Size {
  const media = lesson.elements.filter(isClip).map((e) => lesson.media[mediumOf(e) ?? ''])
  const take = media.find((m) => m?.kind === 'take') ?? media.find((m) => m?.kind === 'picture')
  return take?.width && take.height ? { width: take.width, height: take.height } : USUAL
}

const { width: Width, height: Height } = Lesson.shape.frame.shape
/**
 * Gives the lesson another size; everything keeps its share of the frame, and lengths go with how large the take is
 * shown. So width and height may be changed one after the other, or back again, and it comes to the same.
 */
export const resizeLesson = define('resizeLesson', [Width, Height], (width, height) => (draft) => {
  const from = { ...draft.frame }
  const to = { width, height }
  const shown = shownIn(draft)
  const length = fitFactor(shown, to) / fitFactor(shown, from)
  draft.frame = to
  const { x, y } = draft.guides
  const guides = (list: number[], k: number) => list.map((v) => hundredth(v * k))
  draft.guides = { x: guides(x, width / from.width), y: guides(y, height / from.height) }
  const sizes = new Map(draft.elements.map((e) => [e.id, { width: e.width, height: e.height }]))
  const { style, rate } = draft
  for (const e of draft.elements) {
    keepStyled(e, { style, frame: { frame: from, rate } }, { style, frame: { frame: to, rate } }, () =>
      resizeElement(e, from, to, length),
    )
    settle(e, draft)
  }
  // What carries something is as large now as it was then by the new size.
  for (const { rides } of draft.elements) {
    const [before, now] = [sizes.get(rides?.on ?? ''), draft.elements.find((e) => e.id === rides?.on)]
    if (!rides?.size || !before || !now || before.width <= 0 || before.height <= 0) continue
    rides.size.width *= now.width / before.width
    rides.size.height *= now.height / before.height
  }
})
/** Which part of a box is pulled: -1 its left or top, 1 its right or bottom, 0 neither. */
const Part = z.union([z.literal(-1), z.literal(0), z.literal(1)])
export const Pull = z.object({ x: Part, y: Part })
export type Pull = z.infer<typeof Pull>

/**
 * Pulls a side or a corner of an element to a point (in the pixels of its place); the side across stays where it is, or
 * the middle does.
 */
export const pullBox = define(
  'pullBox',
  [Id.element, Pull, XY, z.object({ middle: Flag }).optional()],
  (id, pull, to, how) => (draft) => {
    const middle = how?.middle === true
    const e = elementIn(draft, id)
    if (!e) return
    const size = sizeOf(e)
    const box = localBox(e, size)
    const matrix = matrixOf(e)
    if (isFlat(matrix)) return
    const p = apply(inverse(matrix), to)
    const half = { x: box.x + box.w / 2, y: box.y + box.h / 2 }
    let w =
      pull.x === 0 ? box.w : middle ? 2 * pull.x * (p.x - half.x) : pull.x === 1 ? p.x - box.x : box.x + box.w - p.x
    let h =
      pull.y === 0 ? box.h : middle ? 2 * pull.y * (p.y - half.y) : pull.y === 1 ? p.y - box.y : box.y + box.h - p.y
    w = Math.max(4, w)
    h = Math.max(4, h)
    if (kindOf(e).pulls === 'shape') {
      const k = Math.max(pull.x ? w / box.w : 0, pull.y ? h / box.h : 0)
      w = box.w * k
      h = box.h * k
    }
    const ax = middle
      ? half.x + (e.anchor.x - 0.5) * w
      : pull.x === -1
        ? box.x + box.w - (1 - e.anchor.x) * w
        : box.x + e.anchor.x * w
    const ay = middle
      ? half.y + (e.anchor.y - 0.5) * h
      : pull.y === -1
        ? box.y + box.h - (1 - e.anchor.y) * h
        : box.y + e.anchor.y * h
    const at = apply(matrix, { x: pull.x ? ax : 0, y: pull.y ? ay : 0 })
    if (pull.y) heightByHand(e)
    letGo(e, [...(pull.x ? ['width'] : []), ...(pull.y ? ['height'] : [])])
    e.x = hundredth(at.x)
    e.y = hundredth(at.y)
    e.width = hundredth(w)
    e.height = hundredth(h)
    settle(e, draft)
  },
)
/**
 * Drags one of an element's handles to a point (in the pixels of its place): an arrow's end, its bend, a callout's
 * tail.
 */
export const pullHandle = define('pullHandle', [Id.element, z.string(), XY], (id, handle, to) => (draft) => {
  const e = elementIn(draft, id)
  if (e) handles(e)?.pull(handle, to, apply(inverse(matrixOf(e)), to))
})
/** Lets an element point at a spot, or at nothing more: then what its poses say of that goes too. */
export const pointAt = define('pointAt', [Id.element, XY.nullable()], (id, spot) => (draft) => {
  const e = elementIn(draft, id)
  if (!e) return
  aimAt(e, spot && { x: hundredth(spot.x), y: hundredth(spot.y) })
  dropLostKeys(e)
})
/** Turns an element so that its top faces a point; `steps` of 15°. */
export const turnTo = define('turnTo', [Id.element, XY, Flag], (id, to, steps) => (draft) => {
  const e = elementIn(draft, id)
  if (!e) return
  const degrees = (Math.atan2(to.y - e.y, to.x - e.x) * 180) / Math.PI + 90
  e.rotation = steps ? Math.round(degrees / 15) * 15 : Math.round(degrees * 10) / 10
})
/** From the start of one moment to the end of another. */
export const spanOfMoments = (first: TimedMoment, last: TimedMoment): { start: Edge; end: Edge } => ({
  start: tie(first.id, 0, first.frame ?? 0),
  end: tie(last.id, 0, last.untilFrame ?? last.frame ?? 0, 'end'),
})
/**
 * Lets an element last exactly as long as something else does: the lesson, all of it between its intro and its outro,
 * or the chapter or take at a frame. Null when there is none there.
 */
export function spanOver(
  timed: Timed,
  what: 'lesson' | 'body' | 'chapter' | 'take',
  frame: number,
): { start: Edge; end: Edge } | null {
  const at = (moment: string, edge: 'start' | 'end' = 'start'): Edge =>
    ({ ...(tie(moment, 0, frame) as object), edge }) as Edge
  if (what === 'lesson') return { start: at('lesson:start'), end: at('lesson:end') }
  if (what === 'body') return spanOfBody(timed)
  if (what === 'take') {
    const clip = takeAt(timed, frame)
    return clip ? { start: at(`cut:${clip.id}:start`), end: at(`cut:${clip.id}:end`) } : null
  }
  const chapter = chaptersOf(timed.moments).findLast((m) => m.frame <= frame)
  return chapter ? { start: at(chapter.id), end: at(chapter.id, 'end') } : null
}
/**
 * From the first recording's beginning to the last one's end; an intro and an outro that stand in every lesson of its
 * style are left out as well.
 */
function spanOfBody(timed: Timed): { start: Edge; end: Edge } | null {
  const { lesson, clips, spans, length } = timed
  const takes = clips.filter((c) => lesson.media[c.media]?.kind === 'take' && !c.element.hidden)
  const first = takes.toSorted((a, b) => a.at - b.at)[0]
  const last = takes.toSorted((a, b) => clipEnd(b) - clipEnd(a))[0]
  if (!first || !last) return null
  const cut = (id: string, edge: 'start' | 'end', frame: number) => ({ ...tie(`cut:${id}:${edge}`, 0, frame), frame })
  const among = lesson.elements.flatMap((e) => (e.always ? [{ id: e.id, ...spans.get(e.id)! }] : []))
  const short = among.filter((s) => s.to - s.from < length / 2)
  const starts = short.filter((s) => s.from === 0).map((s) => ({ ...withElement(s.id, 'end', s.to), frame: s.to }))
  const ends = short
    .filter((s) => s.to >= length)
    .map((s) => ({ ...withElement(s.id, 'start', s.from), frame: s.from }))
  const { frame: from, ...start } = [cut(first.id, 'start', first.at), ...starts].reduce((a, b) =>
    b.frame > a.frame ? b : a,
  )
  const { frame: to, ...end } = [cut(last.id, 'end', clipEnd(last)), ...ends].reduce((a, b) =>
    b.frame < a.frame ? b : a,
  )
  return from < to ? { start: start as Edge, end: end as Edge } : null
}
/**
 * Lets an element last exactly as long as what lies below it where it starts: the uppermost element beneath it whose
 * box meets its own, else the take. Null when nothing is there.
 */
export function spanOfBelow(timed: Timed, id: string): { start: Edge; end: Edge } | null {
  const own = timed.lesson.elements.find((e) => e.id === id)
  const span = timed.spans.get(id)
  if (!own || !span) return null
  const frame = Math.min(timed.length - 1, Math.max(0, span.from))
  const boundsAt = (e: Element) => {
    const { matrix, box } = frameBoxOf(timed, posedAt(timed, e, frame) ?? e, frame, false)
    return boundsOf(matrix, box)
  }
  const inSight = elementsAt(timed, frame)
  const beneath = inSight
    .slice(
      0,
      Math.max(
        0,
        inSight.findIndex((e) => e.id === id),
      ),
    )
    .filter((e) => hasPlace(e) && !isRule(e))
  const hit = beneath.findLast((e) => meets(boundsAt(e), boundsAt(own)))
  if (!hit) return spanOver(timed, 'take', frame)
  const other = timed.spans.get(hit.id)!
  return { start: withElement(hit.id, 'start', other.from), end: withElement(hit.id, 'end', other.to) }
}
export const setSpan = define('setSpan', [Id.element, z.object({ start: Edge, end: Edge })], (id, span) => (draft) => {
  const e = elementIn(draft, id)
  if (e) Object.assign(e, { start: { ...span.start }, end: { ...span.end } })
})
