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
  const { fromUs, toUs, rect } = await body(request, Wanted)
  return Response.json(await pinIn(sha, fromUs, toUs, rect, request.signal))
})
