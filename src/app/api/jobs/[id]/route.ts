import { ROUTES } from '@/contract/routes'
import { cancelJob, forgetJob, retryJob } from '@/server/jobs'
import { answers, DONE } from '@/server/web'

export const POST = answers(ROUTES.actOnJob, async ({ at: { id = '' }, body }) => {
  await (body.do === 'cancel' ? cancelJob(id) : retryJob(id))
  return DONE
})
export const DELETE = answers(ROUTES.forgetJob, async ({ at: { id = '' } }) => {
  await forgetJob(id)
  return DONE
})
