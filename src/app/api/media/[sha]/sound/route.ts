import { ROUTES } from '@/contract/routes'
import { sendFile } from '@/server/media/serve'
import { soundAtTempo } from '@/server/media/tempo'
import { queryOf, route, shaOf } from '@/server/web'

export const dynamic = 'force-dynamic'
/** The sound of a medium at another speed, or while it changes to one; its pitch kept. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) => {
  const { num, den, fromUs, toUs, lastNum, lastDen } = queryOf(request, ROUTES.soundAtSpeed.query)
  const changes = fromUs !== undefined && toUs !== undefined && lastNum !== undefined && lastDen !== undefined
  const ramp = changes ? { fromUs, toUs, first: { num, den }, last: { num: lastNum, den: lastDen } } : null
  return sendFile(request, await soundAtTempo(await shaOf(at), { num, den }, ramp))
})
