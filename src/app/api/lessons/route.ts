import { z } from 'zod'
import { createEmpty, duplicateLesson, listLessons } from '@/server/lessons'
import { addDemo } from '@/server/lessons/demo'
import { body, route } from '@/server/web'

export const dynamic = 'force-dynamic'
const New = z.union([
  z.object({ name: z.string().trim().min(1).max(200) }),
  z.object({ copyOf: z.string().max(12) }),
  z.object({ demo: z.literal(true) }),
])

export const GET = route(async (request) =>
  Response.json(await listLessons(new URL(request.url).searchParams.get('search') ?? '')),
)
export const POST = route(async (request) => {
  const wanted = await body(request, New)
  if ('demo' in wanted) return Response.json({ id: await addDemo() })
  return Response.json({
    id: 'copyOf' in wanted ? await duplicateLesson(wanted.copyOf) : await createEmpty(wanted.name),
  })
})
