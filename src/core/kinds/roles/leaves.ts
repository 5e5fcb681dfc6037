import type { Rect } from '../../geometry'
import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** What it leaves free of the frame that it covers the edges of; null for what covers none. */
export const leavesOf = (e: Element): Rect | null => kindOf(e).roles.leaves?.(e) ?? null
