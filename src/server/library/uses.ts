import { rm } from 'node:fs/promises'
import path from 'node:path'
import { asc, eq, gt, sql } from 'drizzle-orm'
import type { MediumUse } from '@/contract/routes'
import { database } from '../db/client'
import { edits, kept, lessons, media } from '../db/schema'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { said } from '../../words/words'

const SHA = /[0-9a-f]{64}/g
const PAGE = 40

/**
 * Where each file of the library is used: in which lessons, in what is kept for all of them, and whether something that
 * can be undone or put back needs it.
 */
export async function usesOfMedia(): Promise<MediumUse[]> {
  const rows = await database().select({ sha256: media.sha256 }).from(media)
  const uses = new Map<string, MediumUse>(
    rows.map(({ sha256 }) => [sha256, { sha256, lessons: [], kept: [], past: false }]),
  )
  const each = (text: string, use: (u: MediumUse) => void) => {
    for (const sha of new Set(text.match(SHA))) {
      const known = uses.get(sha)
      if (known) use(known)
    }
  }
  // A page at a time: all documents at once may be more than there is room for.
  for (let after = ''; ;) {
    const page = await database()
      .select({ id: lessons.id, name: lessons.name, removed: lessons.removedAt, text: sql<string>`${lessons.doc}` })
      .from(lessons)
      .where(gt(lessons.id, after))
      .orderBy(asc(lessons.id))
      .limit(PAGE)
    for (const { id, name, removed, text } of page)
      each(String(text), (u) => (removed ? (u.past = true) : u.lessons.push({ id, name })))
    if (page.length < PAGE) break
    after = page.at(-1)!.id
  }
  for (let after = 0; ;) {
    const page = await database()
      .select({ id: edits.id, text: sql<string>`concat(${edits.patches}, ${edits.inverse})` })
      .from(edits)
      .where(gt(edits.id, after))
      .orderBy(asc(edits.id))
      .limit(PAGE * 10)
    for (const { text } of page) each(String(text), (u) => (u.past = true))
    if (page.length < PAGE * 10) break
    after = page.at(-1)!.id
  }
  for (const { name, text } of await database()
    .select({ name: kept.name, text: sql<string>`${kept.doc}` })
    .from(kept))
    each(String(text), (u) => u.kept.push(name))
  return [...uses.values()]
}

/**
 * Takes a file out of the library for good.
 *
 * What could be undone into using it, or is put back, lacks it then: whoever removes it was told so.
 *
 * @throws Problem 409 when a lesson or something that is kept uses it
 */
export async function removeMedium(sha256: string): Promise<void> {
  const here = eq(media.sha256, sha256)
  await database().transaction(async (tx) => {
    // Who lays it meanwhile holds its row until that is stored; who comes later finds it gone (`inLibrary`).
    await tx.select({ sha256: media.sha256 }).from(media).where(here).for('update')
    const use = (await usesOfMedia()).find((u) => u.sha256 === sha256)
    if (!use) throw new Problem(404, said('keeping.thisFileIsNotInThe'))
    if (use.lessons.length > 0 || use.kept.length > 0) throw new Problem(409, said('keeping.thisFileIsUsedBy'))
    await tx.delete(media).where(here)
  })
  await rm(path.join(dataRoot(), 'media', sha256), { recursive: true, force: true })
}
