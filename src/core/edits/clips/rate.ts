import { hundredth } from '../../geometry'
import { isClip, runs } from '../../kinds'
import type { Element, Lesson } from '../../lesson/schema'
import { Rate } from '../../time'
import { define } from '../ground/act'
import { eachNumber, whensOf } from '../ground/walk'
import { keepStyled } from '../lesson/keepStyled'

/**
 * Brings an element to another frame rate: what it does, and for how long, keeps its time to the nearest frame.
 *
 * @param e   a draft
 * @param to  gives as many frames of the new rate as so many of the old one are
 */
export function changeRateOf(e: Element, to: (frames: number) => number): void {
  for (const when of whensOf(e)) {
    if (when.on === 'loose') when.frame = to(when.frame)
    else if (when.on === 'length') when.frames = Math.max(when.frames > 0 ? 1 : 0, to(when.frames))
    else if (when.on === 'start' || when.on === 'end') when.frames = to(when.frames)
    else if (when.on === 'moment' || when.on === 'element') {
      when.offset = to(when.offset)
      when.last = to(when.last)
    }
  }
  eachNumber(e, (v, { type }) => (type === 'frames' ? to(v) : v))
  runs(e)?.rerate(to)
}

/** Gives the lesson another frame rate. */
export const setRate = define('setRate', [Rate], (rate) => (draft) => changeRate(draft, rate))

export const atOf = (e: Element): number => (e.start.on === 'loose' ? e.start.frame : 0)
const longOf = (e: Element): number => (e.end.on === 'length' ? e.end.frames : 1)
/** Brings a lesson to another frame rate; everything keeps its time to the nearest frame. */
export function changeRate(draft: Lesson, rate: Rate): void {
  const k = (rate.num * draft.rate.den) / (rate.den * draft.rate.num)
  if (k === 1) return
  const to = (f: number) => Math.round(f * k)
  const clips = draft.elements.filter((e) => isClip(e) && e.start.on === 'loose' && e.end.on === 'length')
  const stood = new Map(clips.map((e) => [e.id, { from: atOf(e), to: atOf(e) + longOf(e) }]))
  for (const m of draft.moments) m.frame = to(m.frame)
  const { style, frame } = draft
  const before = { style, frame: { frame, rate: { ...draft.rate } } }
  for (const e of draft.elements) keepStyled(e, before, { style, frame: { frame, rate } }, () => changeRateOf(e, to))
  for (const track of draft.tracks) {
    // Ends of clips that touch round alike. At a very low rate a short one, which has a frame at least, would reach
    // into the next one.
    let free = 0
    let reached = 0
    const row = clips.filter((e) => e.track === track.id).sort((a, b) => stood.get(a.id)!.from - stood.get(b.id)!.from)
    for (const e of row) {
      const was = stood.get(e.id)!
      const at = was.from < reached ? to(was.from) : Math.max(free, to(was.from))
      e.start = { on: 'loose', frame: at }
      e.end = { on: 'length', frames: Math.max(1, to(was.to) - at) }
      free = Math.max(free, at + longOf(e))
      reached = Math.max(reached, was.to)
    }
  }
  for (const s of draft.staggers) {
    s.frames = hundredth(s.frames * k)
    s.jitter = to(s.jitter)
    for (const id of Object.keys(s.shifts)) s.shifts[id] = to(s.shifts[id]!)
  }
  if (draft.length !== null) draft.length = Math.max(1, to(draft.length))
  for (const part of Object.values(draft.parts)) changeRate(part, rate)
  draft.rate = { ...rate }
}
