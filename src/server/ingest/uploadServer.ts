import { FileStore } from '@tus/file-store'
import { EVENTS, Server } from '@tus/server'
import { mkdirSync } from 'node:fs'
import { newId } from '../ids'
import { isDatabaseAway } from '../jobs'
import { Problem } from '../problem'
import { beginUpload, forgetUpload, settleUploads, uploadsFolder } from './upload'
import { inWords } from '../../words/words'

const kept = globalThis as unknown as { vaneUploads?: Server }
const LARGEST = 64 * 1024 ** 3

/** The tus 1.0 server: uploads come in pieces, and go on where they stopped. */
export function uploadServer(): Server {
  if (kept.vaneUploads) return kept.vaneUploads
  mkdirSync(uploadsFolder(), { recursive: true })
  const server = new Server({
    path: '/api/uploads',
    datastore: new FileStore({ directory: uploadsFolder() }),
    maxSize: LARGEST,
    relativeLocation: true,
    namingFunction: () => newId(),
    onUploadCreate: async (_request, { id, size, metadata }) => {
      await beginUpload(id, size, metadata ?? {}).catch((e: unknown) => {
        if (e instanceof Problem) throw { status_code: e.status, body: e.message }
        if (!isDatabaseAway(e)) console.error(e)
        throw { status_code: 503, body: inWords('ingest.theServerCannotTakeThis') }
      })
      return {}
    },
    onUploadFinish: async () => {
      // When the database is away just now, it is settled as soon as it is back.
      await settleUploads().catch((e: unknown) => {
        if (!isDatabaseAway(e)) console.error(e)
      })
      return {}
    },
  })
  server.on(EVENTS.POST_TERMINATE, (_request, _response, id) => {
    void forgetUpload(id).catch(console.error)
  })
  return (kept.vaneUploads = server)
}
