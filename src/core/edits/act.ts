import type { Draft } from 'immer'
import type { Lesson } from '../lesson/schema'

/** An edit: changes the draft of a lesson that it is given. */
export type Edit = (draft: Draft<Lesson>) => void
