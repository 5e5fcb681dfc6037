import { type LibraryFile } from '@/contract/routes'
import { and, desc, eq, like } from 'drizzle-orm'
import type { Medium } from '@/core/lesson/schema'
import { database } from '../db/client'
import { media } from '../db/schema'

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
/** What is being made ready, by the hash of its content; all of the server's modules share it. */
const owners = ((globalThis as { vaneOwners?: Map<string, Promise<unknown>> }).vaneOwners ??= new Map())

/**
 * The medium of a content: the one in the library, else made ready by one owner at a time. Who comes with the same
 * bytes meanwhile waits and shares what came of it; where that owner failed or was cancelled, the next one tries.
 *
 * @param size  bytes that it has
 * @throws what `make` throws; on cancel, the signal's reason
 */
export async function ownedBy(
  sha256: string,
  size: number,
  signal: AbortSignal | undefined,
  make: () => Promise<Medium>,
): Promise<Medium> {
  for (;;) {
    signal?.throwIfAborted()
    const known = await mediumBySha(sha256)
    if (known) return known
    const owner = owners.get(sha256)
    if (owner) {
      await owner.catch(() => {})
      continue
    }
    const making = make().then(async (medium) => {
      await keepMedium(medium, size)
      return medium
    })
    owners.set(sha256, making)
    return await making.finally(() => owners.delete(sha256))
  }
}
/** Puts a medium into the library, under the hash of its content. */
export async function keepMedium(medium: Medium, bytes: number): Promise<void> {
  await database()
    .insert(media)
    .values({ sha256: medium.sha256, name: medium.name, kind: medium.kind, medium, bytes, createdAt: new Date() })
    .onDuplicateKeyUpdate({ set: { medium } })
}
