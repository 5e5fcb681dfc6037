import { z } from 'zod'
import { isSettled, memo } from '../values'
import { Element, Lesson } from './schema'

interface Def {
  type: string
  innerType: z.ZodType
  element: z.ZodType
  valueType: z.ZodType
  shape: Record<string, z.ZodType>
  options: z.ZodType[]
  discriminator?: string
  defaultValue: unknown
}
const defOf = (schema: z.ZodType): Def => schema.def as unknown as Def

/** Whether two pieces of plain data are equal. */
function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const keys = Object.keys(a)
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => alike((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  )
}

function without(schema: z.ZodType, value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value
  const def = defOf(schema)
  switch (def.type) {
    case 'optional':
    case 'nullable':
    case 'default':
      return without(def.innerType, value)
    case 'array':
      return (value as unknown[]).map((v) => part(def.element, v))
    case 'record':
      return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, part(def.valueType, v)]))
    case 'object':
      return Object.fromEntries(
        Object.entries(value).flatMap(([key, v]) => {
          const own = def.shape[key]
          if (!own || v === undefined) return []
          const { type, defaultValue } = defOf(own)
          return type === 'default' && alike(v, defaultValue) ? [] : [[key, part(own, v)]]
        }),
      )
    case 'union': {
      const by = def.discriminator
      if (!by) return value
      const kind = (value as Record<string, unknown>)[by]
      const option = def.options.find((o) =>
        (defOf(defOf(o).shape[by]!) as unknown as { values: unknown[] }).values.includes(kind),
      )
      return option ? without(option, value) : value
    }
    default:
      return value
  }
}
/** An element that cannot change any more is written once. */
const writtenElement = memo((e: object) => without(Element, e), { settled: isSettled })
const part = (schema: z.ZodType, value: unknown): unknown =>
  schema === Element ? writtenElement(value as object) : without(schema, value)

/** A lesson as it is written into a file: what is as the schema fills it in is left out. */
export const written = (lesson: Lesson): unknown => without(Lesson, lesson)
