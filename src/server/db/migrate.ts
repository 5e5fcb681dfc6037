import { migrate as run } from 'drizzle-orm/mysql2/migrator'
import path from 'node:path'
import { appRoot } from '../root'
import { database } from './client'

/** Brings the database to the present schema. */
export const migrate = (): Promise<void> =>
  run(database(), { migrationsFolder: path.join(appRoot(), 'src/server/db/migrations') })
