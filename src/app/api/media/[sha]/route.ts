import { ROUTES } from '@/contract/routes'
import { removeMedium } from '@/server/library/uses'
import { answers } from '@/server/web'

export const DELETE = answers(ROUTES.removeMedium, async ({ at: { sha = '' } }) => {
  await removeMedium(sha)
  return { done: true as const }
})
