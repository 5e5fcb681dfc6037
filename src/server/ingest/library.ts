import { stat } from 'node:fs/promises'
import { type LibraryFile } from '@/contract/routes'
import { and, desc, eq, like } from 'drizzle-orm'
import type { Medium } from '@/core/lesson/schema'
import { database } from '../db/client'
import { media } from '../db/schema'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { hashOf, processFile, type Making } from './process'

/** The files that were ever brought in, latest first; `search` finds a part of the name. */
export async function listMedia(search = '', kind = ''): Promise<LibraryFile[]> {
  const term = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`
  const rows = await database()
    .select()
    .from(media)
    .where(and(search ? like(media.name, term) : undefined, kind ? eq(media.kind, kind) : undefined))
    .orderBy(desc(media.createdAt))
    .limit(300)
  return rows.map((r) => ({ ...r, kind: r.medium.kind, createdAt: r.createdAt.toISOString() }))
}

export async function mediumBySha(sha256: string): Promise<Medium | null> {
  const [row] = await database().select().from(media).where(eq(media.sha256, sha256))
  return row?.medium ?? null
}
/**
 * Takes a file that was made here into the library.
 *
 * @param name  how it is called there
 * @throws Problem 507 when the disk has no room for it; what `processFile` throws
 */
export async function takeMade(file: string, name: string, making: Making): Promise<Medium> {
  const { size } = await stat(file)
  await needRoom(`“${name}”`, size)
  const medium = await processFile(file, name, dataRoot(), await hashOf(file, making), making)
  await keepMedium(medium, size)
  return medium
}
export async function keepMedium(medium: Medium, bytes: number): Promise<void> {
  await database()
    .insert(media)
    .values({ sha256: medium.sha256, name: medium.name, kind: medium.kind, medium, bytes, createdAt: new Date() })
    .onDuplicateKeyUpdate({ set: { medium } })
}
