import type { Element } from '../../lesson/schema'
import type { Span, Timed } from '../../timing'
import { kindOf } from '../registry'

/** Its value is read by others: what it is at a frame, of an element as its keyframes have it. */
export type Gauge = (frame: number, span: Span, timed: Timed) => number

export const gaugeOf = (e: Element): Gauge | null => kindOf(e).roles.gauge?.(e) ?? null
export const isGauge = (e: Element): boolean => kindOf(e).roles.gauge !== undefined
