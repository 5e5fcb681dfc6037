import { ROUTES } from '@/contract/routes'
import { AT_HAND, needToday, readLesson, setRemoved, stepsKnown, stretchOf } from '@/server/lessons'
import { answers, DONE } from '@/server/web'

export const GET = answers(ROUTES.openLesson, async ({ at: { id = '' }, query }) => {
  needToday(query.format)
  const steps = query.steps?.split(',').slice(0, 500) ?? []
  const [known, lesson, undo, redo] = await Promise.all([
    stepsKnown(id, steps),
    readLesson(id),
    stretchOf(id, 'undo', AT_HAND),
    stretchOf(id, 'redo', AT_HAND),
  ])
  return { ...lesson, known, undo, redo }
})
export const PATCH = answers(ROUTES.removeLesson, async ({ at: { id = '' }, body }) => {
  await setRemoved(id, body.removed)
  return DONE
})
