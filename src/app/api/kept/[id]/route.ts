import { ROUTES } from '@/contract/routes'
import { keepAgain, letGoOf } from '@/server/library/kept'
import { answers } from '@/server/web'

export const PUT = answers(ROUTES.keepAgain, async ({ at: { id = '' }, body }) => {
  await keepAgain(id, body)
  return { done: true as const }
})
export const DELETE = answers(ROUTES.letGoOf, async ({ at: { id = '' } }) => {
  await letGoOf(id)
  return { done: true as const }
})
