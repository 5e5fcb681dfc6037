import { readLesson, stretchOf } from '@/server/lessons'
import { route } from '@/server/web'

/** The next stretch of a lesson's history, backwards or (`?way=redo`) forwards, with the revision it belongs to. */
export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const { id } = await params
  const way = new URL(request.url).searchParams.get('way') === 'redo' ? 'redo' : 'undo'
  const { revision } = await readLesson(id)
  return Response.json({ revision, ...(await stretchOf(id, way)) })
})
