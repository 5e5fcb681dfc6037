import { ROUTES } from '@/contract/routes'
import { toast } from 'sonner'
import { create } from 'zustand'
import { isOver, type Job, type News } from '@/contract/news'
import { ask, sentenceOf } from './api'

/** The jobs that this window knows of, the latest first. */
export const useJobs = create<{ jobs: Job[]; loaded: boolean }>(() => ({ jobs: [], loaded: false }))
let heard = 0

const latestFirst = (a: Job, b: Job) => b.createdAt.localeCompare(a.createdAt)

/** The lesson that is open in this window, which learns of its own changes on a way of its own. */
interface OpenLesson {
  id: string
  /** Once this revision is here; null when it is. */
  until(revision: number): Promise<void> | null
}
let open: OpenLesson | null = null
/** Nothing that was done to this lesson is said to be done before it is here. */
export const waitFor = (lesson: OpenLesson | null): void => {
  open = lesson
}
/** Jobs that are done, and whose lesson is not here as they left it. */
const ahead = new Map<string, Job>()
function isAhead(job: Job): boolean {
  const { revision } = job.facts
  const here = job.state === 'done' && revision !== undefined && open?.id === job.lesson ? open.until(revision) : null
  if (!here) return false
  ahead.set(job.id, job)
  void here.then(() => {
    if (ahead.get(job.id) === job) hearJob({ about: 'job', job })
  })
  return true
}

/** Takes up what is told of a job. */
export function hearJob({ job, gone }: Extract<News, { about: 'job' }>): void {
  heard++
  if (!gone && isAhead(job)) return
  ahead.delete(job.id)
  const before = useJobs.getState().jobs.find((j) => j.id === job.id)
  useJobs.setState((s) => {
    const others = s.jobs.filter((j) => j.id !== job.id)
    return { jobs: gone ? others : [...others, job].sort(latestFirst) }
  })
  if (!gone && before && !isOver(before.state) && isToBeTold(job)) say(job)
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
  const jobs = rows.map((job): Job => {
    if (!isAhead(job)) return job
    return before.find((j) => j.id === job.id) ?? { ...job, state: 'running' }
  })
  useJobs.setState({ jobs: jobs.sort(latestFirst), loaded: true })
  for (const job of jobs) if (isToBeTold(job) && before.some((j) => j.id === job.id && !isOver(j.state))) say(job)
}

/** What is offered beside what is said. */
interface Offer {
  label: string
  act: () => void
}
interface Watch {
  anyway?: Offer
  next?: (job: Job) => Offer | null
  /** That it failed is told as well: nothing else in sight does. */
  failed?: boolean
}
const watched = new Map<string, Watch>()
const isToBeTold = ({ id, state }: Job): boolean =>
  watched.has(id) && (state === 'done' || (state === 'failed' && watched.get(id)!.failed === true))
/**
 * Says in this window what comes of a job, once it is done.
 *
 * @param offers  `anyway`, where the job asks before it changes anything; `next`, what can be done with what came of it
 */
export function watchJob(id: string, offers: Watch = {}): void {
  watched.set(id, offers)
}
function say(job: Job): void {
  const { anyway, next } = watched.get(job.id) ?? {}
  watched.delete(job.id)
  if (job.facts.asks && anyway) {
    const action = { label: anyway.label, onClick: anyway.act }
    toast.warning(job.facts.said, { duration: Infinity, closeButton: true, action })
    return
  }
  const offer = job.facts.said ? next?.(job) : null
  if (offer) toast(job.facts.said, { duration: 12_000, action: { label: offer.label, onClick: offer.act } })
  else if (job.facts.said) toast(job.facts.said)
  if (job.sentence) toast.warning(job.sentence, { duration: 12_000 })
}

const then = (asked: Promise<unknown>): void => void asked.then(loadJobs, (e: unknown) => toast.error(sentenceOf(e)))
export const cancelJob = (id: string): void => then(ask(ROUTES.actOnJob, { at: { id }, body: { do: 'cancel' } }))
export const retryJob = (id: string): void => then(ask(ROUTES.actOnJob, { at: { id }, body: { do: 'retry' } }))
export const forgetJob = (id: string): void => then(ask(ROUTES.forgetJob, { at: { id } }))
