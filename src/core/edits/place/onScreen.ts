import { z } from 'zod'
import { boundsOf, inverse } from '../../geometry'
import { kindOf, newElement, settle, openingOf } from '../../kinds'
import { fading } from '../../lesson/make'
import type { Edge } from '../../lesson/schema'
import { matrixOf } from '../../motion'
import { framesPerSecond } from '../../time'
import { define, Ids, make } from '../ground/act'
import { Frame, NewId } from '../ground/args'
import { windowOver } from '../elements/grouping'
import { numbered } from '../ground/names'
import { withElement } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { inWords, said, toWords } from '../../../words/words'

/**
 * Shows elements on a drawn screen: a page that is taller begins at its top and fills its width. Both fly in turned and
 * stand; the screen carries what it shows.
 */
export const putOnScreen = define(
  'putOnScreen',
  [Ids.elements, z.enum(['monitor', 'laptop', 'tablet', 'phone']), NewId, Frame],
  (ids, form, id, frame) => (draft, given) => {
    const spans = ids.flatMap((own) => given.timed.spans.get(own) ?? [])
    if (spans.length === 0) return
    const from = Math.min(...spans.map((s) => s.from))
    const to = Math.max(...spans.map((s) => s.to))
    const loose = (at: number): Edge => ({ on: 'loose', frame: at })
    const screen = newElement(draft, 'device', id, { start: loose(from), end: loose(to) })
    const { width, height } = draft.frame
    const wide = form === 'phone' ? height * 0.4 : form === 'tablet' ? height * 1.05 : width * 0.66
    Object.assign(screen.look, { form })
    Object.assign(screen, { width: Math.round(wide), x: width / 2, y: height / 2 })
    screen.name = numbered(toWords(kindOf(screen).title), new Set(draft.elements.map((e) => e.name)))
    settle(screen, draft)
    const k = Math.min(1, (height * 0.9) / screen.height)
    screen.width = Math.round(screen.width * k)
    settle(screen, draft)
    const frames = Math.round(framesPerSecond(draft.rate))
    screen.arrival = {
      how: 'typed',
      from: 'left',
      frames,
      easing: 'cubic-bezier(0.16, 1, 0.3, 1)',
      off: { dx: -width * 0.6, dy: height * 0.12, turn: -16, scale: 0.7, opacity: 0 },
    }
    screen.departure = fading(Math.round(frames / 3), 'ease-in')
    const groupId = given.newId('shown')
    const inner = openingOf(screen)!
    const rect = boundsOf(matrixOf(screen), inner)
    // What shows a hair less than the opening would leave a line of what is below.
    make(
      windowOver(ids, { x: rect.x - 1, y: rect.y - 1, w: rect.w + 2, h: rect.h + 2 }, groupId, frame, true),
      draft,
      given,
    )
    const group = draft.elements.find((e) => e.id === groupId)
    if (!group) throw new Unfit(said('edits.thereIsNothingThatCould'))
    Object.assign(group.look, { border: null, borderPx: 0 })
    group.cornerPx = Math.round(inner.corner ?? 0)
    group.name = numbered(inWords('edits.onThe', form), new Set(draft.elements.map((e) => e.name)))
    Object.assign(group, {
      start: withElement(id, 'start', from),
      end: withElement(id, 'end', to),
      space: screen.space,
      rides: { on: id, by: inverse(matrixOf(screen)).map((v) => v || 0), fades: true },
      departure: { ...screen.departure },
    })
    screen.track = group.track
    for (const own of ids) {
      const e = draft.elements.find((x) => x.id === own)
      if (e) e.space = screen.space
    }
    draft.elements.splice(draft.elements.indexOf(group) + 1, 0, screen)
  },
)
