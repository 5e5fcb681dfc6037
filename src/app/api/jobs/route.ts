import { JOB_KINDS } from '@/contract/news'
import { listJobs } from '@/server/jobs'
import { route } from '@/server/web'

export const dynamic = 'force-dynamic'
/** What is under way and what is over, the latest first; `?kind=` of one kind. */
export const GET = route(async (request) => {
  const kind = new URL(request.url).searchParams.get('kind')
  return Response.json(await listJobs(JOB_KINDS.find((k) => k === kind)))
})
