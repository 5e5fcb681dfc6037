import { ROUTES } from '@/contract/routes'
import { listMedia } from '@/server/library/media'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.listMedia, ({ query }) => listMedia(query.search, query.kind))
