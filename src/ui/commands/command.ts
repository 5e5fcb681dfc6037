import { elementIn } from '@/core/edits'
import { mediumOf } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { desk } from '../state/desk'
import type { groups } from '../../words/groups'
import { inWords } from '../../words/words'

export interface Command {
  id: string
  title: string
  /** Under which heading it is listed. */
  group: keyof typeof groups
  /** As `Shift+ArrowLeft`; several with a space between. */
  keys?: string
  can?: () => boolean
  run: () => void
}
export const has = (): boolean => desk().elements.length > 0
export const several = (): boolean => desk().elements.length > 1
/** The element that is selected alone. */
export function chosenOne(): Element | undefined {
  const { elements, lesson } = desk()
  return elements.length === 1 ? elementIn(lesson, elements[0]!) : undefined
}
/** Whether one element is selected that shows or plays a file. */
export function hasFile(): boolean {
  const e = chosenOne()
  return e !== undefined && !!mediumOf(e)
}
/** What is selected, as a label: its name, or how many. */
export function named(): string {
  const one = chosenOne()
  return one ? `“${one.name}”` : inWords('commands.elements', desk().elements.length)
}
