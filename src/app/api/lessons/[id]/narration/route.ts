import { ROUTES } from '@/contract/routes'
import { startNarration } from '@/server/narrate/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const POST = answers(ROUTES.startNarration, async ({ at, body: { way, ...rest } }) => ({
  id: await startNarration(at.id!, { way: way ?? [], ...rest }),
}))
