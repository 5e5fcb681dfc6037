import { ROUTES } from '@/contract/routes'
import { keep, listKept } from '@/server/kept'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.listKept, ({ query }) => listKept(query.kind))
export const POST = answers(ROUTES.keep, async ({ body }) => ({ id: await keep(body) }))
