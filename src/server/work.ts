import { readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { alignKind } from './align/job'
import { cleanKind } from './clean/job'
import { exportKind } from './exports'
import { importKind, settleUploads, sweepUploads } from './ingest'
import { beginJobs, forgetJob, isDatabaseAway, overSince, register } from './jobs'
import { narrateKind } from './narrate/job'
import { dataRoot } from './root'
import { traceKind } from './trace/job'

const DAY_MS = 86_400_000
/** Failed and cancelled jobs stay listed for so long, with what belongs to them. */
const KEPT_DAYS = 7

export function registerKinds(): void {
  register(importKind)
  register(exportKind)
  register(traceKind)
  register(alignKind)
  register(narrateKind)
  register(cleanKind)
}

/**
 * Begins all work that goes on by itself, once, as the server starts; goes on trying while the database is not there
 * yet.
 */
export async function beginWork(): Promise<void> {
  registerKinds()
  await dropPieces()
  for (;;) {
    try {
      await beginJobs()
      break
    } catch (e) {
      if (!isDatabaseAway(e)) throw e
      await new Promise((done) => setTimeout(done, 500))
    }
  }
  const quietly = (work: () => Promise<void>) => () =>
    void work().catch((e: unknown) => {
      if (!isDatabaseAway(e)) console.error(e)
    })
  quietly(settleUploads)()
  quietly(sweep)()
  setInterval(quietly(settleUploads), 5000).unref()
  setInterval(quietly(sweep), DAY_MS / 24).unref()
}

/** Takes away what is long over and was never wanted again. */
async function sweep(): Promise<void> {
  await sweepUploads()
  for (const job of await overSince(new Date(Date.now() - KEPT_DAYS * DAY_MS))) {
    if (job.kind !== 'export' || job.state !== 'done') await forgetJob(job.id)
  }
}

/** Removes half-written files of a server that was killed. Nothing writes any before the work begins. */
async function dropPieces(): Promise<void> {
  const root = dataRoot()
  const list = (dir: string) => readdir(path.join(root, dir)).catch(() => [])
  for (const name of await list('media')) {
    if (/^\..*\.part$|^coming-/.test(name)) await rm(path.join(root, 'media', name), { recursive: true, force: true })
    else
      for (const inner of await list(`media/${name}`))
        if (/\.part$|^\.(trace|pin|turns)-/.test(inner))
          await rm(path.join(root, 'media', name, inner), { force: true })
  }
  for (const dir of ['exports', 'posters'])
    for (const name of await list(dir))
      if (/\.part$|^[a-z0-9]+\.json$/.test(name)) await rm(path.join(root, dir, name), { force: true })
}
