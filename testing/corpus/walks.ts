import { chances } from '@/core/chance'
import * as edits from '@/core/edits'
import { ADDABLE_KINDS, newElement } from '@/core/kinds'
import { CALM } from '@/core/framing'
import { emptyLesson } from '@/core/lesson/make'
import { SHIPPED_STYLES } from '@/core/styles'
import type { Element, Lesson } from '@/core/lesson/schema'
import { resolve, type Timed } from '@/core/timing'
import { ground } from './ground'

/** What an edit of a walk is made from: the lesson as it is, and a hand that chooses by chance. */
interface Hand {
  timed: Timed
  below: (n: number) => number
  /** The ids of up to so many elements. */
  some: (most: number) => string[]
  frame: () => number
  newId: () => string
}
type Make = (h: Hand) => edits.Edit

const pick = <T>(h: Hand, list: readonly T[]): T => list[h.below(list.length)]!
const here = (h: Hand) => ({ frame: h.frame(), caught: null })
const clipId = (h: Hand) => pick(h, h.timed.clips)?.id ?? 'none'
const momentId = (h: Hand) => pick(h, [...h.timed.moments.keys()])
const one = (h: Hand) => h.some(1)[0] ?? 'none'

/** A lesson of ten seconds with a callout in it, at a rate of its own or at the walks' one. */
function within(slow: boolean): Lesson {
  const lesson: Lesson = { ...emptyLesson('Within'), rate: { num: slow ? 24 : 30, den: 1 }, length: 300 }
  const note = newElement(lesson, 'callout', 'note', {
    start: { on: 'loose', frame: 30 },
    end: { on: 'length', frames: 60 },
  })
  return { ...lesson, elements: [note] }
}

