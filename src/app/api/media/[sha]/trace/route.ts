import { cancelTrace, foundTrace, startTrace, traceState } from '@/server/trace/job'
import { done, route, shaOf } from '@/server/web'

type At = { params: Promise<{ sha: string }> }

export const dynamic = 'force-dynamic'
/** The trace found in a recording, or how the search for it stands. */
export const GET = route<At>(async (_request, at) => {
  const sha = await shaOf(at)
  return Response.json({ state: traceState(sha), trace: await foundTrace(sha) })
})
export const POST = route<At>(async (_request, at) => Response.json(await startTrace(await shaOf(at))))
export const DELETE = route<At>(async (_request, at) => {
  cancelTrace(await shaOf(at))
  return done()
})
