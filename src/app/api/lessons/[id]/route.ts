import { z } from 'zod'
import { AT_HAND, readLesson, setRemoved, stepsKnown, stretchOf } from '@/server/lessons'
import { body, done, route } from '@/server/web'

type At = { params: Promise<{ id: string }> }
/** A lesson with its history next to where it stands; of the steps named in `steps`, those that it has taken. */
export const GET = route<At>(async (request, { params }) => {
  const { id } = await params
  const steps = new URL(request.url).searchParams.get('steps')?.split(',').slice(0, 500) ?? []
  const [known, lesson, undo, redo] = await Promise.all([
    stepsKnown(id, steps),
    readLesson(id),
    stretchOf(id, 'undo', AT_HAND),
    stretchOf(id, 'redo', AT_HAND),
  ])
  return Response.json({ ...lesson, known, undo, redo })
})
export const PATCH = route<At>(async (request, { params }) => {
  const { removed } = await body(request, z.object({ removed: z.boolean() }))
  await setRemoved((await params).id, removed)
  return done()
})
