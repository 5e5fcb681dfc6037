import { z } from 'zod'
import { addExport, listExports } from '@/server/exports'
import { ExportChoice } from '@/server/render/choice'
import { body, route } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = route(async () => Response.json(await listExports()))
export const POST = route(async (request) => {
  const { lesson, choice } = await body(request, z.object({ lesson: z.string().max(12), choice: ExportChoice }))
  return Response.json({ id: await addExport(lesson, choice) })
})
