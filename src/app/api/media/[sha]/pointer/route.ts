import { z } from 'zod'
import { pointerNear } from '@/server/trace/job'
import { body, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
const Wanted = z.object({
  us: z.number().int().min(0).max(1e12),
  x: z.number().min(0).max(16384),
  y: z.number().min(0).max(16384),
})
/** The pointer's way around a time at which a person says where it is. */
export const POST = route<{ params: Promise<{ sha: string }> }>(async (request, at) =>
  Response.json(await pointerNear(await shaOf(at), await body(request, Wanted), request.signal)),
)
