import { readied, type ReadyThing } from '@/core/edits'
import { newElement } from '@/core/kinds'
import { emptyLesson } from '@/core/lesson/make'
import type { Lesson } from '@/core/lesson/schema'
import { timedOf } from '@/core/scene'

/** A page as a recording might show it, in greys: what ready things and looks are shown before. */
export function greyPage(like: Pick<Lesson, 'frame' | 'rate' | 'style'>): Lesson {
  const { width: w, height: h } = like.frame
  const lesson: Lesson = { ...emptyLesson('Sample'), ...like, length: 9000, background: '#e9ecea' }
  const block = (x: number, y: number, bw: number, bh: number, fill: string) => {
    const e = newElement({ ...lesson, style: null }, 'shape', `page-${lesson.elements.length}`, {
      start: { on: 'loose', frame: 0 },
      end: { on: 'length', frames: 9000 },
    })
    Object.assign(e, { x: x + bw / 2, y: y + bh / 2, width: bw, height: bh })
    Object.assign(e.look, { fill, outline: null, corner: 8 })
    lesson.elements.push(e)
  }
  block(0, 0, w * 0.14, h, '#3c4a49')
  block(w * 0.17, h * 0.07, w * 0.4, h * 0.07, '#ffffff')
  for (let i = 0; i < 6; i++) {
    const y = h * (0.2 + i * 0.125)
    block(w * 0.17, y, w * 0.79, h * 0.1, '#ffffff')
    block(w * 0.19, y + h * 0.038, w * (0.16 + ((i * 7) % 5) * 0.03), h * 0.024, '#c3cac8')
    block(w * 0.8, y + h * 0.034, w * 0.1, h * 0.032, '#d9e4de')
  }
  return lesson
}

/** What a ready thing looks like in a lesson: a page with it, and the frame in its middle. */
export function sampleOf(
  thing: ReadyThing,
  like: Pick<Lesson, 'frame' | 'rate' | 'style'>,
): { lesson: Lesson; frame: number } {
  const page = greyPage(like)
  const timed = timedOf(page)
  let n = 0
  const { elements, media, parts } = readied(thing, timed, 0, null, () => `thing-${++n}`)
  const lesson = { ...page, media, parts, elements: [...page.elements, ...elements] }
  const spans = timedOf(lesson).spans
  const own = elements.map((e) => spans.get(e.id)!)
  const [from, to] = [Math.min(...own.map((s) => s.from)), Math.max(...own.map((s) => s.to))]
  return { lesson, frame: Math.round(from + (to - from) * 0.62) }
}
