import { ROUTES } from '@/contract/routes'
import { addExport } from '@/server/exports'
import { answers } from '@/server/web'

export const POST = answers(ROUTES.addExport, async ({ body: { lesson, choice } }) => ({
  id: await addExport(lesson, choice),
}))
