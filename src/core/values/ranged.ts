import { z } from 'zod'
import { isNumber, type Field, type NumberField } from './field'

/** A field as a kind writes it: a number's range is what its schema says. */
export type Unranged =
  Field | (Omit<Extract<Field, NumberField>, 'min' | 'max'> & Partial<Pick<NumberField, 'min' | 'max'>>)

/** What may be left out, be null or have a default is told by what it is else. */
function bare(schema: unknown): unknown {
  let inner = schema
  while (inner instanceof z.ZodOptional || inner instanceof z.ZodNullable || inner instanceof z.ZodDefault)
    inner = inner.def.innerType
  return inner
}

/**
 * Fields with the ranges of their numbers, which stand in the schema alone.
 *
 * @param schema  of what their paths lead into
 * @throws Error when a number has no range there: the kind is written wrongly
 */
export function ranged(schema: z.ZodObject, fields: readonly Unranged[]): Field[] {
  return fields.map((field) => {
    if (!isNumber(field as Field)) return field as Field
    const at = field.path.split('.').reduce<unknown>((s, key) => {
      const holder = bare(s)
      return holder instanceof z.ZodObject ? (holder.shape as Record<string, unknown>)[key] : undefined
    }, schema)
    const number = bare(at)
    if (!(number instanceof z.ZodNumber)) throw new Error(`“${field.path}” is no number of the schema`)
    const { minValue, maxValue } = number
    if (!Number.isFinite(minValue) || !Number.isFinite(maxValue)) throw new Error(`“${field.path}” has no range`)
    return { ...field, min: minValue!, max: maxValue! } as Field
  })
}
