import { ROUTES } from '@/contract/routes'
import { legsIn } from '@/core/sound'
import { Problem } from '@/server/problem'
import { sendFile } from '@/server/media/serve'
import { soundAtTempo } from '@/server/library/tempo'
import { queryOf, route, shaOf } from '@/server/web'
import { said } from '../../../../../words/words'

export const dynamic = 'force-dynamic'
/** The sound of a medium at other speeds, its pitch kept. */
export const GET = route<{ params: Promise<{ sha: string }> }>(async (request, at) => {
  const legs = legsIn(queryOf(request, ROUTES.soundAtSpeed.query).legs)
  if (!legs) throw new Problem(400, said('web.atThisSpeedThereIs'))
  return sendFile(request, await soundAtTempo(await shaOf(at), legs))
})
