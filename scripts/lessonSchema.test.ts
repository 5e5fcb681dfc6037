import { readFileSync } from 'node:fs'
import path from 'node:path'
import { lessonSchema } from './lessonSchema'

test('the published schema is the one the program uses (npx tsx scripts/writeSchema.ts writes it)', () =>
  expect(readFileSync(path.join(__dirname, '../docs/lesson.schema.json'), 'utf8')).toBe(lessonSchema()))
