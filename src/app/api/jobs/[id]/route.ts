import { z } from 'zod'
import { cancelJob, forgetJob, retryJob } from '@/server/jobs'
import { body, done, route } from '@/server/web'

type At = { params: Promise<{ id: string }> }
export const POST = route<At>(async (request, { params }) => {
  const { id } = await params
  const wanted = await body(request, z.object({ do: z.enum(['cancel', 'retry']) }))
  await (wanted.do === 'cancel' ? cancelJob(id) : retryJob(id))
  return done()
})
export const DELETE = route<At>(async (_request, { params }) => {
  await forgetJob((await params).id)
  return done()
})
