import path from 'node:path'
import { Problem } from '@/server/problem'
import { sendFile } from '@/server/media/serve'
import { dataRoot } from '@/server/root'
import { route } from '@/server/web'
import { said } from '../../../words/words'

export const dynamic = 'force-dynamic'
export const GET = route<{ params: Promise<{ path: string[] }> }>(async (request, { params }) => {
  const parts = (await params).path
  if (parts.length !== 2 || !/^[0-9a-f]{64}$/.test(parts[0]!) || !/^[a-z]+\.[a-z0-9]+$/.test(parts[1]!))
    throw new Problem(404, said('web.thereIsNoSuchFile'))
  return sendFile(request, path.join(dataRoot(), 'media', ...parts))
})
