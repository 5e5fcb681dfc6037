import { ROUTES } from '@/contract/routes'
import { pinIn } from '@/server/trace/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
/** Where what a rectangle shows goes in the frames after it. */
export const POST = answers(ROUTES.pin, ({ at, body, request }) => pinIn(at.sha!, body, request.signal))
