import type { Rect } from '../geometry'
import type { Element, Lesson, Medium } from '../lesson/schema'
import { toWords } from '../../words/words'
import { localBox } from './kind'
import type { ElementKind } from './looks'
import { kindNamed, kindOf } from './registry'
import { chimesOf } from './roles/chimes'
import { carries } from './roles/carries'
import { heldBy, isGround } from './roles/keeps'
import { isRule, marks } from './roles/marks'
import { pictures } from './roles/pictures'
import { isClip, plays } from './roles/plays'
import type { Runs } from './roles/runs'
import { isView } from './roles/view'
import { placedIn } from './roles/within'

// What is asked of an element without knowing what kind it is; what it does in a lesson are its roles.

/** What a kind is called. */
export const titleOf = (kind: ElementKind): string => toWords(kindNamed(kind).title)
/** Whether words are written in it. */
export const hasWords = (e: Element): boolean => kindOf(e).fields.some((f) => f.path === 'text')
/** Whether its pixels can be worked on: it shows a picture, not only shapes. */
export const hasPixels = (e: Element): boolean => kindOf(e).fields.some((f) => f.path.startsWith('grade.'))
/** The path of the level of what is heard, in dB. */
export const LEVEL_PATH = 'look.levelDb'
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
/** Whether it lies as it likes, not with the frame or nowhere. */
const liesFree = (e: Element): boolean => kindOf(e).lies === undefined
/** Whether an element has a place of its own on the picture. */
export const hasPlace = (e: Element): boolean => liesFree(e) && !isRule(e) && !isGround(e)
/** Whether it can be picked on the picture. */
export const isPickable = (e: Element): boolean => hasPlace(e) || (kindOf(e).lies === 'across' && !isView(e))
/** Whether it shows nothing itself, and is seen on the picture only while someone works on it. */
export const isUnseen = (e: Element): boolean => carries(e) !== null || (kindOf(e).lies === 'nowhere' && !isClip(e))
/** Whether it is a line: it has a length, and neither a height nor an anchor point of its own. */
export const isLine = (e: Element): boolean => kindOf(e).pulls === 'ends'
/** Whether its width can be pulled on the picture. */
export const canBePulled = (e: Element): boolean => !['none', 'ends'].includes(kindOf(e).pulls)
/** Whether it can be turned by hand. */
export const canTurn = (e: Element): boolean =>
  canBePulled(e) && liesFree(e) && !isGround(e) && !marks(e) && heldBy(e) === null
/** Puts a draft where it has to be, when that follows from the frame. */
export const settle = (e: Element, lesson: Pick<Lesson, 'frame' | 'media'>): void => kindOf(e).settle?.(e, lesson)
/** Lets a draft have the height that it was given by hand. */
export const heightByHand = (e: Element): void => kindOf(e).heightByHand?.(e)
/** What of it goes on as time goes by; null for what only stands there. */
export const runs = (e: Element): Runs | null => plays(e) ?? placedIn(e)
/** The picture that it shows, or the footage or sound that it plays. */
export const mediumOf = (e: Element): string | null =>
  plays(e)?.medium ?? pictures(e)?.medium ?? chimesOf(e)?.media ?? null
/** What an element can show or play: a sound, footage or a picture. */
export const showsWhat = (e: Element): 'sound' | 'footage' | 'picture' =>
  plays(e)?.what ?? (chimesOf(e) ? 'sound' : 'picture')
/** Whether an element can show or play a medium. */
export function shows(e: Element, medium: Medium | undefined): boolean {
  if (!medium) return false
  const what = showsWhat(e)
  if (what === 'sound') return medium.kind === 'sound' || medium.sound === true
  return medium.kind === 'picture' || (what === 'footage' && medium.kind === 'take')
}
