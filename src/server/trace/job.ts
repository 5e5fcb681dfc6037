import { spawn, type ChildProcess } from 'node:child_process'
import { readFile, rm } from 'node:fs/promises'
import path from 'node:path'
import { readTrace, type Trace } from '@/core/trace'
import { tell } from '../events'
import { mediumBySha } from '../ingest'
import { Problem } from '../problem'
import { appRoot, dataRoot } from '../root'

/** How the search for a recording's pointer stands. */
export interface TraceState { sha256: string; state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'; share: number; sentence: string | null }

interface Jobs { states: Map<string, TraceState>; children: Map<string, ChildProcess>; waiting: string[]; busy: boolean }
const kept = globalThis as unknown as { vaneTraces?: Jobs }
const jobs = (kept.vaneTraces ??= { states: new Map(), children: new Map(), waiting: [], busy: false } as Jobs)
const LONGEST_MS = 4 * 3600 * 1000

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
  const medium = await mediumBySha(sha256)
  if (medium?.kind !== 'take') throw new Problem(404, 'This recording is not in the library any more. Bring it in again.')
  const now = jobs.states.get(sha256)
  if (now?.state === 'running' || now?.state === 'waiting') return now
  if (await foundTrace(sha256)) { say({ sha256, state: 'done', share: 1, sentence: null }); return jobs.states.get(sha256)! }
  say({ sha256, state: 'waiting', share: 0, sentence: null })
  jobs.waiting.push(sha256)
  if (!jobs.busy) void work()
  return jobs.states.get(sha256)!
}

export function cancelTrace(sha256: string): void {
  const state = jobs.states.get(sha256)
  if (!state || (state.state !== 'running' && state.state !== 'waiting')) return
  jobs.waiting = jobs.waiting.filter((s) => s !== sha256)
  say({ ...state, state: 'cancelled' })
  jobs.children.get(sha256)?.kill('SIGKILL')
}

async function work(): Promise<void> {
  jobs.busy = true
  try {
    for (let next = jobs.waiting.shift(); next; next = jobs.waiting.shift()) await one(next)
  } finally { jobs.busy = false }
}

/** Runs `vane trace` on a recording, in a process of its own, and tells how far it has come. */
function one(sha256: string): Promise<void> {
  return new Promise((done) => {
    say({ sha256, state: 'running', share: 0, sentence: null })
    const out = fileOf(sha256)
    const child = spawn(process.execPath, [path.join(appRoot(), 'build/cli/main.js'), 'trace', path.join(dataRoot(), 'media', sha256, 'take.mp4'), '--out', out, '--progress'], { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, VANE_ROOT: appRoot() }, timeout: LONGEST_MS, killSignal: 'SIGKILL', detached: false })
    jobs.children.set(sha256, child)
    let errors = ''
    let toldAt = 0
    child.stdout.on('data', (d: Buffer) => {
      const share = Number(d.toString().trim().split('\n').at(-1))
      if (!Number.isFinite(share) || Date.now() - toldAt < 200) return
      toldAt = Date.now()
      say({ sha256, state: 'running', share, sentence: null })
    })
    child.stderr.on('data', (d: Buffer) => { errors = (errors + d.toString()).slice(-1000) })
    const end = async (code: number | null) => {
      jobs.children.delete(sha256)
      if (jobs.states.get(sha256)?.state === 'cancelled') await rm(`${out}.part`, { force: true })
      else if (code === 0) say({ sha256, state: 'done', share: 1, sentence: null })
      else {
        await rm(`${out}.part`, { force: true })
        say({ sha256, state: 'failed', share: 0, sentence: `The pointer could not be looked for (${errors.trim().split('\n').at(-1) || `it ended with ${code}`}). Try again.` })
      }
      done()
    }
    child.on('error', (e) => { errors = e.message; void end(-1) })
    child.on('close', (code) => void end(code))
  })
}

/**
 * Follows what a rectangle shows through a passage of a recording, with `vane pin` in a process of its own.
 *
 * @throws Problem with a sentence when there is nothing to hold on to; on cancel, the signal's reason
 */
export async function pinIn(sha256: string, fromUs: number, toUs: number, rect: readonly number[], signal: AbortSignal): Promise<{ us: number; x: number; y: number; seen: boolean }[]> {
  const medium = await mediumBySha(sha256)
  if (medium?.kind !== 'take') throw new Problem(404, 'This recording is not in the library any more. Bring it in again.')
  const out = path.join(dataRoot(), 'media', sha256, `.pin-${fromUs}-${rect.join('-')}.jsonl`)
  try {
    await new Promise<void>((done, fail) => {
      const child = spawn(process.execPath, [path.join(appRoot(), 'build/cli/main.js'), 'pin', path.join(dataRoot(), 'media', sha256, 'take.mp4'), '--from', String(fromUs / 1e6), '--to', String(toUs / 1e6), '--rect', rect.join(','), '--out', out], { stdio: ['ignore', 'ignore', 'pipe'], env: { ...process.env, VANE_ROOT: appRoot() }, timeout: 600_000, killSignal: 'SIGKILL' })
      let errors = ''
      const stop = () => child.kill('SIGKILL')
      signal.addEventListener('abort', stop)
      child.stderr.on('data', (d: Buffer) => { errors = (errors + d.toString()).slice(-1000) })
      child.on('error', fail)
      child.on('close', (code) => {
        signal.removeEventListener('abort', stop)
        if (signal.aborted) fail(new Problem(499, 'Cancelled.'))
        else if (code === 0) done()
        else fail(new Problem(422, errors.trim().split('\n').at(-1) || 'It could not be followed. Try again.'))
      })
    })
    return (await readFile(out, 'utf8')).trim().split('\n').map((l) => { const p = JSON.parse(l) as { t: number; x: number; y: number; seen: boolean }; return { us: Math.round(p.t * 1e6), x: p.x, y: p.y, seen: p.seen } })
  } finally { await rm(out, { force: true }) }
}
