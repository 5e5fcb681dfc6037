import { desc, eq, inArray } from 'drizzle-orm'
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdir, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { createInterface } from 'node:readline'
import { resolve } from '@/core/timing'
import { database } from '../db/client'
import { exportsTable as table } from '../db/schema'
import { tell } from '../events'
import { newId } from '../ids'
import { readLesson } from '../lessons/store'
import { Problem } from '../problem'
import type { ExportChoice } from '../render/choice'
import { appRoot, dataRoot } from '../root'

export type ExportRow = typeof table.$inferSelect
export type ExportListed = Omit<ExportRow, 'doc'>

const kept = globalThis as unknown as { vaneExports?: { running: { id: string; child: ChildProcess | null; cancelled: boolean } | null } }
const state = (kept.vaneExports ??= { running: null })

const folder = () => path.join(dataRoot(), 'exports')
export const exportFile = (id: string): string => path.join(folder(), `${id}.mp4`)

async function change(row: ExportListed, to: Partial<ExportRow>): Promise<void> {
  Object.assign(row, to)
  await database().update(table).set(to).where(eq(table.id, row.id))
  news(row)
}
const news = (row: ExportListed) => tell({ about: 'export', id: row.id, lesson: row.lesson, state: row.state, frame: row.frame, of: row.of, framesPerSecond: row.framesPerSecond, sentence: row.sentence })

/** Puts an export of the lesson, as it is now, into the queue. */
export async function addExport(lesson: string, choice: ExportChoice): Promise<string> {
  const { lesson: doc } = await readLesson(lesson)
  const { length } = resolve(doc)
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? length, length)
  if (to <= from) throw new Problem(422, `There is nothing between frame ${from} and frame ${to}: the lesson has ${length} frames. Choose another passage.`)
  if (doc.clips.length === 0) throw new Problem(422, 'There is no take in this lesson yet. Bring in a recording first.')
  const id = newId()
  await database().insert(table).values({ id, lesson, name: doc.name, doc, choice, state: 'waiting', of: to - from, createdAt: new Date() })
  void next()
  return id
}

export async function listExports(): Promise<ExportListed[]> {
  const columns = { id: table.id, lesson: table.lesson, name: table.name, choice: table.choice, state: table.state, frame: table.frame, of: table.of, framesPerSecond: table.framesPerSecond, sentence: table.sentence, bytes: table.bytes, createdAt: table.createdAt, endedAt: table.endedAt }
  return database().select(columns).from(table).orderBy(desc(table.createdAt)).limit(200)
}
export async function readExport(id: string): Promise<ExportRow> {
  const [row] = await database().select().from(table).where(eq(table.id, id))
  if (!row) throw new Problem(404, 'This export is not in the list any more.')
  return row
}

/** Cancels an export that waits or runs; takes one that is over out of the list, with its file. */
export async function removeExport(id: string): Promise<void> {
  const row = await readExport(id)
  if (state.running?.id === id) {
    state.running.cancelled = true
    state.running.child?.kill('SIGTERM')
  } else if (row.state === 'waiting') await change(row, { state: 'cancelled', endedAt: new Date() })
  else {
    await rm(exportFile(id), { force: true })
    await database().delete(table).where(eq(table.id, id))
    tell({ about: 'export', id, lesson: row.lesson, state: 'gone', frame: 0, of: 0, framesPerSecond: 0, sentence: null })
  }
}
export async function retryExport(id: string): Promise<void> {
  const row = await readExport(id)
  if (row.state !== 'failed' && row.state !== 'cancelled') return
  await change(row, { state: 'waiting', frame: 0, sentence: null, endedAt: null })
  void next()
}

/** Starts again what a stopped server left unfinished. */
export async function resumeExports(): Promise<void> {
  await database().update(table).set({ state: 'waiting', frame: 0 }).where(inArray(table.state, ['running']))
  void next()
}

async function next(): Promise<void> {
  if (state.running) return
  state.running = { id: '', child: null, cancelled: false }
  try {
    for (;;) {
      const [row] = await database().select().from(table).where(eq(table.state, 'waiting')).orderBy(table.createdAt).limit(1)
      if (!row) break
      state.running = { id: row.id, child: null, cancelled: false }
      await one(row)
    }
  } catch (e) { console.error(e) } finally { state.running = null }
}

/** Each export is a process of its own, the same command that a person can run; it ends when the server does, however that ends. */
async function one(row: ExportRow): Promise<void> {
  await mkdir(folder(), { recursive: true })
  await change(row, { state: 'running', frame: 0 })
  const doc = path.join(folder(), `${row.id}.json`)
  await writeFile(doc, JSON.stringify(row.doc))
  const option = (name: string, value: unknown) => (value === undefined ? [] : [`--${name}`, String(value)])
  const { from, to, quality, height } = row.choice
  const child = spawn('setpriv', ['--pdeathsig', 'TERM', 'nice', '-n', '5', process.execPath, '--import', path.join(appRoot(), 'node_modules/tsx/dist/loader.mjs'), path.join(appRoot(), 'src/cli/main.ts'), 'render', doc, '--out', exportFile(row.id), '--media', dataRoot(), '--json',
    ...option('from', from), ...option('to', to), ...option('quality', quality), ...option('height', height)], { stdio: ['ignore', 'ignore', 'pipe'], env: { ...process.env, NODE_OPTIONS: '', VANE_ROOT: appRoot() } })
  state.running!.child = child
  if (state.running!.cancelled) child.kill('SIGTERM')
  const ended = new Promise<number>((done) => { child.on('close', (code) => done(code ?? 1)); child.on('error', () => done(1)) })
  let sentence: string | null = null
  let storedAt = 0
  for await (const line of createInterface({ input: child.stderr! })) {
    try {
      const told = JSON.parse(line) as { frame?: number; of?: number; framesPerSecond?: number; error?: string }
      if (told.error) sentence = told.error
      else if (told.frame !== undefined) {
        Object.assign(row, told)
        news(row)
        if (Date.now() - storedAt > 2000) {
          storedAt = Date.now()
          await database().update(table).set({ frame: row.frame, of: row.of, framesPerSecond: row.framesPerSecond }).where(eq(table.id, row.id))
        }
      }
    } catch { sentence = line }
  }
  const code = await ended
  await rm(doc, { force: true })
  if (state.running!.cancelled) return change(row, { state: 'cancelled', endedAt: new Date() })
  if (code === 0) return change(row, { state: 'done', frame: row.of, framesPerSecond: row.framesPerSecond, bytes: (await stat(exportFile(row.id))).size, endedAt: new Date() })
  return change(row, { state: 'failed', sentence: (sentence ?? `The export stopped with exit code ${code}. Try it again.`).slice(0, 1000), endedAt: new Date() })
}
