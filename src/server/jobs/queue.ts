import type { z } from 'zod'
import type { JobFacts, JobKindName } from '@/contract/news'
import { Interrupted, Problem } from '../problem'
import { FULL, isFull, unstored } from '../room'
import {
  change,
  claim,
  deleteJob,
  insertJob,
  isDatabaseAway,
  jobsIn,
  news,
  readJob,
  revisionOf,
  type NewJob,
  type StoredJob,
} from './store'
import { asIs, inWords, said } from '../../words/words'
import { told } from '../../words/told'

export interface JobWork {
  signal: AbortSignal
  /** What is being done and how far it has come, 0 to 1; told to the windows at most five times a second. */
  onStep(step: string, share: number, facts?: JobFacts): void
}
/** What comes of a job that was done; `sentence` when there is something to know about it. */
export interface Outcome {
  step?: string
  sentence?: string | null
  facts?: JobFacts
}
/** A kind of work: how many of it at once, what it does, and what goes with a job that is forgotten. */
export interface JobKind<P> {
  kind: JobKindName
  /** What it is begun with. One that another version of the program began otherwise fails, in a sentence. */
  payload: z.ZodType<P>
  atOnce: number
  /** One that goes on for so long makes room for another beside it, so often: small ones wait for no large one. */
  long?: { afterMs: number; beside: number }
  /** Whether it can begin, given what else is not over yet. */
  ready?(job: StoredJob<P>, open: StoredJob[]): boolean
  run(job: StoredJob<P>, work: JobWork): Promise<Outcome>
  /** Why it cannot be tried again, if so. */
  lost?(job: StoredJob<P>): Promise<string | null>
  forget?(job: StoredJob<P>): Promise<void>
  /** Pieces that only matter while it is under way. */
  tidy?(job: StoredJob<P>): Promise<void>
}

interface Running {
  control: AbortController
  began: number
}
interface State {
  kinds: Map<JobKindName, Registered>
  running: Map<string, Running>
  pumping: Promise<void>
  ticking: ReturnType<typeof setInterval> | null
}
const kept = globalThis as unknown as { vaneJobs?: State }
const state: State = (kept.vaneJobs ??= {
  kinds: new Map(),
  running: new Map(),
  pumping: Promise.resolve(),
  ticking: null,
})

const TOLD_MS = 200
const TICK_MS = 2000
/** What was ended from outside, or when the database was away, is begun again so many times. */
const TRIES = 4
const CANCELLED = 499
const cancelled = () => new Problem(CANCELLED, said('jobs.cancelled'))

/** A kind of job as the queue has it: it reads what a job was begun with before it runs it. */
type Registered = Omit<JobKind<unknown>, 'payload'>
export const register = <P>(kind: JobKind<P>): void => {
  const run: Registered['run'] = async (job, work) => {
    const read = kind.payload.safeParse(job.payload)
    if (!read.success) throw new Problem(409, said('jobs.wasBegunByAnotherVersion', job.name))
    return kind.run(Object.assign(job, { payload: read.data }), work)
  }
  state.kinds.set(kind.kind, { ...kind, run })
}
const kindOf = (job: StoredJob): Registered => state.kinds.get(job.kind)!

/**
 * Takes up what a stopped server left unfinished, and looks after the jobs from then on. Call it once the kinds are
 * registered.
 */
export async function beginJobs(): Promise<void> {
  for (const job of await jobsIn(['running'])) {
    await kindOf(job)?.tidy?.(job)
    await change(job, { state: 'waiting', step: inWords('jobs.waiting'), share: 0 })
  }
  state.ticking ??= setInterval(() => void tick().catch(() => {}), TICK_MS).unref()
  pump()
}
async function tick(): Promise<void> {
  if (state.running.size > 0 && (await isFull()))
    for (const { control } of state.running.values()) control.abort(new Problem(507, asIs(FULL)))
  pump()
}

export async function addJob(wanted: NewJob): Promise<StoredJob> {
  const job = await insertJob(wanted)
  pump()
  return job
}
/** Lets a job that was being sent begin. */
export async function release(job: StoredJob): Promise<void> {
  await change(job, { state: 'waiting', step: inWords('jobs.waiting'), share: 0 })
  pump()
}
export async function cancelJob(id: string): Promise<void> {
  const job = await readJob(id)
  const running = state.running.get(id)
  if (running) running.control.abort(cancelled())
  else if (job.state === 'waiting' || job.state === 'sending' || job.state === 'running')
    await change(job, { state: 'cancelled', step: inWords('jobs.cancelledStep'), endedAt: new Date() })
  pump()
}
/** @throws Problem 410 when what it works on is not there any more */
export async function retryJob(id: string): Promise<void> {
  const job = await readJob(id)
  if (job.state !== 'failed' && job.state !== 'cancelled') return
  const lost = await kindOf(job).lost?.(job)
  if (lost) throw new Problem(410, asIs(lost))
  await change(job, {
    state: 'waiting',
    step: inWords('jobs.waiting'),
    share: 0,
    sentence: null,
    tries: 0,
    endedAt: null,
  })
  pump()
}
/** Takes a job off the list, with what belongs to it; one that runs is cancelled first. */
export async function forgetJob(id: string): Promise<void> {
  const job = await readJob(id)
  state.running.get(id)?.control.abort(cancelled())
  await kindOf(job)?.forget?.(job)
  await deleteJob(job)
  pump()
}

