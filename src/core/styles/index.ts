import type { HouseStyle } from '../lesson/style'
import { chalk } from './chalk'
import { linen } from './linen'
import { signal } from './signal'

/** The house styles that ship with the program: quiet, bold, drawn by hand. */
export const SHIPPED_STYLES: readonly HouseStyle[] = [linen, signal, chalk]
/** What a new lesson follows. */
export const USUAL_STYLE = linen
