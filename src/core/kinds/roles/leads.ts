import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** Whether it is a pointer: a framing can follow it, it presses where it stops, it lies over the marks of presses. */
export const leads = (e: Element): boolean => kindOf(e).roles.leads === true
