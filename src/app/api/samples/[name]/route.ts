import path from 'node:path'
import { SAMPLES } from '@/contract/samples'
import { sendFile } from '@/server/media/serve'
import { Problem } from '@/server/problem'
import { appRoot } from '@/server/root'
import { route } from '@/server/web'
import { said } from '../../../../words/words'

/** A sample file to try things with. */
export const GET = route<{ params: Promise<{ name: string }> }>(async (request, { params }) => {
  const { name } = await params
  const known = SAMPLES.find((s) => s === name)
  if (!known) throw new Problem(404, said('web.thereIsNoSuchSample'))
  return sendFile(request, path.join(appRoot(), 'demo/media', known), { 'cache-control': 'private, no-cache' })
})
