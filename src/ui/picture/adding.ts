import { toast } from 'sonner'
import { addElement, attach, elementAt, liftOut, repoint, setElements, windowOver } from '@/core/edits'
import { apply, inverse, type Point, type Rect } from '@/core/geometry'
import { hasWords, kindNamed } from '@/core/kinds'
import type { Element, Passing } from '@/core/lesson/schema'
import { framingOf, hitAt, spaceOf } from '@/core/scene'
import { actHere } from '../state/inPose'
import { desk, edit, freshId, isFramed, select, setDesk } from '../state/desk'
import { inWords, toWords } from '../../words/words'

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

/**
 * What is being added goes to a spot of the picture, or into a rectangle that was drawn there; a line, to the spot from
 * where it was drawn.
 */
export function placeAdded(p: Point, rect: Rect | null, from: Point | null = null): void {
  const { adding: wanted, timed: now, playhead: frame } = desk()
  if (!wanted) return
  if (wanted.window) {
    setDesk({ adding: null })
    if (rect) putWindow(wanted.window, rect)
    return
  }
  if (wanted.lift) {
    setDesk({ adding: null })
    if (rect) {
      const id = freshId('cut')
      if (edit(inWords('picture.liftAPartOut'), liftOut(rectOnTake(rect), id, actHere(), wanted.lift === 'still')))
        select([id], true)
    }
    return
  }
  const { roles, fresh } = kindNamed(wanted.kind)
  const take = !roles.view && fresh(now.lesson).space === 'framed'
  const at = take ? onTake(p) : p
  const drawnAt = rect && take ? rectOnTake(rect) : rect
  const made = elementAt(now, {
    kind: wanted.kind,
    id: freshId(wanted.kind),
    frame,
    moment: wanted.moment,
    until: wanted.until,
    at,
    rect: drawnAt,
    from: from && take ? onTake(from) : from,
    media: wanted.media,
  })
  setDesk({ adding: null })
  if (edit(inWords('picture.add', made.name.toLowerCase()), addElement(made))) {
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
export function answerAdding(p: Point): boolean {
  const { adding: wanted, timed: now, playhead: frame } = desk()
  if (wanted?.repoint) {
    const own = now.lesson.elements.find((x) => x.id === wanted.repoint)
    const m = own && spaceOf(now, own, frame, isFramed())
    setDesk({ adding: null })
    if (
      own &&
      m &&
      edit(inWords('picture.pointAtTheNextThing', own.name), repoint(own.id, actHere(), apply(inverse(m), p)))
    )
      setDesk({ moveEnd: 'end' })
    return true
  }
  if (wanted?.ride) {
    const hit = hitAt(now, frame, p, isFramed(), wanted.ride)
    if (!hit) return true
    setDesk({ adding: null })
    const { ride } = wanted
    const one = ride.length === 1
    if (
      edit(
        one ? inWords('picture.letItRideOn', hit.name) : inWords('picture.letElementsRideOn', ride.length, hit.name),
        attach(ride, hit.id, frame),
      )
    )
      toast(
        inWords('picture.alongWithItsPlaceTurn', one ? inWords('picture.itGoes') : inWords('picture.theyGo'), hit.name),
        {
          duration: 9000,
          action: {
            label: inWords('picture.fadeWithItToo'),
            onClick: () => void edit(inWords('picture.carryOpacityToo'), setElements(ride, { 'rides.fades': true })),
          },
        },
      )
    return true
  }
  return false
}

/** Shows elements only within a rectangle of the picture, and selects the first of them, to be scrolled. */
function putWindow(ids: string[], rect: Rect): void {
  const names = desk().lesson.elements.filter((e) => ids.includes(e.id))
  const tall = names.length === 1
  if (
    edit(
      inWords('picture.showWithinAWindow', names[0]?.name ?? ''),
      windowOver(ids, rect, freshId('group'), desk().playhead, tall),
    )
  )
    select(ids)
}
/** What is waited for, as it is said on the picture. */
export function promptFor(adding: NonNullable<ReturnType<typeof desk>['adding']>): string {
  if (adding.repoint) return inWords('picture.pointAtTheNext')
  if (adding.ride) return inWords('picture.pointAtWhatItIs')
  if (adding.lift) return inWords('picture.drawWhatIsToBe')
  if (adding.window) return inWords('picture.drawTheWindowThatIt')
  if (kindNamed(adding.kind).roles.view) return inWords('picture.drawTheRectangleToShow')
  const { title, added, pulls } = kindNamed(adding.kind)
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
