import { ROUTES } from '@/contract/routes'
import { startTrace } from '@/server/trace/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
/** Looks for the pointer in it, for a lesson; gives the job. */
export const POST = answers(ROUTES.startTrace, async ({ at, body }) => ({
  id: await startTrace(at.sha!, body.lesson, body.way),
}))
