import { poster } from '@/server/lessons'
import { route } from '@/server/web'

export const GET = route<{ params: Promise<{ id: string }> }>(async (_request, { params }) =>
  new Response(new Uint8Array(await poster((await params).id)), { headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, no-cache' } }))
