import { FileStore } from '@tus/file-store'
import { EVENTS, Server } from '@tus/server'
import { mkdirSync } from 'node:fs'
import { newId } from '../ids'
import { Problem } from '../problem'
import { beginUpload, forgetUpload, settleUploads, uploadsFolder } from './upload'

const kept = globalThis as unknown as { vaneUploads?: Server }
const LARGEST = 64 * 1024 ** 3

/** The tus 1.0 server: uploads come in pieces, and go on where they stopped. */
export function uploadServer(): Server {
  if (kept.vaneUploads) return kept.vaneUploads
  mkdirSync(uploadsFolder(), { recursive: true })
  const server = new Server({
    path: '/api/uploads', datastore: new FileStore({ directory: uploadsFolder() }), maxSize: LARGEST, relativeLocation: true, namingFunction: () => newId(),
    onUploadCreate: async (_request, { id, size = 0, metadata }) => {
      await beginUpload(id, size, metadata ?? {}).catch((e: unknown) => { throw e instanceof Problem ? { status_code: e.status, body: e.message } : e })
      return {}
    },
    onUploadFinish: async () => {
      await settleUploads()
      return {}
    },
  })
  server.on(EVENTS.POST_TERMINATE, (_request, _response, id) => { void forgetUpload(id).catch(console.error) })
  return (kept.vaneUploads = server)
}

