import { ROUTES } from '@/contract/routes'
import { giveKept } from '@/server/library/given'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.giveKept, ({ at: { id = '' } }) => giveKept(id))
