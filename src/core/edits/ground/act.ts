import type { Draft } from 'immer'
import { z } from 'zod'
import type { Lesson } from '../../lesson/schema'
import type { Timed } from '../../timing'
import { isClip } from '../../kinds'
import { elementIn } from './chosen'
import { Unfit } from './unfit'
import { said } from '../../../words/words'

/**
 * An edit: the name of a registered one with plain arguments. It can be sent, kept and made again on what a lesson has
 * become.
 */
export interface Edit {
  edit: string
  args: readonly unknown[]
}
/** What an edit finds besides its arguments: the lesson before it, and ids that nothing has yet. */
export interface Given {
  timed: Timed
  /** @param what  a word that says what the id is for: `pose`, `clip` */
  newId: (what: string) => string
}
/** Changes the draft of a lesson that it is given. */
export type Deed = (draft: Draft<Lesson>, given: Given) => void

/** What an argument may name. */
export type Named = 'element' | 'clip' | 'moment' | 'track' | 'medium'
/** An edit names something that its lesson does not have. */
export class Unknown extends Unfit {
  constructor(
    readonly what: Named,
    readonly id: string,
  ) {
    super(said('edits.theThatItIsAbout', what, id))
  }
}

const named = new WeakMap<z.ZodType, Named>()
const naming = (what: Named) => {
  const schema = z.string().min(1)
  named.set(schema, what)
  return schema
}
const listing = (what: Named) => {
  const schema = z.array(z.string().min(1)).readonly()
  named.set(schema, what)
  return schema
}
/** The id of something that has to be in the lesson. */
export const Id = {
  element: naming('element'),
  clip: naming('clip'),
  moment: naming('moment'),
  track: naming('track'),
  medium: naming('medium'),
}
/** Ids of things that have to be in the lesson. */
export const Ids = {
  elements: listing('element'),
  clips: listing('clip'),
  moments: listing('moment'),
  tracks: listing('track'),
}

const isThere: Record<Named, (lesson: Lesson, id: string, timed: Timed) => boolean> = {
  element: (lesson, id) => elementIn(lesson, id) !== undefined,
  clip: (lesson, id) => {
    const e = elementIn(lesson, id)
    return e !== undefined && isClip(e)
  },
  moment: (lesson, id, { moments }) =>
    moments.has(id) || Object.values(lesson.media).some((m) => m.moments.some((x) => x.id === id)),
  track: (lesson, id) => lesson.tracks.some((t) => t.id === id),
  medium: (lesson, id) => id in lesson.media,
}

type Args = readonly [z.ZodType, ...z.ZodType[]] | readonly []
interface Definition {
  schemas: readonly z.ZodType[]
  deed: (...args: unknown[]) => Deed
}
const registry = new Map<string, Definition>()

/** Trailing optional arguments may be left out. */
type ArgsOf<A extends Args> = z.output<z.ZodTuple<A extends readonly [] ? [] : [...A], null>>

/**
 * Registers an edit under its name.
 *
 * @param args  the schema of each argument; those at the end that are optional may be left out
 * @param deed  what it does: from its arguments to a change of a draft
 * @returns     what makes the edit from its arguments
 */
export function define<const A extends Args>(
  name: string,
  args: A,
  deed: (...args: ArgsOf<A>) => Deed,
): (...args: ArgsOf<A>) => Edit {
  if (registry.has(name)) throw new Error(`There are two edits named “${name}”`)
  registry.set(name, { schemas: args, deed: (...given) => deed(...(given as ArgsOf<A>)) })
  return (...given) => {
    const plain = [...(given as unknown[])]
    while (plain.length > 0 && plain.at(-1) === undefined) plain.pop()
    return { edit: name, args: plain }
  }
}

/** The names of all edits, with the schemas of their arguments. */
export const registered = (): ReadonlyMap<string, readonly z.ZodType[]> =>
  new Map([...registry].map(([name, { schemas }]) => [name, schemas]))
/** What an argument names, by its schema; undefined where it is no id of something in the lesson. */
export const namedBy = (schema: z.ZodType): Named | undefined => named.get(schema)
/**
 * The number of the set of edits: raised when one of them means something else than before, so that what was kept of it
 * is not made again by its name.
 */
export const EDITS = 5

/** An edit within the arguments of another. */
export const Edit: z.ZodType<Edit> = z.object({ edit: z.string(), args: z.array(z.unknown()).readonly() })
/** Edits within the arguments of another. */
const Edits = z.array(Edit).readonly()

/**
 * An edit as it was sent or kept, with its arguments checked.
 *
 * @throws Unfit when there is no such edit, or its arguments are none of its own
 */
export function readEdit(from: unknown): Edit {
  const edit = Edit.safeParse(from).data
  const definition = edit && registry.get(edit.edit)
  if (!edit || !definition) throw new Unfit(said('edits.thereIsNoEditNamed', edit?.edit ?? ''))
  const { schemas } = definition
  if (edit.args.length > schemas.length)
    throw new Unfit(said('edits.takesNoMoreThanArguments', edit.edit, schemas.length))
  const args = schemas.map((schema, i) => {
    const read = schema.safeParse(edit.args[i])
    if (!read.success) throw new Unfit(said('edits.argumentOfIsNotRight', i + 1, edit.edit))
    if (schema === (Edit as z.ZodType)) return readEdit(read.data)
    return schema === (Edits as z.ZodType) ? (read.data as Edit[]).map(readEdit) : read.data
  })
  while (args.length > 0 && args.at(-1) === undefined) args.pop()
  return { edit: edit.edit, args }
}

/**
 * Makes an edit on a draft.
 *
 * @throws Unknown, before anything is changed, when it names what the lesson does not have
 */
export function make(edit: Edit, draft: Draft<Lesson>, given: Given): void {
  const definition = registry.get(edit.edit)
  if (!definition) throw new Unfit(said('edits.thereIsNoEditNamed', edit.edit))
  definition.schemas.forEach((schema, i) => {
    const what = named.get(schema)
    const value = edit.args[i]
    if (!what || value === undefined) return
    for (const id of Array.isArray(value) ? (value as string[]) : [value as string])
      if (!isThere[what](draft, id, given.timed)) throw new Unknown(what, id)
  })
  definition.deed(...edit.args)(draft, given)
}

/** Several edits in one, each on what the one before left. */
export const inOne = define('inOne', [Edits], (list) => (draft, given) => {
  for (const edit of list) make(edit, draft, given)
})
