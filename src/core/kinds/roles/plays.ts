import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'
import type { Runs } from './runs'

/** It plays a medium as time goes by. */
export interface Plays extends Runs {
  what: 'footage' | 'sound'
  medium: string
}
/** What an element plays; null for what plays nothing. */
export const plays = (e: Element): Plays | null => kindOf(e).roles.plays?.(e) ?? null
/** Whether it plays footage or sound. */
export const isClip = (e: Element): boolean => kindOf(e).roles.plays !== undefined
