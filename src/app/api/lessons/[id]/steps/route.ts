import { ROUTES } from '@/contract/routes'
import { needToday, takeStep } from '@/server/lessons'
import { answers, STEP_BYTES } from '@/server/web'

export const POST = answers(
  ROUTES.takeStep,
  ({ at, query, body }) => {
    needToday(query.format)
    return takeStep(at.id!, body)
  },
  STEP_BYTES,
)
