import { ROUTES } from '@/contract/routes'
import { toast } from 'sonner'
import { create } from 'zustand'
import { isOver, type Job, type News } from '@/contract/news'
import { ask, sentenceOf } from './api'

/** The jobs that this window knows of, the latest first. */
export const useJobs = create<{ jobs: Job[]; loaded: boolean }>(() => ({ jobs: [], loaded: false }))
let heard = 0

const latestFirst = (a: Job, b: Job) => b.createdAt.localeCompare(a.createdAt)

/** Takes up what is told of a job. */
export function hearJob({ job, gone }: Extract<News, { about: 'job' }>): void {
  heard++
  const before = useJobs.getState().jobs.find((j) => j.id === job.id)
  useJobs.setState((s) => {
    const others = s.jobs.filter((j) => j.id !== job.id)
    return { jobs: gone ? others : [...others, job].sort(latestFirst) }
  })
  if (!gone && before && !isOver(before.state) && job.state === 'done' && watched.has(job.id)) say(job)
}
/** Asks how everything stands: when the line to the server is there, or there again. */
export async function loadJobs(): Promise<void> {
  const at = heard
  const rows = await ask(ROUTES.listJobs, { query: {} }).catch(() => null)
  if (!rows) return
  // What was heard while the answer was on its way is newer than the answer.
  if (heard !== at) {
    await loadJobs()
    return
  }
  const before = useJobs.getState().jobs
  useJobs.setState({ jobs: rows.sort(latestFirst), loaded: true })
  for (const job of rows)
    if (job.state === 'done' && watched.has(job.id) && before.some((j) => j.id === job.id && !isOver(j.state))) say(job)
}

interface Anyway {
  label: string
  act: () => void
}
const watched = new Map<string, Anyway | null>()
/**
 * Says in this window what comes of a job, once it is done.
 *
 * @param anyway  what is offered where the job asks before it changes anything
 */
export function watchJob(id: string, anyway: Anyway | null = null): void {
  watched.set(id, anyway)
}
function say(job: Job): void {
  const anyway = watched.get(job.id)
  watched.delete(job.id)
  if (job.facts.asks && anyway) {
    const action = { label: anyway.label, onClick: anyway.act }
    toast.warning(job.facts.said, { duration: Infinity, closeButton: true, action })
    return
  }
  if (job.facts.said) toast(job.facts.said)
  if (job.sentence) toast.warning(job.sentence, { duration: 12_000 })
}

const then = (asked: Promise<unknown>): void => void asked.then(loadJobs, (e: unknown) => toast.error(sentenceOf(e)))
export const cancelJob = (id: string): void => then(ask(ROUTES.actOnJob, { at: { id }, body: { do: 'cancel' } }))
export const retryJob = (id: string): void => then(ask(ROUTES.actOnJob, { at: { id }, body: { do: 'retry' } }))
export const forgetJob = (id: string): void => then(ask(ROUTES.forgetJob, { at: { id } }))
