import { ROUTES } from '@/contract/routes'
import { keep, listKept } from '@/server/library/kept'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.listKept, ({ query }) => listKept(query.kind))
/** A lesson template is kept whole. */
const MOST = 32 * 1024 ** 2
export const POST = answers(ROUTES.keep, async ({ body }) => ({ id: await keep(body) }), MOST)
