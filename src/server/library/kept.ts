import { isDeepStrictEqual } from 'node:util'
import { and, asc, eq } from 'drizzle-orm'
import { Kept, type Keep } from '@/contract/routes'
import { kept } from '../db/schema'
import { database } from '../db/client'
import { newId } from '../ids'
import { Problem } from '../problem'
import { said } from '../../words/words'

/** What is kept of a kind, by name. What an older program left that is not sound any more is passed over. */
export async function listKept(kind: Keep['kind']): Promise<Kept[]> {
  const rows = await database().select().from(kept).where(eq(kept.kind, kind)).orderBy(asc(kept.name))
  return rows.flatMap(({ id, name, doc }) => {
    const read = Kept.safeParse({ id, kind, name, doc })
    return read.success ? [read.data] : []
  })
}
/** Keeps something for all lessons. A house style is known by its id there as well. */
export async function keep({ kind, doc }: Keep): Promise<string> {
  const id = newId()
  const own = kind === 'style' ? { ...doc, id } : doc
  await database().insert(kept).values({ id, kind, name: doc.name, doc: own, updatedAt: new Date() })
  return id
}
const gone = () => new Problem(404, said('keeping.thisIsNotKeptAny'))
/** @throws Problem 409 when a style was changed elsewhere since the revision that it was changed from */
export async function keepAgain(id: string, change: Keep): Promise<void> {
  const { kind, doc } = change
  const here = and(eq(kept.id, id), eq(kept.kind, kind))
  await database().transaction(async (tx) => {
    const [row] = await tx.select({ doc: kept.doc }).from(kept).where(here).for('update')
    if (!row) throw gone()
    const own = kind === 'style' ? { ...doc, id } : doc
    // Sent once more, as the answer did not come: it is stored.
    if (isDeepStrictEqual(row.doc, own)) return
    const now = (row.doc as { revision?: number }).revision
    if (change.kind === 'style' && change.base !== undefined && now !== change.base)
      throw new Problem(409, said('keeping.wasChangedInAnotherWindow', doc.name))
    await tx.update(kept).set({ name: doc.name, doc: own, updatedAt: new Date() }).where(here)
  })
}
/** @throws Problem 404 when nothing of that id is kept */
export async function letGoOf(id: string): Promise<void> {
  const [done] = await database().delete(kept).where(eq(kept.id, id))
  if (done.affectedRows === 0) throw gone()
}
