import { ROUTES } from '@/contract/routes'
import { takeStep } from '@/server/lessons'
import { answers, STEP_BYTES } from '@/server/web'

export const POST = answers(ROUTES.takeStep, ({ at, body }) => takeStep(at.id!, body), STEP_BYTES)
