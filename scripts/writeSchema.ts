/** Writes docs/lesson.schema.json from the Zod schema. Run: npx tsx scripts/writeSchema.ts */
import { writeFileSync } from 'node:fs'
import { lessonSchema } from './lessonSchema'

writeFileSync('docs/lesson.schema.json', lessonSchema())
