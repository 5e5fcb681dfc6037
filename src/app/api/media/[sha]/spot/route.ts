import { z } from 'zod'
import { Problem } from '@/server/problem'
import { sendFile } from '@/server/media/serve'
import { spotPicture } from '@/server/media/spot'
import { route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
const n = z.coerce.number().int().min(0)
const Wanted = z.object({ us: n.max(1e12), x: n.max(16384), y: n.max(16384), w: n.min(16).max(16384) })
/** A small picture of a place of a recording at a time. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) => {
  const wanted = Wanted.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!wanted.success) throw new Problem(400, 'A spot needs us, x, y and w, whole numbers.')
  return sendFile(request, await spotPicture(await shaOf(at), wanted.data))
})
