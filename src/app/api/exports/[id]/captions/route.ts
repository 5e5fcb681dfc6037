import { exportedFile } from '@/server/exports'
import { sendFile } from '@/server/media/serve'
import { route } from '@/server/web'

export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const { file, name } = await exportedFile((await params).id, 'captions')
  return sendFile(request, file, {
    'content-type': 'text/vtt; charset=utf-8',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.vtt`,
  })
})
