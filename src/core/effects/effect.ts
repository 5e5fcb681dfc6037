import type { z } from 'zod'
import type { Work } from '../display'
import type { Unranged } from '../values/ranged'
import type { Said } from '../../words/words'

/** A colour of what a picture shows, by which one it is. */
export type SeenColour = 'screen' | 'main' | 'beside'

/** Something that is done to the pixels of a picture or of footage before it is laid down. */
export interface Effect<Name extends keyof Work, Schema extends z.ZodType> {
  /** What stands in the file under its name; null where it is not done. */
  schema: Schema
  label: Said
  /** What a new one is. */
  fresh: NonNullable<z.output<Schema>>
  /** Which of its colours begin as one of what is shown. */
  seen?: Readonly<Record<string, SeenColour>>
  /** Its values, in the order in which they are shown. */
  fields: readonly Unranged[]
  /** What is to be painted, shares as 0 to 1; undefined where it changes nothing. */
  work(value: NonNullable<z.output<Schema>>): Work[Name]
}
/** An effect as it is declared; its name is that of its part of `Work`. */
export const effect = <Name extends keyof Work, Schema extends z.ZodType>(
  _name: Name,
  it: Effect<Name, Schema>,
): Effect<Name, Schema> => it
