import type { Element } from '../../lesson/schema'
import type { ChimeLook } from '../chime/look'
import { kindOf } from '../registry'

/** A sound that is heard each time something happens: which, when, and how loud. */
export interface Chimes {
  media: string
  at: ChimeLook['at']
  of: string | null
  variants: number
  chance: number
  levelDb: number
  duckDb: number
  muted: boolean
}
export const chimesOf = (e: Element): Chimes | null => kindOf(e).roles.chimes?.(e) ?? null
