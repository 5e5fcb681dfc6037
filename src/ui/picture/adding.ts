import { toast } from 'sonner'
import { addElement, attach, elementAt, liftOut, repoint, setElements, windowOver } from '@/core/edits'
import { apply, inverse, type Point, type Rect } from '@/core/geometry'
import { hasWords, kindNamed } from '@/core/kinds'
import type { Element, Passing } from '@/core/lesson/schema'
import { framingOf, hitAt, spaceOf } from '@/core/scene'
import { actHere } from '../state/inPose'
import { begin, desk, edit, freshId, isFramed, select, selectAlone, setDesk, type Doing } from '../state/desk'
import { inWords, said, toWords } from '../../words/words'

/** A point of the picture in the pixels of the frame, nothing zoomed. */
const onTake = (p: Point): Point => {
  const { timed, playhead } = desk()
  return apply(inverse(framingOf(timed, playhead, isFramed())), p)
}
/** The same of a rectangle. */
function rectOnTake(r: Rect): Rect {
  const [a, b] = [onTake(r), onTake({ x: r.x + r.w, y: r.y + r.h })]
  return { x: a.x, y: a.y, w: b.x - a.x, h: b.y - a.y }
}

type DoingOf<D extends Doing['do']> = Extract<Doing, { do: D }>
/** What the next press on the picture is for, or what is drawn there; the others are done by handles. */
const AWAITS: readonly Doing['do'][] = ['add', 'repoint', 'ride', 'window', 'lift', 'pick']
export const awaitsPress = (doing: Doing): boolean => AWAITS.includes(doing.do)
/** Whether a line is drawn for what is being done. */
export const isLineDrawn = (doing: Doing): boolean => doing.do === 'add' && kindNamed(doing.kind).pulls === 'ends'
/** Whether a rectangle is drawn for it; and whether one of the frame’s shape. */
export function drawnFor(doing: Doing): { drawn: boolean; framed: boolean } {
  if (doing.do !== 'add') return { drawn: doing.do === 'window' || doing.do === 'lift', framed: false }
  const { added, roles } = kindNamed(doing.kind)
  return { drawn: added.drawn === true, framed: roles.view !== undefined }
}

/**
 * What is being added goes to a spot of the picture, or into a rectangle that was drawn there; a line, to the spot from
 * where it was drawn.
 */
