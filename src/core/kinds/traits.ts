import type { Point, Rect } from '../geometry'
import type { Element, Lesson, Medium } from '../lesson/schema'
import { localBox, type Chimes, type FrameEdge, type Going, type Handle, type Placed } from './kind'
import type { ElementKind } from './looks'
import { kindNamed, kindOf } from './registry'
import { toWords } from '../../words/words'

/** What is asked of an element without knowing what kind it is; each stands explained in `Kind`. */
export const isView = (e: Element): boolean => kindOf(e).view !== undefined
/** How a view is gone to and left; null for what is none. */
export const goingOf = (e: Element): Going | null => kindOf(e).view?.(e) ?? null
/** Whether an element stands for many: a ripple on every click. */
export const isRule = (e: Element): boolean => kindOf(e).rule?.(e) ?? false
/** What a kind is called. */
export const titleOf = (kind: ElementKind): string => toWords(kindNamed(kind).title)
/** Whether words are written in it. */
export const hasWords = (e: Element): boolean => kindOf(e).fields.some((f) => f.path === 'text')
/** Whether its pixels can be worked on: it shows a picture, not only shapes. */
export const hasPixels = (e: Element): boolean => kindOf(e).fields.some((f) => f.path.startsWith('grade.'))
/** The path of the level of what is heard, in dB. */
export const LEVEL_PATH = 'look.levelDb'
/** Whether an element has a place of its own on the picture. */
export const hasPlace = (e: Element): boolean => !kindOf(e).whole && !isRule(e) && !isGround(e)
/** Whether it takes its place and size from the frame. */
export const isGround = (e: Element): boolean => kindOf(e).ground?.(e) ?? false
/** Whether it plays footage or sound. */
export const isClip = (e: Element): boolean => kindOf(e).plays !== undefined
export const sizeOf = (e: Element): { w: number; h: number } => kindOf(e).size(e)
/** What its crop leaves of an element, in its own pixels. */
export function croppedBox(e: Element): Rect {
  const { left, right, top, bottom } = e.crop
  const { x, y, w, h } = localBox(e, sizeOf(e))
  return {
    x: x + left * w,
    y: y + top * h,
    w: Math.max(0, w * (1 - left - right)),
    h: Math.max(0, h * (1 - top - bottom)),
  }
}
export const settle = (e: Element, lesson: Pick<Lesson, 'frame' | 'media'>): void => kindOf(e).settle?.(e, lesson)
export const heldBy = (e: Element): FrameEdge | null => kindOf(e).held?.(e) ?? null
/** Whether it can be turned by hand. */
export const canTurn = (e: Element): boolean =>
  kindOf(e).pulls !== 'none' && !isGround(e) && !kindOf(e).upright && heldBy(e) === null
export const letGo = (e: Element): void => kindOf(e).letGo?.(e)
export const heightByHand = (e: Element): void => kindOf(e).heightByHand?.(e)
export const mediumOf = (e: Element): string | null => kindOf(e).medium?.(e) ?? null
export const aimOf = (e: Element): Point | null => kindOf(e).aim?.(e) ?? null
export const aimAt = (e: Element, spot: Point | null): void => kindOf(e).aimAt?.(e, spot)
/** Whether it can be given something to point at, and be left without. */
export const canAim = (e: Element): boolean => kindOf(e).aimAt !== undefined
export const handlesOf = (e: Element): Handle[] => kindOf(e).handles?.(e) ?? []
export const canRepoint = (e: Element): boolean => kindOf(e).points?.(e) ?? false
/** The lesson that an element places in its own; null for what places none. */
export const placedIn = (e: Element): Placed | null => kindOf(e).lesson?.(e) ?? null
/** The sound that is heard of it each time something happens; null for what makes none. */
export const chimesOf = (e: Element): Chimes | null => kindOf(e).chimes?.(e) ?? null
/** Whether an element can show or play a medium. */
export function shows(e: Element, medium: Medium | undefined): boolean {
  if (!medium) return false
  const { plays, sounds } = kindOf(e)
  if (plays === 'sound' || sounds) return medium.kind === 'sound' || medium.sound === true
  return medium.kind === 'picture' || (plays === 'footage' && medium.kind === 'take')
}
