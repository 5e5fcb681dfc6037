import { desc, eq, inArray } from 'drizzle-orm'
import { access, mkdir, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import type { Medium } from '@/core/lesson/schema'
import { database } from '../db/client'
import { imports, media } from '../db/schema'
import { tell } from '../events'
import { newId } from '../ids'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { hashOf, processFile } from './process'

export type ImportRow = typeof imports.$inferSelect
export const uploadsFolder = (): string => path.join(dataRoot(), 'uploads')

interface Queue { running: Map<string, AbortController>; waiting: string[]; busy: boolean }
const kept = globalThis as unknown as { vaneImports?: Queue }
const queue = (kept.vaneImports ??= { running: new Map(), waiting: [], busy: false } as Queue)

const say = async (row: ImportRow, change: Partial<ImportRow>): Promise<void> => {
  Object.assign(row, change)
  await database().update(imports).set(change).where(eq(imports.id, row.id))
  tell({ about: 'import', ...row })
}

/** Takes a finished upload into the queue. */
export async function addImport(upload: string, name: string, lesson: string | null): Promise<string> {
  const row: ImportRow = { id: newId(), name: name.slice(0, 255), upload, lesson, state: 'waiting', step: 'Waiting', share: 0, sentence: null, sha256: null, createdAt: new Date() }
  await database().insert(imports).values(row)
  tell({ about: 'import', ...row })
  enqueue(row.id)
  return row.id
}

export const listImports = (): Promise<ImportRow[]> => database().select().from(imports).orderBy(desc(imports.createdAt)).limit(50)

export async function cancelImport(id: string): Promise<void> {
  const row = await rowOf(id)
  queue.waiting = queue.waiting.filter((x) => x !== id)
  const control = queue.running.get(id)
  if (control) control.abort(new Problem(499, 'Cancelled.'))
  else if (row.state === 'waiting') await say(row, { state: 'cancelled', step: 'Cancelled' })
}
export async function retryImport(id: string): Promise<void> {
  const row = await rowOf(id)
  if (row.state !== 'failed' && row.state !== 'cancelled') return
  if (!(await there(row))) throw new Problem(410, `The upload of “${row.name}” is not there any more. Bring the file in again.`)
  await say(row, { state: 'waiting', step: 'Waiting', share: 0, sentence: null })
  enqueue(id)
}
/** Forgets an import that is over, and its upload. */
export async function forgetImport(id: string): Promise<void> {
  const row = await rowOf(id)
  if (row.state === 'running' || row.state === 'waiting') await cancelImport(id)
  await dropUpload(row)
  await database().delete(imports).where(eq(imports.id, id))
}
/** Takes up what a stopped server left unfinished. */
export async function resumeImports(): Promise<void> {
  const open = await database().select().from(imports).where(inArray(imports.state, ['waiting', 'running']))
  for (const row of open) {
    if (await there(row)) { await say(row, { state: 'waiting', step: 'Waiting', share: 0 }); enqueue(row.id) } else await say(row, { state: 'failed', step: 'Stopped', sentence: `The upload of “${row.name}” is not there any more. Bring the file in again.` })
  }
}

async function rowOf(id: string): Promise<ImportRow> {
  const [row] = await database().select().from(imports).where(eq(imports.id, id))
  if (!row) throw new Problem(404, 'This file is not being brought in any more.')
  return row
}
const fileOf = (row: ImportRow) => path.join(uploadsFolder(), row.upload)
const there = (row: ImportRow) => access(fileOf(row)).then(() => true, () => false)
const dropUpload = async (row: ImportRow) => { await rm(fileOf(row), { force: true }); await rm(`${fileOf(row)}.json`, { force: true }) }

function enqueue(id: string): void {
  queue.waiting.push(id)
  if (!queue.busy) void work()
}
async function work(): Promise<void> {
  queue.busy = true
  try {
    for (let id = queue.waiting.shift(); id; id = queue.waiting.shift()) await one(id).catch((e: Error) => console.error(e))
  } finally { queue.busy = false }
}

async function one(id: string): Promise<void> {
  const row = await rowOf(id)
  const control = new AbortController()
  queue.running.set(id, control)
  let toldAt = 0
  const onStep = (step: string, share: number) => {
    const now = Date.now()
    if (step === row.step && now - toldAt < 200) return
    toldAt = now
    row.step = step
    row.share = share
    tell({ about: 'import', ...row })
  }
  try {
    await say(row, { state: 'running', step: 'Reading', share: 0 })
    await mkdir(path.join(dataRoot(), 'media'), { recursive: true })
    const sha256 = await hashOf(fileOf(row), { signal: control.signal, onStep })
    if (!(await mediumBySha(sha256))) {
      const medium = await processFile(fileOf(row), row.name, dataRoot(), sha256, { signal: control.signal, onStep })
      await keepMedium(medium, (await stat(fileOf(row))).size)
    }
    await dropUpload(row)
    await say(row, { state: 'done', step: 'Ready', share: 1, sha256, sentence: null })
  } catch (e) {
    const cancelled = control.signal.aborted
    if (!cancelled && !(e instanceof Problem)) console.error(e)
    await say(row, cancelled ? { state: 'cancelled', step: 'Cancelled' } : { state: 'failed', step: 'Failed', sentence: e instanceof Problem ? e.message : `“${row.name}” could not be brought in (${(e as Error).message}). Try again.` })
  } finally { queue.running.delete(id) }
}

export async function mediumBySha(sha256: string): Promise<Medium | null> {
  const [row] = await database().select().from(media).where(eq(media.sha256, sha256))
  return row?.medium ?? null
}
export async function keepMedium(medium: Medium, bytes: number): Promise<void> {
  await database().insert(media).values({ sha256: medium.sha256, name: medium.name, kind: medium.kind, medium, bytes, createdAt: new Date() }).onDuplicateKeyUpdate({ set: { medium } })
}
