import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2'
import { createPool, type Pool } from 'mysql2/promise'
import * as schema from './schema'
import { inWords } from '../../words/words'

export type Database = MySql2Database<typeof schema>
const kept = globalThis as unknown as { vaneDatabase?: { pool: Pool; db: Database } }

/** The database of this process, at DATABASE_URL. Connections that broke are made again on the next query. */
export function database(): Database {
  if (!kept.vaneDatabase) {
    const url = process.env.DATABASE_URL
    if (!url) throw new Error(inWords('running.databaseUrlIsNotSet'))
    const pool = createPool({ uri: url, connectionLimit: 6, timezone: 'Z', enableKeepAlive: true })
    kept.vaneDatabase = { pool, db: drizzle(pool, { schema, mode: 'default' }) }
  }
  return kept.vaneDatabase.db
}
export async function closeDatabase(): Promise<void> {
  await kept.vaneDatabase?.pool.end()
  delete kept.vaneDatabase
}
