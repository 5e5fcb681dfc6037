import { LESSON_VERSION } from './schema'

/**
 * A lesson as an older Vivid Vane wrote it, in today's form. Version 1 knew no poses, rides or
 * staggers: it lacks their fields, which the schema fills in.
 */
export function upgraded(value: unknown): unknown {
  const version = (value as { version?: unknown } | null)?.version
  return version === 1 ? { ...(value as object), version: LESSON_VERSION } : value
}
