import { ROUTES } from '@/contract/routes'
import { needToday, readLesson, stretchOf } from '@/server/lessons'
import { answers } from '@/server/web'

/** The next stretch of a lesson's history, backwards or forwards, with the revision it belongs to. */
export const GET = answers(ROUTES.history, async ({ at: { id = '' }, query }) => {
  needToday(query.format)
  const { revision } = await readLesson(id)
  return { revision, ...(await stretchOf(id, query.way)) }
})
