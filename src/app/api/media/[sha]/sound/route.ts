import { ROUTES } from '@/contract/routes'
import { sendFile } from '@/server/media/serve'
import { soundAtTempo } from '@/server/media/tempo'
import { queryOf, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
/** The sound of a medium at another speed, its pitch kept. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) =>
  sendFile(request, await soundAtTempo(await shaOf(at), queryOf(request, ROUTES.soundAtSpeed.query))),
)
