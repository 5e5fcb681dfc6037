import { ROUTES } from '@/contract/routes'
import { toast } from 'sonner'
import type { Job } from '@/contract/news'
import { desk } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { loadJobs, useJobs, watchJob } from '../kit/jobs'

/** Looks for the pointer in a take; when it is found, the lesson gets its moments and its way. */
export async function findPointer(sha256: string): Promise<void> {
  try {
    const { id } = await ask(ROUTES.startTrace, {
      at: { sha: sha256 },
      body: { lesson: desk().id, way: desk().inside.map((i) => i.part) },
    })
    watchJob(id)
    await loadJobs()
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}

/** The latest search in a recording for a lesson. */
export const useSearch = (sha256: string, lesson: string): Job | undefined =>
  useJobs((s) => s.jobs.find((j) => j.kind === 'trace' && j.subject === sha256 && j.lesson === lesson))
