import { inverse } from '../../geometry'
import { fieldsOf, hasPixels, hasPlace, isClip, isGround, newElement, isLine, isGauge } from '../../kinds'
import { noPassing } from '../../lesson/make'
import type { Element, Lesson } from '../../lesson/schema'
import { matrixOf } from '../../motion'
import { setAt } from '../../values'
import { define, Ids, type Given } from '../ground/act'
import { elementsIn } from '../ground/chosen'
import { numbered } from '../ground/names'
import { plain, withElement } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { inWords, said } from '../../../words/words'

/** How much of what is not filled yet is seen. */
const EMPTY_OPACITY = 0.35

/** A pale copy behind a picture that carries it along: what is not filled yet. */
function emptyOf(own: Element, draft: Lesson, given: Given): Element {
  const span = given.timed.spans.get(own.id)!
  const e = plain(own)
  Object.assign(e, {
    id: given.newId('empty'),
    name: numbered(`${own.name}, empty`.slice(0, 110), new Set(draft.elements.map((x) => x.name))),
    start: withElement(own.id, 'start', span.from),
    end: withElement(own.id, 'end', span.to),
    opacity: EMPTY_OPACITY,
    arrival: noPassing(),
    departure: noPassing(),
    poses: [],
    loop: null,
    follows: null,
    reads: {},
    shadow: null,
    rides: isGround(own) ? null : { on: own.id, by: inverse(matrixOf(own)).map((v) => v || 0), fades: true },
  })
  if (isClip(e)) setAt(e.look, 'muted', true)
  setAt(e.look, 'grade', { exposure: 0, contrast: 0, saturation: -100, warmth: 0 })
  return e
}
/**
 * Fills a picture, footage or whatever has a place like a bar: it is uncovered from one side for as long as it is
 * there, by a gauge that can be tied, keyed and rest. Of two, the lower one is how it looks empty, and the upper one
 * how it looks full, and both stand in one place; of one, a pale copy of it is its empty look.
 */
export const fillLikeBar = define('fillLikeBar', [Ids.elements], (ids) => (draft, given) => {
  const chosen = elementsIn(draft, ids).filter((e) => (hasPlace(e) || isGround(e)) && !isGauge(e) && !isLine(e))
  if (chosen.length === 0) throw new Unfit(said('edits.thereIsNothingThatCouldBe'))
  if (chosen.length > 2) throw new Unfit(said('edits.aPictureIsFilledOr'))
  const full = chosen.at(-1)!
  const span = given.timed.spans.get(full.id)
  if (!span) return
  if (!fieldsOf(full).some((f) => f.path === 'reveal.shown')) throw new Unfit(said('edits.thisCannotBeUncovered'))
  const at = draft.elements.findIndex((x) => x.id === full.id)
  if (chosen.length === 2) {
    const empty = chosen[0]!
    const { x, y, width, height, rotation, track, space } = full
    Object.assign(empty, { x, y, width, height, rotation, track, space, rides: full.rides && plain(full.rides) })
    empty.scale = { ...full.scale }
    empty.anchor = { ...full.anchor }
    Object.assign(empty, {
      start: withElement(full.id, 'start', span.from),
      end: withElement(full.id, 'end', span.to),
    })
  } else if (hasPixels(full)) draft.elements.splice(at, 0, emptyOf(full, draft, given))
  const gauge = newElement(draft, 'gauge', given.newId('gauge'), {
    start: withElement(full.id, 'start', span.from),
    end: withElement(full.id, 'end', span.to),
  })
  setAt(gauge.look, 'runs', 'span')
  gauge.name = numbered(inWords('edits.howFullIs', full.name).slice(0, 110), new Set(draft.elements.map((x) => x.name)))
  draft.elements.push(gauge)
  full.reads['reveal.shown'] = { gauge: gauge.id, from: [0, 100], to: [0, 100], step: 0, steps: [] }
})
