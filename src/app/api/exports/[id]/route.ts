import { removeExport, retryExport } from '@/server/exports'
import { done, route } from '@/server/web'

type At = { params: Promise<{ id: string }> }
export const DELETE = route<At>(async (_request, { params }) => {
  await removeExport((await params).id)
  return done()
})
export const POST = route<At>(async (_request, { params }) => {
  await retryExport((await params).id)
  return done()
})
