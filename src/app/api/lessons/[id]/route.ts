import { ROUTES } from '@/contract/routes'
import { STEPS_ASKED } from '@/contract/steps'
import { needToday, openedLesson, setRemoved } from '@/server/lessons'
import { answers, DONE } from '@/server/web'

export const GET = answers(ROUTES.openLesson, ({ at: { id = '' }, query }) => {
  needToday(query.format)
  return openedLesson(id, query.steps?.split(',').slice(0, STEPS_ASKED) ?? [])
})
export const PATCH = answers(ROUTES.removeLesson, async ({ at: { id = '' }, body }) => {
  await setRemoved(id, body.removed)
  return DONE
})