/** The acts of a producer's hand that a walk chooses from, each under its name. */
export const ACTS: Record<string, Make> = {
  addElement: (h) => {
    const at = { x: h.below(1900), y: h.below(1060) }
    const kind = pick(h, ADDABLE_KINDS)
    const moment = h.below(3) ? momentId(h) : null
    return edits.addElement(
      edits.elementAt(h.timed, { kind, id: h.newId(), frame: h.frame(), moment, at, media: 'shelf' }),
    )
  },
  moveElements: (h) => edits.moveElements(h.some(3), h.below(200) - 100, h.below(200) - 100),
  moveWhole: (h) => edits.moveWhole(h.some(2), h.below(99) - 50, h.below(99) - 50),
  shiftElements: (h) => edits.shiftElements(h.some(3), h.below(80) - 40),
  setEdge: (h) =>
    edits.setEdge(one(h), 'start', {
      on: 'moment',
      moment: momentId(h),
      edge: 'start',
      offset: h.below(20) - 10,
      last: h.frame(),
    }),
  setSpan: (h) => edits.setSpan(one(h), edits.spanOver(h.timed, 'lesson', 0)!),
  removeElements: (h) => edits.removeElements(h.some(1), h.frame()),
  copies: (h) => {
    const ids = h.some(2)
    const chosen = h.timed.lesson.elements.filter((e) => ids.includes(e.id))
    return edits.addElements(edits.copies(chosen, h.timed, h.frame(), h.newId))
  },
  restack: (h) => edits.restack(h.some(2), pick(h, ['front', 'back', 'forward', 'backward'] as const)),
  retime: (h) => edits.retime(h.some(2), h.frame()),
  splitElements: (h) => edits.splitElements(h.some(2), h.frame()),
  passing: (h) => {
    const how = pick(h, ['fade', 'slide', 'grow', 'none'] as const)
    const frames = h.below(30)
    return edits.setElements(h.some(3), { arrival: { how, from: 'bottom', frames, easing: 'ease-out' } })
  },
  setSize: (h) => edits.setSize(one(h), 40 + h.below(600), null),
  setLook: (h) => {
    const path = (e: Element) => ['fill', 'ink', 'colour', 'outline'].find((c) => c in e.look)
    const coloured = h.timed.lesson.elements.filter(path)
    const e = pick(h, coloured)
    return edits.setLook([e?.id ?? 'none'], e ? path(e)! : 'fill', '#1f4a46')
  },
  flip: (h) => edits.flip(h.some(2), 'across'),
  turnTo: (h) => edits.turnTo(one(h), { x: h.below(1900), y: h.below(1000) }, true),
  setAnchor: (h) => edits.setAnchor(one(h), { x: h.below(11) / 10, y: h.below(11) / 10 }),
  setGroup: (h) => edits.setGroup(h.some(3), h.newId()),
  moveFromNow: (h) => edits.moveFromNow(h.some(2), here(h)),
  arriveByNow: (h) => edits.arriveByNow(h.some(2), here(h)),
  holdUntilHere: (h) => edits.holdUntilHere(h.some(2), here(h)),
  returnToBefore: (h) => edits.returnToBefore(h.some(2), here(h)),
  evenSpeed: (h) => edits.evenSpeed(h.timed.lesson.elements.find((e) => e.poses.length > 1)?.id ?? one(h)),
  slideThrough: (h) => edits.slideThrough(h.some(2), 'departure', 'left', 12),
  inLastPose: (h) => edits.inPoses({ pose: 1000 }, edits.moveElements(h.some(2), 60, -40)),
  addKey: (h) => edits.addKey(h.some(2), ['opacity'], h.frame()),
  keyAtPoses: (h) => edits.keyAtPoses(h.some(3), 'rotation'),
  takeMoves: (h) => edits.takeMoves(h.some(2), h.timed.lesson.elements.find((e) => e.poses.length > 0)?.id ?? 'none'),
  removeMotion: (h) => edits.removeMotion(h.some(1), h.frame()),
  attach: (h) => edits.attach(h.some(2), one(h), h.frame()),
  detach: (h) => edits.detach(h.some(2), h.frame()),
  setStagger: (h) =>
    edits.setStagger({
      id: h.newId(),
      elements: h.some(4),
      what: 'element',
      move: 1,
      frames: 5,
      order: 'left-to-right',
      seed: 3,
      jitter: 0,
    }),
  followPointer: (h) => edits.followPointer(h.newId(), CALM),
  goWithPointer: (h) => edits.goWithPointer(one(h), { x: 20, y: 20 }, 3),
  rippleOnClicks: (h) => edits.rippleOnClicks(h.newId()),
  trimClip: (h) => edits.trimClip(clipId(h), pick(h, ['start', 'end'] as const), h.frame()),
  splitClip: (h) => edits.splitClip(clipId(h), h.frame(), h.newId()),
  moveClip: (h) => edits.moveClip(clipId(h), h.frame()),
  setSpeed: (h) => edits.setSpeed(clipId(h), 1 + h.below(3), 1 + h.below(3)),
  takeOut: (h) => {
    const from = h.frame()
    return edits.takeOut(edits.cutTracks(h.timed.lesson), from, from + 1 + h.below(30), true)
  },
  setMoment: (h) => edits.setMoment(h.newId(), pick(h, ['mark', 'chapter'] as const), 'set by hand', h.frame()),
  resizeLesson: (h) => {
    const [width, height] = pick(h, [
      [1280, 720],
      [1080, 1920],
      [3840, 2160],
    ] as const)
    return edits.resizeLesson(width, height)
  },
  changeRate: (h) => {
    const [num, den] = pick(h, [
      [60, 1],
      [25, 1],
      [30000, 1001],
    ] as const)
    return edits.setRate({ num, den })
  },
  paste: (h) => {
    const chosen = h.timed.lesson.elements.filter((e) => h.some(3).includes(e.id))
    const copied = edits.copiedFrom(h.timed, chosen)
    const from = { ...copied, frame: { width: 1280, height: 720 }, rate: { num: 25, den: 1 } }
    return edits.addElements(edits.pasted(from, h.timed, h.timed.lesson, h.frame(), h.newId).elements)
  },
  placeLesson: (h) => edits.placeLesson(h.newId(), h.newId(), within(h.below(2) === 0), h.frame()),
  inPart: (h) => edits.inPart(pick(h, Object.keys(h.timed.lesson.parts)) ?? 'none', edits.shiftElements(['note'], 5)),
  setStyle: (h) => edits.setStyle(pick(h, SHIPPED_STYLES)),
  followStyle: (h) => edits.followStyle(h.some(4), h.below(4) > 0 ? '' : null),
  setLength: (h) => edits.setLength(h.below(2) ? null : 300 + h.below(300)),
}
const NAMES = Object.keys(ACTS)
const STEPS = 14

/**
 * A lesson after some edits that are chosen by chance from a seed; those that change nothing or are refused are passed
 * over.
 *
 * @param made  told the name of each act that changed something, and what it came to
 */
export function walk(seed: number, made: (act: string, edited: edits.Edited) => void = () => {}): Lesson {
  const next = chances(seed)
  const below = (n: number) => Math.floor(next() * n)
  let lesson = ground()
  let ids = 0
  for (let step = 0; step < STEPS; step++) {
    const timed = resolve(lesson)
    const { elements } = lesson
    const some = (most: number) => {
      const chosen = Array.from({ length: 1 + below(most) }, () => elements[below(Math.max(1, elements.length))]?.id)
      return [...new Set(chosen.filter((id) => id !== undefined))]
    }
    const hand: Hand = { timed, below, some, frame: () => below(timed.length), newId: () => `w${++ids}` }
    // A lesson that is all but empty gets elements first.
    const name = elements.length < 3 ? 'addElement' : NAMES[below(NAMES.length)]!
    const result = edits.applyEdit(lesson, ACTS[name]!(hand), hand.newId, timed)
    if (!('edited' in result)) continue
    lesson = result.edited.lesson
    made(name, result.edited)
  }
  return lesson
}
