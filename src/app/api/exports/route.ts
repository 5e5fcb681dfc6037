import { z } from 'zod'
import { addExport } from '@/server/exports'
import { ExportChoice } from '@/server/render/choice'
import { body, route } from '@/server/web'

export const POST = route(async (request) => {
  const { lesson, choice } = await body(request, z.object({ lesson: z.string().max(12), choice: ExportChoice }))
  return Response.json({ id: await addExport(lesson, choice) })
})
