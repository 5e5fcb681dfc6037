import { mediumOf, plays } from '../../kinds'
import { Element, Medium, type Edge, type Lesson } from '../../lesson/schema'
import type { Always } from '../../lesson/style'
import type { Timed } from '../../timing'
import { make, type Given } from '../ground/act'
import { mediumIdOf } from './bringIn'
import { changeRateOf } from '../clips/rate'
import { numbered } from '../ground/names'
import { plain, tie } from '../ground/plain'
import { removeElements } from '../elements/elements'
import { addMedium } from './lesson'
import { resizeElement } from '../place/shaping'

/** An element that lasts for so much of its lesson lasts for all of it, whatever lesson it stands in. */
const ALL = 0.9
/**
 * What stands in every lesson of a style when some elements do so besides those that do already: for all of it, from
 * its beginning, or until its end, whichever they are nearer to.
 */
export function alwaysFrom(timed: Timed, more: readonly Element[]): Always {
  const { lesson, length } = timed
  const added = new Set(more.map((e) => e.id))
  const elements = lesson.elements.filter((e) => e.always || added.has(e.id))
  const ids = new Set(elements.map((e) => e.id))
  const stands = (own: Element): Element => {
    const e = plain(own)
    const { from, to } = timed.spans.get(e.id)!
    const among = (edge: Edge) => edge.on === 'element' && ids.has(edge.element)
    if (to - from >= length * ALL) {
      if (!among(e.start)) e.start = tie('lesson:start', 0, 0)
      if (!among(e.end)) e.end = tie('lesson:end', 0, 0)
    } else if (from < length - to) {
      if (!among(e.start)) e.start = tie('lesson:start', from, from)
      if (!among(e.end)) e.end = { on: 'length', frames: to - from }
    } else {
      if (!among(e.end)) e.end = tie('lesson:end', to - length, to)
      if (!among(e.start)) e.start = { on: 'length', frames: to - from }
    }
    delete e.always
    return { ...e, styled: null, follows: null, group: null }
  }
  const used = elements.flatMap((e) => mediumOf(e) ?? [])
  const media = Object.fromEntries(
    used.flatMap((id) => (lesson.media[id] ? [[id, { ...lesson.media[id], moments: [], words: [] }]] : [])),
  )
  return {
    frame: { ...lesson.frame },
    rate: { ...lesson.rate },
    elements: elements.map((e) => stands(e) as unknown as Record<string, unknown>),
    media,
  }
}

/** Takes out what the style before had put into a lesson, a draft, and puts in what the one that it follows now has. */
export function placeAlways(draft: Lesson, always: Always | null, given: Given): void {
  const gone = draft.elements.filter((e) => e.always).map((e) => e.id)
  if (gone.length > 0) make(removeElements(gone), draft, given)
  if (!always) return
  const sound = always.elements.flatMap((own) => Element.safeParse(own).data ?? [])
  const ids = new Map(sound.map((e) => [e.id, given.newId('always')]))
  const media = new Map<string, string>()
  for (const [id, from] of Object.entries(always.media)) {
    const medium = Medium.safeParse(from).data
    if (!medium) continue
    const known = Object.entries(draft.media).find(([, m]) => m.sha256 === medium.sha256)?.[0]
    const as = known ?? mediumIdOf(draft, medium.sha256)
    media.set(id, as)
    if (!draft.media[as]) make(addMedium(as, medium), draft, given)
  }
  const taken = new Set(draft.elements.map((e) => e.name))
  const k = (draft.rate.num * always.rate.den) / (draft.rate.den * always.rate.num)
  for (const e of sound) {
    const medium = mediumOf(e)
    if (medium && !media.has(medium)) continue
    const kind = plays(e)?.what === 'sound' ? 'sound' : 'picture'
    const track = draft.tracks.find((t) => t.kind === kind)
    if (!track) continue
    resizeElement(e, always.frame, draft.frame)
    if (k !== 1) changeRateOf(e, (frames) => Math.round(frames * k))
    for (const side of ['start', 'end'] as const) {
      const edge = e[side]
      if (edge.on === 'element') e[side] = { ...edge, element: ids.get(edge.element) ?? edge.element }
    }
    if (e.rides?.on) e.rides.on = ids.get(e.rides.on) ?? null
    for (const r of Object.values(e.reads)) r.gauge = ids.get(r.gauge) ?? r.gauge
    if (medium) Object.assign(e.look, { media: media.get(medium) })
    Object.assign(e, {
      always: true,
      id: ids.get(e.id),
      track: track.id,
      name: numbered(e.name, taken),
    })
    draft.elements.push(e)
  }
}
