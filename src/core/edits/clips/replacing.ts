import { fitFactor } from '../place/shaping'
import { mediumOf, settle, shows } from '../../kinds'
import { framesToGive, sourceUsAt } from '../../lesson/clips'
import { isStill } from '../../lesson/timeMap'
import type { Element, Lesson, Medium } from '../../lesson/schema'
import type { Timed } from '../../timing'
import { define, Id, make } from '../ground/act'
import { MediumArg } from '../ground/args'
import { placeClip } from './clips'
import { removeElements } from '../elements/elements'
import { bare, numbered } from '../ground/names'
import { clipsIn } from '../ground/standing'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

const sizeOf = ({ width, height }: Pick<Medium, 'width' | 'height'>, frame: Lesson['frame']) => ({
  width: width ?? frame.width,
  height: height ?? frame.height,
})

/**
 * What becomes of the pieces of a medium when a shorter file comes in its place: those that begin beyond its end go,
 * those that go on beyond it end with it.
 *
 * @returns the pieces that do not stay as they are, with how many frames are left of each
 */
export function cutByFile(timed: Timed, id: string, medium: Medium): { element: Element; left: number }[] {
  const { durationUs } = medium
  if (medium.kind === 'picture' || durationUs === undefined) return []
  return timed.clips.flatMap((clip) => {
    if (clip.media !== id || isStill(clip.map)) return []
    const first = Math.min(sourceUsAt(clip, clip.at, timed.lesson.rate), clip.map.inUs)
    const left = first >= durationUs ? 0 : framesToGive(clip.map, medium, timed.lesson.rate)
    return left < clip.length ? [{ element: clip.element, left }] : []
  })
}

/**
 * Puts another file in the place of a medium's: everything on it, in it and after it stays. Its moments, words and
 * pointer are kept, as what hangs on them is; a picture of another shape is shown whole in the place of the one before.
 * Of a shorter file nothing is shown that it does not have; what was called by the file is called by the new one.
 */
export const replaceFile = define('replaceFile', [Id.medium, MediumArg], (id, medium) => (draft, given) => {
  const before = draft.media[id]!
  const cut = cutByFile(given.timed, id, medium as Medium)
  const users = draft.elements.filter((e) => mediumOf(e) === id)
  const bad = users.find((e) => !shows(e, medium as Medium))
  if (bad) throw new Unfit(said('edits.cannotShowOrPlayA', bad.name, medium.kind, before.name))
  const [was, is] = [sizeOf(before, draft.frame), sizeOf(medium, draft.frame)]
  draft.media[id] = {
    ...(medium as Medium),
    moments: before.moments.length > 0 ? before.moments : medium.moments,
    words: before.words.length > 0 ? before.words : medium.words,
    ...(before.pointer && { pointer: before.pointer }),
    ...(before.things && { things: before.things }),
  }
  for (const { element, left } of cut) {
    const clip = clipsIn(draft, given).find((c) => c.id === element.id)
    if (clip && left > 0) placeClip(clip, clip.at, left)
  }
  const gone = cut.filter((c) => c.left === 0).map((c) => c.element.id)
  if (gone.length > 0) make(removeElements(gone), draft, given)
  const called = (name: string) => name.replace(/\.[^.]*$/, '').slice(0, 110)
  const taken = new Set(draft.elements.map((e) => e.name))
  for (const e of draft.elements)
    if (mediumOf(e) === id && bare(e.name) === bare(called(before.name)) && called(medium.name))
      e.name = numbered(called(medium.name), taken)
  if (was.width * is.height === was.height * is.width) return
  for (const e of users) {
    // As large as it fits into the box that the one before had.
    const k = fitFactor(is, { width: e.width, height: e.height })
    Object.assign(e, { width: Math.round(is.width * k * 100) / 100, height: Math.round(is.height * k * 100) / 100 })
    settle(e, draft)
  }
})
