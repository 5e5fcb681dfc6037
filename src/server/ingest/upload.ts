import { FileStore } from '@tus/file-store'
import { Server } from '@tus/server'
import { mkdirSync } from 'node:fs'
import { newId } from '../ids'
import { addImport, uploadsFolder } from './queue'

const kept = globalThis as unknown as { vaneUploads?: Server }
const LARGEST = 64 * 1024 ** 3

/** The tus 1.0 server: uploads come in pieces, and go on where they stopped. */
export function uploadServer(): Server {
  if (!kept.vaneUploads) {
    mkdirSync(uploadsFolder(), { recursive: true })
    kept.vaneUploads = new Server({
      path: '/api/uploads', datastore: new FileStore({ directory: uploadsFolder() }), maxSize: LARGEST, relativeLocation: true, namingFunction: () => newId(),
      onUploadFinish: async (_request, upload) => {
        await addImport(upload.id, upload.metadata?.filename ?? 'unnamed', upload.metadata?.lesson || null)
        return {}
      },
    })
  }
  return kept.vaneUploads
}
