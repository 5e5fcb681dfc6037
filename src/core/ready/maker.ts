import { copiedFrom, withElement, type ReadyThing, type ReadySlot } from '../edits'
import { inverse } from '../geometry'
import { applyStyle, newElement, unitOf, type ElementKind } from '../kinds'
import { emptyLesson, noPassing } from '../lesson/make'
import type { Edge, Element, Lesson, Pose } from '../lesson/schema'
import { matrixOf } from '../motion'
import { readingOf } from './reading'
import { resolve } from '../timing'
import { USUAL_STYLE } from '../styles'

/** Makes what a ready thing consists of, in a frame and a style, from frame 0 on. */
export interface Maker {
  /** Pixels for one of a frame 1080 high; where its middle is. */
  unit: number
  cx: number
  cy: number
  fps: number
  width: number
  height: number
  /** All that is made rides on one group, and lasts as long as it: so many frames. */
  group(
    name: string,
    frames: number,
    box: { x: number; y: number; w: number; h: number },
    more?: Partial<Element>,
  ): Element
  /** A member of the group, at a place from its middle. */
  member(kind: ElementKind, name: string, look: string | null, more?: Member): Element
  /** An element by itself. */
  alone(kind: ElementKind, name: string, look: string | null, more: Member & { start: Edge; end: Edge }): Element
  slot(slot: ReadySlot): void
  thing(name: string, words: string): ReadyThing
}
type Member = Partial<Omit<Element, 'look'>> & { look?: object }

export { readingOf }
export const share = (at: number): Pose['start'] => ({ on: 'share', share: at })

/** A maker for a lesson's frame, rate and style; without one of its own, what is made looks as is usual. */
export function makerFor(like: Pick<Lesson, 'frame' | 'rate' | 'style'>): Maker {
  const { frame, rate } = like
  const style = like.style ?? USUAL_STYLE
  const lesson: Lesson = { ...emptyLesson('Ready'), frame, rate, style, length: 1_000_000 }
  const unit = unitOf(frame)
  const slots: ReadySlot[] = []
  let held: Element | null = null
  let n = 0
  const add = (e: Element, look: string | null, more: Member): Element => {
    if (look) applyStyle(e, style, lesson, look)
    const { look: own, ...rest } = more
    Object.assign(e, rest)
    Object.assign(e.look, own)
    if (!like.style) e.styled = null
    lesson.elements.push(e)
    return e
  }
  return {
    unit,
    cx: frame.width / 2,
    cy: frame.height / 2,
    fps: rate.num / rate.den,
    width: frame.width,
    height: frame.height,
    group(name, frames, box, more = {}) {
      const e = newElement(lesson, 'group', `r${++n}`, {
        start: { on: 'loose', frame: 0 },
        end: { on: 'length', frames: Math.round(frames) },
      })
      held = e
      const place = { name, space: 'fixed' as const, x: box.x, y: box.y, width: box.w, height: box.h }
      return add(e, null, { ...place, ...more })
    },
    member(kind, name, look, more = {}) {
      const e = newElement(lesson, kind, `r${++n}`, {
        start: withElement(held!.id, 'start'),
        end: withElement(held!.id, 'end'),
      })
      // It comes and goes with the whole.
      const { x = 0, y = 0, ...rest } = more
      const place = { space: held!.space, x: held!.x + x, y: held!.y + y }
      const by = inverse(matrixOf(held!)).map((v) => v || 0) as [number, number, number, number, number, number]
      const rides = { on: held!.id, by, fades: false }
      return add(e, look, { name, arrival: noPassing(), departure: noPassing(), ...place, ...rest, rides })
    },
    alone(kind, name, look, { start, end, ...more }) {
      return add(newElement(lesson, kind, `r${++n}`, { start, end }), look, { name, ...more })
    },
    slot: (slot) => void slots.push(slot),
    thing(name, words) {
      const timed = resolve(lesson)
      const copied = copiedFrom(timed, lesson.elements)
      return { name, words, copied: { ...copied, elements: lesson.elements, style: like.style ?? null }, slots }
    },
  }
}
