import { fitFactor } from './shaping'
import { mediumOf, settle, shows } from '../kinds'
import type { Lesson, Medium } from '../lesson/schema'
import { define, Id } from './act'
import { MediumArg } from './args'
import { Unfit } from './unfit'

const sizeOf = ({ width, height }: Pick<Medium, 'width' | 'height'>, frame: Lesson['frame']) => ({
  width: width ?? frame.width,
  height: height ?? frame.height,
})

/**
 * Puts another file in the place of a medium's: everything on it, in it and after it stays. Its moments, words and
 * pointer are kept, as what hangs on them is; a picture of another shape is shown whole in the place of the one before.
 */
export const replaceFile = define('replaceFile', [Id.medium, MediumArg], (id, medium) => (draft) => {
  const before = draft.media[id]!
  const users = draft.elements.filter((e) => mediumOf(e) === id)
  const bad = users.find((e) => !shows(e, medium as Medium))
  if (bad) throw new Unfit(`“${bad.name}” cannot show or play a ${medium.kind}: choose a file like “${before.name}”`)
  const [was, is] = [sizeOf(before, draft.frame), sizeOf(medium, draft.frame)]
  draft.media[id] = {
    ...(medium as Medium),
    moments: before.moments.length > 0 ? before.moments : medium.moments,
    words: before.words.length > 0 ? before.words : medium.words,
    ...(before.pointer && { pointer: before.pointer }),
  }
  if (was.width * is.height === was.height * is.width) return
  for (const e of users) {
    // As large as it fits into the box that the one before had.
    const k = fitFactor(is, { width: e.width, height: e.height })
    Object.assign(e, { width: Math.round(is.width * k * 100) / 100, height: Math.round(is.height * k * 100) / 100 })
    settle(e, draft)
  }
})
