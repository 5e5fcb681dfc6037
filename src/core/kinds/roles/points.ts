import type { Point } from '../../geometry'
import type { Element, Lesson } from '../../lesson/schema'
import type { KeyValue } from '../../values'
import type { Said } from '../../../words/words'
import { kindOf } from '../registry'

/** The values that an element has when it points at the next thing, and how far away that is. */
export interface Repointed {
  values: Record<string, KeyValue>
  way: number
}
/** It points at something. */
export interface Points {
  /** Whether it does so now, and can be sent to the next thing. */
  now: boolean
  /** The spot that it points at besides its own place, which it can be given and left without. */
  aim?: {
    /** What leads to that spot, as people call it. */
    name: Said
    /** In the pixels of its place; null while it has none. */
    at: Point | null
    /** Lets a draft point at a spot, or at none. */
    set(spot: Point | null): void
  }
  /** How it turns to the next thing that it is to point at, inside a frame. */
  repoint(to: Point, frame: Lesson['frame']): Repointed
}
export const points = (e: Element): Points | null => kindOf(e).roles.points?.(e) ?? null
/** The spot that it points at besides its own place, in the pixels of that; null when it has none. */
export const aimOf = (e: Element): Point | null => points(e)?.aim?.at ?? null
/** Whether it points at something and can be sent to the next thing. */
export const canRepoint = (e: Element): boolean => points(e)?.now ?? false
/** Lets a draft point at a spot, or at none, where it can be given one. */
export const aimAt = (e: Element, spot: Point | null): void => points(e)?.aim?.set(spot)
