import type { Window } from '../../display'
import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** The opening in it that something can be shown in, in its own pixels; null for what has none. */
export const openingOf = (e: Element): Window | null => kindOf(e).roles.opening?.(e) ?? null
