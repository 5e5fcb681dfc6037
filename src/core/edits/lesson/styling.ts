import { z } from 'zod'
import { applyStyle, restyle, settle, styleValues } from '../../kinds'
import { HouseStyle } from '../../lesson/schema'
import { define, Ids } from '../ground/act'
import { Path } from '../ground/args'
import { placeAlways } from './always'
import { elementsIn } from '../ground/chosen'
import { setAll } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

/** Gives a lesson a house style, or none: what follows it changes with it, but for what was set by hand. */
export const setStyle = define('setStyle', [HouseStyle.nullable()], (style) => (draft, given) => {
  const before = draft.style
  draft.style = structuredClone(style)
  const stood = JSON.stringify(before?.always ?? null)
  if (JSON.stringify(style?.always ?? null) !== stood) placeAlways(draft, style?.always ?? null, given)
  if (!style) return
  for (const e of draft.elements) {
    restyle(e, before, style, draft)
    if (e.styled) settle(e, draft)
  }
})

/** Lets elements follow a look of the house style of their lesson, empty: that of their kind; null: none any more. */
export const followStyle = define(
  'followStyle',
  [Ids.elements, z.string().max(40).nullable()],
  (ids, look) => (draft) => {
    const { style } = draft
    if (look !== null && !style) throw new Unfit(said('edits.theLessonHasNoHouse'))
    for (const e of elementsIn(draft, ids)) {
      if (look === null) e.styled = null
      else applyStyle(e, style!, draft, look || undefined)
      settle(e, draft)
    }
  },
)

/** Puts values of elements back to what the house style says. */
export const putBack = define('putBack', [Ids.elements, z.array(Path)], (ids, paths) => (draft) => {
  const { style } = draft
  if (!style) throw new Unfit(said('edits.theLessonHasNoHouse'))
  for (const e of elementsIn(draft, ids)) {
    const values = [...(styleValues(e, style, draft) ?? [])].filter(([path]) => paths.includes(path))
    setAll(e, Object.fromEntries(values))
    settle(e, draft)
  }
})
