import { poster } from '@/server/lessons'
import { route } from '@/server/web'

/** A lesson's poster; that of a revision stays as it is. */
export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const revision = Number(new URL(request.url).searchParams.get('revision') ?? NaN)
  const known = Number.isInteger(revision) && revision >= 0
  const bytes = await poster((await params).id, known ? revision : null)
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': known ? 'private, max-age=31536000, immutable' : 'private, no-cache',
    },
  })
})
