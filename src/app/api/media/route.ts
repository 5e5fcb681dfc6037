import { listMedia } from '@/server/ingest'
import { route } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = route(async (request) => {
  const { searchParams } = new URL(request.url)
  return Response.json(await listMedia(searchParams.get('search') ?? '', searchParams.get('kind') ?? ''))
})
