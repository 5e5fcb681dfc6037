import { z } from 'zod'
import { Problem } from '@/server/problem'
import { sendFile } from '@/server/media/serve'
import { soundAtTempo } from '@/server/media/tempo'
import { route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
const n = z.coerce.number().int().min(1).max(1000)
const Wanted = z.object({ num: n, den: n })
/** The sound of a medium at another speed, its pitch kept. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) => {
  const wanted = Wanted.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!wanted.success) throw new Problem(400, 'A speed needs num and den, whole numbers from 1 to 1000.')
  return sendFile(request, await soundAtTempo(await shaOf(at), wanted.data))
})
