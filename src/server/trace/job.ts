import { randomUUID } from 'node:crypto'
import { readFile, rm, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Medium } from '@/core/lesson/schema'
import { readPins, type PinPlace, type PinSpot } from '@/core/edits'
import { readTrace, writeTrace, type Trace } from '@/core/trace'
import { tell } from '../events'
import { mediumBySha } from '../ingest'
import { Problem } from '../problem'
import { appRoot, dataRoot } from '../root'
import { run, type Ran } from '../run'

/** How the search for a recording's pointer stands. */
export interface TraceState { sha256: string; state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'; share: number; sentence: string | null }

interface Jobs { states: Map<string, TraceState>; running: Map<string, AbortController>; waiting: string[]; busy: boolean }
const kept = globalThis as unknown as { vaneTraces?: Jobs }
const jobs = (kept.vaneTraces ??= { states: new Map(), running: new Map(), waiting: [], busy: false } as Jobs)
const LONGEST_S = 4 * 3600
/** @throws Problem when there is no such recording */
async function takeOf(sha256: string): Promise<Medium> {
  const medium = await mediumBySha(sha256)
  if (medium?.kind !== 'take') throw new Problem(404, 'This recording is not in the library any more. Bring it in again.')
  return medium
}

const fileOf = (sha256: string) => path.join(dataRoot(), 'media', sha256, 'trace.jsonl')
function say(state: TraceState): void {
  jobs.states.set(state.sha256, state)
  tell({ about: 'trace', ...state })
}

/** The trace found in a recording, when it has been looked for. */
export async function foundTrace(sha256: string): Promise<Trace | null> {
  const text = await readFile(fileOf(sha256), 'utf8').catch(() => null)
  if (text === null) return null
  const read = readTrace(text)
  return 'trace' in read ? read.trace : null
}

export const traceState = (sha256: string): TraceState | null => jobs.states.get(sha256) ?? null

/** Looks for the pointer in a recording, one after another; a recording that was searched before is done at once. */
export async function startTrace(sha256: string): Promise<TraceState> {
  await takeOf(sha256)
  const now = jobs.states.get(sha256)
  if (now?.state === 'running' || now?.state === 'waiting') return now
  if (await foundTrace(sha256)) { say({ sha256, state: 'done', share: 1, sentence: null }); return jobs.states.get(sha256)! }
  say({ sha256, state: 'waiting', share: 0, sentence: null })
  jobs.waiting.push(sha256)
  if (!jobs.busy) void work()
  return jobs.states.get(sha256)!
}

export function cancelTrace(sha256: string): void {
  jobs.running.get(sha256)?.abort()
  if (!jobs.waiting.includes(sha256)) return
  jobs.waiting = jobs.waiting.filter((s) => s !== sha256)
  say({ sha256, state: 'cancelled', share: 0, sentence: null })
}

async function work(): Promise<void> {
  jobs.busy = true
  try {
    for (let next = jobs.waiting.shift(); next; next = jobs.waiting.shift()) await one(next)
  } finally { jobs.busy = false }
}

/** Runs one of Vivid Vane's own commands on a recording, in a process of its own. */
const command = (name: 'trace' | 'pin', sha256: string, args: string[], options: { limit: number; signal: AbortSignal; onData?: (chunk: Buffer) => void }): Promise<Ran> =>
  run(process.execPath, [path.join(appRoot(), 'build/cli/main.js'), name, path.join(dataRoot(), 'media', sha256, 'take.mp4'), ...args], { ...options, env: { ...process.env, VANE_ROOT: appRoot() } })
const lastLine = (text: string): string => text.trim().split('\n').at(-1) ?? ''

async function one(sha256: string): Promise<void> {
  say({ sha256, state: 'running', share: 0, sentence: null })
  const out = fileOf(sha256)
  const control = new AbortController()
  jobs.running.set(sha256, control)
  let toldAt = 0
  const onData = (d: Buffer) => {
    const share = Number(lastLine(d.toString()))
    if (!Number.isFinite(share) || Date.now() - toldAt < 200) return
    toldAt = Date.now()
    say({ sha256, state: 'running', share, sentence: null })
  }
  const ran = await command('trace', sha256, ['--out', out, '--progress'], { limit: LONGEST_S, signal: control.signal, onData })
  jobs.running.delete(sha256)
  if (ran.code === 0) { say({ sha256, state: 'done', share: 1, sentence: null }); return }
  await rm(`${out}.part`, { force: true })
  if (control.signal.aborted) say({ sha256, state: 'cancelled', share: 0, sentence: null })
  else say({ sha256, state: 'failed', share: 0, sentence: `The pointer could not be looked for (${lastLine(ran.stderr) || `it ended with ${ran.code}`}). Try again.` })
}

/** What one of the commands writes of a recording. @throws Problem with its sentence when it fails, or on cancel */
async function written(name: 'trace' | 'pin', sha256: string, key: string, args: string[], signal: AbortSignal, otherwise: string): Promise<string> {
  await takeOf(sha256)
  const out = path.join(dataRoot(), 'media', sha256, `.${name}-${key}.jsonl`)
  try {
    const ran = await command(name, sha256, [...args, '--out', out], { limit: 600, signal })
    if (signal.aborted) throw new Problem(499, 'Cancelled.')
    if (ran.code !== 0) throw new Problem(422, lastLine(ran.stderr) || otherwise)
    return await readFile(out, 'utf8')
  } finally { await rm(out, { force: true }) }
}

/**
 * Follows what a rectangle shows through a passage of a recording.
 *
 * @throws Problem with a sentence when there is nothing to hold on to, or on cancel
 */
export async function pinIn(sha256: string, { fromUs, toUs, rect, turns }: Omit<PinSpot, 'media'>, signal: AbortSignal): Promise<PinPlace[]> {
  const take = await takeOf(sha256)
  const log = path.join(dataRoot(), 'media', sha256, `.turns-${randomUUID()}.jsonl`)
  const args = ['--from', String(fromUs / 1e6), '--to', String(toUs / 1e6), '--rect', rect.join(',')]
  try {
    if (turns.length > 0) await writeFile(log, writeTrace({ width: take.width!, height: take.height!, events: turns.map(([us, deltaX, deltaY]) => ({ type: 'wheel', t: us / 1e6, x: 0, y: 0, deltaX, deltaY })) }))
    return readPins(await written('pin', sha256, `${fromUs}-${rect.join('-')}`, [...args, ...(turns.length > 0 ? ['--trace', log] : [])], signal, 'It could not be followed. Try again.'))
  } finally { await rm(log, { force: true }) }
}

/**
 * The pointer's way in the seconds around a time at which a person says where it is, led through that place.
 *
 * @returns microseconds and pixels of the recording, a place for each frame in which it is seen
 * @throws Problem with a sentence when the recording cannot be searched, or on cancel
 */
export async function pointerNear(sha256: string, { us, x, y }: { us: number; x: number; y: number }, signal: AbortSignal): Promise<[number, number, number][]> {
  const read = readTrace(await written('trace', sha256, `${us}-${x}-${y}`, ['--at', [us / 1e6, x, y].join(',')], signal, 'It could not be searched. Try again.'))
  if (!('trace' in read)) throw new Problem(422, read.error)
  return read.trace.events.flatMap((e): [number, number, number][] => (e.type === 'pointermove' ? [[Math.round(e.t * 1e6), e.x, e.y]] : []))
}
