import { z } from 'zod'
import { Lesson } from '@/core/lesson/schema'

const HEAD = { $id: 'lesson.schema.json', title: 'Vivid Vane lesson, version 4' }

/** The published JSON schema of a lesson (draft 2020-12), as it stands in docs/lesson.schema.json. */
export const lessonSchema = (): string =>
  `${JSON.stringify({ ...HEAD, ...z.toJSONSchema(Lesson, { io: 'input', unrepresentable: 'any' }) }, null, 1)}\n`
