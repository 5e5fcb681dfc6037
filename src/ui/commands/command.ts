import { elementIn } from '@/core/edits'
import { mediumOf } from '@/core/kinds'
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
/** The medium that what is selected shows or plays, where that is one element; null where its file is gone. */
export function chosenMedium() {
  const { elements, lesson } = desk()
  const e = elements.length === 1 ? elementIn(lesson, elements[0]!) : undefined
  const id = e && mediumOf(e)
  return id ? (lesson.media[id] ?? null) : undefined
}
/** What is selected, as a label: its name, or how many. */
export function named(): string {
  const { elements, lesson } = desk()
  return elements.length === 1
    ? `“${lesson.elements.find((e) => e.id === elements[0])?.name}”`
    : inWords('commands.elements', elements.length)
}