/** Begins whatever can begin. One look at a time; what fails to be looked at is looked at again soon. */
export function pump(): void {
  state.pumping = state.pumping.then(look).catch((e: unknown) => {
    if (!isDatabaseAway(e)) console.error(e)
  })
}
async function look(): Promise<void> {
  const open = await jobsIn(['sending', 'waiting', 'running'])
  for (const job of open) {
    const kind = kindOf(job)
    if (!kind || job.state !== 'waiting' || state.running.has(job.id)) continue
    const busy = open.flatMap((o) => (o.kind === job.kind && state.running.get(o.id)) || [])
    if (busy.length >= placesOf(kind, busy) || kind.ready?.(job, open) === false || !(await claim(job))) continue
    const control = new AbortController()
    state.running.set(job.id, { control, began: Date.now() })
    void one(job, kind, control).finally(() => {
      state.running.delete(job.id)
      pump()
    })
  }
}

/** How many of a kind may be under way, given those that are. */
function placesOf({ atOnce, long }: Registered, busy: readonly Running[]): number {
  if (!long) return atOnce
  const old = busy.filter(({ began }) => Date.now() - began >= long.afterMs).length
  return atOnce + Math.min(old, long.beside)
}

async function one(job: StoredJob, kind: Registered, control: AbortController): Promise<void> {
  news(job)
  let toldAt = 0
  const onStep = (step: string, share: number, facts?: JobFacts) => {
    Object.assign(job, { share, ...(facts && { facts: { ...job.facts, ...facts } }) })
    if (step === job.step && Date.now() - toldAt < TOLD_MS) return
    toldAt = Date.now()
    job.step = step
    if (!control.signal.aborted) news(job)
  }
  let end: Partial<StoredJob>
  try {
    const {
      step = inWords('jobs.ready'),
      sentence = null,
      facts = {},
    } = await kind.run(job, { signal: control.signal, onStep })
    const revision = job.lesson ? await revisionOf(job.lesson) : undefined
    end = {
      state: 'done',
      step,
      share: 1,
      sentence,
      facts: { ...job.facts, ...facts, ...(revision !== undefined && { revision }) },
    }
  } catch (e) {
    end = endOf(job, control.signal, e)
  }
  if (end.state !== 'done') await Promise.resolve(kind.tidy?.(job)).catch(() => {})
  const begins = end.state === 'waiting'
  if (begins) await new Promise((done) => setTimeout(done, 500))
  await persist(job, begins ? end : { ...end, endedAt: new Date() })
}

/** What a job that did not come to its end has become. */
function endOf(job: StoredJob, signal: AbortSignal, e: unknown): Partial<StoredJob> {
  const why = signal.aborted ? (signal.reason as unknown) : e
  if (why instanceof Problem && why.status === CANCELLED)
    return { state: 'cancelled', step: inWords('jobs.cancelledStep'), sentence: null }
  if (why instanceof Problem) return { state: 'failed', step: inWords('jobs.failed'), sentence: told(why.said) }
  if ((isDatabaseAway(why) || why instanceof Interrupted) && job.tries < TRIES)
    return { state: 'waiting', step: inWords('jobs.waiting'), share: 0 }
  if (why instanceof Interrupted)
    return {
      state: 'failed',
      step: inWords('jobs.failed'),
      sentence: told(said('jobs.theWorkOnItWas', job.name, TRIES)),
    }
  const full = unstored(why)
  if (full) return { state: 'failed', step: inWords('jobs.failed'), sentence: full }
  console.error(why)
  return {
    state: 'failed',
    step: inWords('jobs.failed'),
    sentence: told(said('jobs.couldNotBeWorkedOn', job.name)),
  }
}

/** Stores how a job ended, however long the database is away. */
async function persist(job: StoredJob, end: Partial<StoredJob>): Promise<void> {
  for (;;) {
    try {
      await change(job, end)
      return
    } catch (e) {
      if (!isDatabaseAway(e)) {
        console.error(e)
        return
      }
      await new Promise((done) => setTimeout(done, 500))
    }
  }
}
