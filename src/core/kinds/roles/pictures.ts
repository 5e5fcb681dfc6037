import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** It shows a picture that was brought in, which stands still. */
export interface Pictures {
  medium: string
}
export const pictures = (e: Element): Pictures | null => kindOf(e).roles.pictures?.(e) ?? null
