import { z } from 'zod'
import { historyOf, readLesson, setRemoved } from '@/server/lessons'
import { body, done, route } from '@/server/web'

type At = { params: Promise<{ id: string }> }
export const GET = route<At>(async (_request, { params }) => {
  const { id } = await params
  return Response.json({ ...(await readLesson(id)), history: await historyOf(id) })
})
export const PATCH = route<At>(async (request, { params }) => {
  const { removed } = await body(request, z.object({ removed: z.boolean() }))
  await setRemoved((await params).id, removed)
  return done()
})
