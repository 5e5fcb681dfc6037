import { ROUTES } from '@/contract/routes'
import { pointerNear } from '@/server/trace/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
/** The pointer's way around a time at which a person says where it is. */
export const POST = answers(ROUTES.pointerNear, ({ at, body, request }) => pointerNear(at.sha!, body, request.signal))
