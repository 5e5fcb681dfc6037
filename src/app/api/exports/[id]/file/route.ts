import { exportFile, readExport } from '@/server/exports'
import { sendFile } from '@/server/media/serve'
import { Problem } from '@/server/problem'
import { route } from '@/server/web'

export const GET = route<{ params: Promise<{ id: string }> }>(async (request, { params }) => {
  const row = await readExport((await params).id)
  if (row.state !== 'done') throw new Problem(409, 'This export is not finished yet.')
  return sendFile(request, exportFile(row.id), { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(row.name)}.mp4` })
})
