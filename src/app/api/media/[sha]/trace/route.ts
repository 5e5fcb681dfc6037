import { ROUTES } from '@/contract/routes'
import { foundTrace, startTrace } from '@/server/trace/job'
import { answers, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
/** The trace found in a recording, if it has been looked for. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (_request, at) =>
  Response.json({ trace: await foundTrace(await shaOf(at)) }),
)
/** Looks for the pointer in it, for a lesson; gives the job. */
export const POST = answers(ROUTES.startTrace, async ({ at, body }) => ({ id: await startTrace(at.sha!, body.lesson) }))
