import { ROUTES } from '@/contract/routes'
import { startAlign } from '@/server/align/job'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const POST = answers(ROUTES.startAlign, async ({ at, body }) => ({
  id: await startAlign(at.sha!, body.lesson, {
    way: body.way ?? [],
    script: body.script,
    language: body.language,
    instead: body.instead,
    anyway: body.anyway,
    voice: body.voice,
  }),
}))
