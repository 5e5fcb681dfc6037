import { migrate as run } from 'drizzle-orm/mysql2/migrator'
import { sql } from 'drizzle-orm'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { appRoot } from '../root'
import { database } from './client'

/** Brings the database to the present schema. */
export const migrate = (): Promise<void> =>
  run(database(), { migrationsFolder: path.join(appRoot(), 'src/server/db/migrations') })

/** Whether the database was brought further than this program knows: by a newer one. */
export async function isNewer(): Promise<boolean> {
  const { entries } = JSON.parse(
    await readFile(path.join(appRoot(), 'src/server/db/migrations/meta/_journal.json'), 'utf8'),
  ) as { entries: { when: number }[] }
  const known = Math.max(...entries.map((e) => e.when))
  try {
    const [rows] = await database().execute(sql`select max(created_at) as latest from __drizzle_migrations`)
    return Number((rows as unknown as { latest: number | null }[])[0]?.latest ?? 0) > known
  } catch {
    // There is no such table in a database that is made just now.
    return false
  }
}
