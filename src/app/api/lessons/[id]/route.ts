import { z } from 'zod'
import { readLesson, setRemoved, stepsKnown, stretchOf } from '@/server/lessons'
import { body, done, route } from '@/server/web'

type At = { params: Promise<{ id: string }> }
/** A lesson with its history next to where it stands; of the steps named in `steps`, those that it has taken. */
export const GET = route<At>(async (request, { params }) => {
  const { id } = await params
  const steps = new URL(request.url).searchParams.get('steps')?.split(',').slice(0, 500) ?? []
  const known = await stepsKnown(id, steps)
  return Response.json({ ...(await readLesson(id)), known, undo: await stretchOf(id, 'undo'), redo: await stretchOf(id, 'redo') })
})
export const PATCH = route<At>(async (request, { params }) => {
  const { removed } = await body(request, z.object({ removed: z.boolean() }))
  await setRemoved((await params).id, removed)
  return done()
})
