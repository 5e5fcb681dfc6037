import type { Work } from '../display'
import type { Unranged } from '../values/ranged'
import { grade } from './grade'
import { key } from './key'
import { swap } from './swap'

export type { SeenColour } from './effect'

/** What can be done to the pixels of a picture or of footage, in the order in which it is offered. */
const EFFECTS = { key, grade, swap }
type Effects = typeof EFFECTS
type EffectName = keyof Effects
const all = Object.entries(EFFECTS) as [EffectName, Effects[EffectName]][]

/** What stands in the file, for the schemas of looks that show a picture. */
export const PIXELS = Object.fromEntries(all.map(([name, e]) => [name, e.schema])) as {
  [N in EffectName]: Effects[N]['schema']
}
/** The effects as parts of a look, which are there or not. */
export const PIXEL_PARTS = all.map(([path, { label, fresh, seen }]) => ({ path, label, fresh, ...(seen && { seen }) }))
/** The values of all effects, by their paths in a look. */
export const PIXEL_FIELDS: readonly Unranged[] = all.flatMap(([name, e]) =>
  e.fields.map((f) => ({ ...f, path: `${name}.${f.path}`, when: [name] as const })),
)

type Values = { [N in EffectName]: Parameters<Effects[N]['work']>[0] | null }
/** What is done to the pixels of a look, for those who paint it; undefined where nothing is. */
export function workOf(look: Values): Work | undefined {
  const work: Work = {}
  for (const [name, e] of all) {
    const value = look[name]
    const done = value && (e.work as (v: typeof value) => Work[EffectName])(value)
    if (done) Object.assign(work, { [name]: done })
  }
  return Object.keys(work).length > 0 ? work : undefined
}
