import { z } from 'zod'
import { foundTrace, startTrace } from '@/server/trace/job'
import { body, route, shaOf } from '@/server/web'

type At = { params: Promise<{ sha: string }> }

export const dynamic = 'force-dynamic'
/** The trace found in a recording, if it has been looked for. */
export const GET = route<At>(async (_request, at) => Response.json({ trace: await foundTrace(await shaOf(at)) }))
/** Looks for the pointer in it, for a lesson; gives the job. */
export const POST = route<At>(async (request, at) => {
  const { lesson } = await body(request, z.object({ lesson: z.string().max(12) }))
  return Response.json({ id: await startTrace(await shaOf(at), lesson) })
})
