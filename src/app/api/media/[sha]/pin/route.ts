import { z } from 'zod'
import { pinIn } from '@/server/trace/job'
import { body, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
const whole = z.number().int().min(0).max(1e12)
const Wanted = z.object({
  fromUs: whole,
  toUs: whole,
  rect: z.tuple([z.number().int(), z.number().int(), z.number().int().min(1), z.number().int().min(1)]),
  turns: z
    .array(z.tuple([whole, z.number(), z.number()]))
    .max(20_000)
    .default([]),
})
/** Where what a rectangle shows goes in the frames after it. */
export const POST = route<{ params: Promise<{ sha: string }> }>(async (request, at) =>
  Response.json(await pinIn(await shaOf(at), await body(request, Wanted), request.signal)),
)
