import { ROUTES } from '@/contract/routes'
import { poster } from '@/server/render/poster'
import { queryOf, route } from '@/server/web'

/** A lesson's poster; that of a revision stays as it is. */
export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const { revision } = queryOf(request, ROUTES.poster.query)
  const bytes = await poster((await params).id, revision ?? null)
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': revision === undefined ? 'private, no-cache' : 'private, max-age=31536000, immutable',
    },
  })
})
