import { ROUTES } from '@/contract/routes'
import { startCleaning } from '@/server/clean/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const POST = answers(ROUTES.startCleaning, async ({ at, body: { lesson, way, ...how } }) => ({
  id: await startCleaning(at.sha!, lesson, { way: way ?? [], ...how }),
}))
