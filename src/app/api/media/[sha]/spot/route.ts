import { ROUTES } from '@/contract/routes'
import { sendFile } from '@/server/media/serve'
import { spotPicture } from '@/server/library/spot'
import { queryOf, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
/** A small picture of a place of a recording at a time. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) =>
  sendFile(request, await spotPicture(await shaOf(at), queryOf(request, ROUTES.spotPicture.query))),
)
