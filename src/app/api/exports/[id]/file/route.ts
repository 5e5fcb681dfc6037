import { exportedFile } from '@/server/exports'
import { sendFile } from '@/server/media/serve'
import { route } from '@/server/web'

export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const { file, name } = await exportedFile((await params).id)
  return sendFile(request, file, {
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.mp4`,
  })
})
