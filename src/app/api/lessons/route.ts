import { ROUTES } from '@/contract/routes'
import { createEmpty, createFromTemplate, duplicateLesson, listLessons } from '@/server/lessons'
import { addDemo } from '../../../../demo/add'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.listLessons, ({ query }) => listLessons(query.search ?? ''))
export const POST = answers(ROUTES.makeLesson, async ({ body: wanted }) => {
  if ('demo' in wanted) return { id: await addDemo() }
  if ('template' in wanted) return { id: await createFromTemplate(wanted.template) }
  return { id: 'copyOf' in wanted ? await duplicateLesson(wanted.copyOf) : await createEmpty(wanted.name) }
})
