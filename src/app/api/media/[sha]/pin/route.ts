import { z } from 'zod'
import { Problem } from '@/server/problem'
import { pinIn } from '@/server/trace/job'
import { body, route } from '@/server/web'

export const dynamic = 'force-dynamic'
const whole = z.number().int().min(0).max(1e12)
const Wanted = z.object({ fromUs: whole, toUs: whole, rect: z.tuple([z.number().int(), z.number().int(), z.number().int().min(1), z.number().int().min(1)]) })
/** Where what a rectangle shows goes in the frames after it. */
export const POST = route<{ params: Promise<{ sha: string }> }>(async (request, { params }) => {
  const { sha } = await params
  if (!/^[0-9a-f]{64}$/.test(sha)) throw new Problem(404, 'There is no such recording.')
  return Response.json(await pinIn(sha, await body(request, Wanted), request.signal))
})
