import { GIVEN_BYTES, ROUTES } from '@/contract/routes'
import { bringKept } from '@/server/library/given'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const POST = answers(ROUTES.bringKept, ({ body }) => bringKept(body), GIVEN_BYTES * 1.1)
