import { ROUTES } from '@/contract/routes'
import { listJobs } from '@/server/jobs'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
/** What is under way and what is over, the latest first. */
export const GET = answers(ROUTES.listJobs, ({ query }) => listJobs(query.kind))
