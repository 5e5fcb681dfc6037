import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/**
 * It does something to what lies below it: changes how that looks (of all, of its own track, of one element), shows it
 * larger, or must not let it be seen: in doubt it stays.
 */
export type Below =
  { does: 'treat'; what: 'below' | 'track' | { element: string } } | { does: 'enlarge' } | { does: 'hide' }

export const below = (e: Element): Below | null => kindOf(e).roles.below?.(e) ?? null
