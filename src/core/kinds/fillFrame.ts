import type { Element, Lesson } from '../lesson/schema'

/** Lets an element, a draft, cover the frame exactly. */
export function fillFrame(e: Element, { frame: { width, height } }: Pick<Lesson, 'frame'>): void {
  Object.assign(e, { width, height, x: width / 2, y: height / 2 })
}