export function placeDrawn(p: Point, rect: Rect | null, from: Point | null = null): void {
  const { doing } = desk()
  begin()
  if (doing.do === 'window' && rect) putWindow(doing.elements, rect)
  if (doing.do === 'lift' && rect) lift(doing, rect)
  if (doing.do === 'add') add(doing, p, rect, from)
}
function lift({ as }: DoingOf<'lift'>, rect: Rect): void {
  const id = freshId('cut')
  if (edit(said('picture.liftAPartOut'), liftOut(rectOnTake(rect), id, actHere(), as === 'still'))) selectAlone([id])
}
function add(wanted: DoingOf<'add'>, p: Point, rect: Rect | null, from: Point | null): void {
  const { timed: now, playhead: frame } = desk()
  const { roles, fresh } = kindNamed(wanted.kind)
  const take = !roles.view && fresh(now.lesson).space === 'framed'
  const made = elementAt(now, {
    kind: wanted.kind,
    id: freshId(wanted.kind),
    frame,
    moment: wanted.moment,
    until: wanted.until,
    at: take ? onTake(p) : p,
    rect: rect && take ? rectOnTake(rect) : rect,
    from: from && take ? onTake(from) : from,
    media: wanted.media,
  })
  if (edit(said('picture.add', made.name.toLowerCase()), addElement(made))) {
    select([made.id])
    sayStyled(made, now.lesson.style?.name)
  }
  if (hasWords(made)) typeText()
}
/** How something comes, and how it goes. */
const PASSES: Record<Exclude<Passing['how'], 'none'>, readonly [string, string]> = {
  fade: [inWords('picture.fadesIn'), inWords('picture.fadesOut')],
  slide: [inWords('picture.slidesIn'), inWords('picture.slidesOut')],
  grow: [inWords('picture.growsIn'), inWords('picture.shrinksAway')],
  draw: [inWords('picture.drawsItself'), inWords('picture.isUndrawn')],
  uncover: [inWords('picture.isUncovered'), inWords('picture.isCoveredAgain')],
  typed: [inWords('picture.movesIn'), inWords('picture.movesOut')],
}
/** Says what the house style gives a new element besides standing there. */
function sayStyled({ styled, arrival, departure }: Element, style: string | undefined): void {
  const adds = [
    ...(arrival.how !== 'none' ? [PASSES[arrival.how][0]] : []),
    ...(departure.how !== 'none' ? [PASSES[departure.how][1]] : []),
  ]
  if (styled && style && adds.length > 0)
    toast(inWords('picture.byTheHouseStyleIt', style, adds.join(' and ')), { id: 'styled', duration: 3000 })
}
/** What was asked for is pointed at: the next thing for an arrow, or what is to be ridden on. */
export function answerPress(doing: Doing, p: Point): boolean {
  if (doing.do === 'repoint') repointTo(doing, p)
  else if (doing.do === 'ride') rideOn(doing, p)
  else return false
  return true
}
function repointTo({ element }: DoingOf<'repoint'>, p: Point): void {
  const { timed, playhead } = desk()
  const own = timed.lesson.elements.find((x) => x.id === element)
  const m = own && spaceOf(timed, own, playhead, isFramed())
  begin()
  if (!own || !m) return
  if (edit(said('picture.pointAtTheNextThing', own.name), repoint(own.id, actHere(), apply(inverse(m), p))))
    setDesk({ moveEnd: 'end' })
}
function rideOn({ elements }: DoingOf<'ride'>, p: Point): void {
  const { timed, playhead } = desk()
  const hit = hitAt(timed, playhead, p, isFramed(), elements)
  if (!hit) return
  begin()
  const one = elements.length === 1
  const label = one
    ? said('picture.letItRideOn', hit.name)
    : said('picture.letElementsRideOn', elements.length, hit.name)
  if (!edit(label, attach(elements, hit.id, playhead))) return
  const goes = one ? inWords('picture.itGoes') : inWords('picture.theyGo')
  const fade = () => void edit(said('picture.carryOpacityToo'), setElements(elements, { 'rides.fades': true }))
  toast(inWords('picture.alongWithItsPlaceTurn', goes, hit.name), {
    duration: 9000,
    action: { label: inWords('picture.fadeWithItToo'), onClick: fade },
  })
}

/** Shows elements only within a rectangle of the picture, and selects the first of them, to be scrolled. */
function putWindow(ids: string[], rect: Rect): void {
  const names = desk().lesson.elements.filter((e) => ids.includes(e.id))
  const tall = names.length === 1
  if (
    edit(
      said('picture.showWithinAWindow', names[0]?.name ?? ''),
      windowOver(ids, rect, freshId('group'), desk().playhead, tall),
    )
  )
    select(ids)
}
/** What is waited for, as it is said on the picture. `single`: one element alone is grasped. */
export function promptFor(doing: Doing, single: boolean): string | null {
  switch (doing.do) {
    case 'select':
    case 'anchor':
      return null
    case 'pick':
      return inWords('picture.pressWhereTheColourIs')
    case 'correct':
      return inWords('picture.dragTheRingToWhere')
    case 'crop':
      return single ? inWords('picture.dragTheBracketsToCrop') : null
    default:
      return inWords('picture.escapeGivesUp', awaitedBy(doing))
  }
}
function awaitedBy(doing: DoingOf<'add' | 'repoint' | 'ride' | 'window' | 'lift'>): string {
  if (doing.do === 'repoint') return inWords('picture.pointAtTheNext')
  if (doing.do === 'ride') return inWords('picture.pointAtWhatItIs')
  if (doing.do === 'lift') return inWords('picture.drawWhatIsToBe')
  if (doing.do === 'window') return inWords('picture.drawTheWindowThatIt')
  const { title, added, pulls, roles } = kindNamed(doing.kind)
  if (roles.view) return inWords('picture.drawTheRectangleToShow')
  const or = added.drawn ? inWords('picture.orDrawItsBox') : pulls === 'ends' ? inWords('picture.orDrawItThere') : ''
  return inWords('picture.pointAtTheSpotFor', toWords(title).toLowerCase(), or)
}
/** Puts the keyboard into the selected element’s text. */
export const typeText = (): void => {
  setTimeout(() => {
    const text = document.querySelector<HTMLTextAreaElement>('[data-testid=details] textarea')
    text?.focus()
    text?.select()
  }, 50)
}
