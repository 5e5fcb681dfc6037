import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { closeDatabase } from './db/client'
import { startDaemon, type Daemon } from './db/daemon'
import { migrate } from './db/migrate'

/** A data folder with a database of its own, for the tests of one file. */
export interface Site {
  data: string
  kill(): void
  end(): Promise<void>
}
export async function openSite(): Promise<Site> {
  const data = mkdtempSync(path.join(tmpdir(), 'vane-site-'))
  process.env.VANE_ROOT = path.join(__dirname, '../..')
  process.env.VANE_DATA = data
  const daemon: Daemon = await startDaemon(data, () => {})
  process.env.DATABASE_URL = daemon.url
  await migrate()
  return {
    data,
    kill: () => daemon.kill(),
    async end() {
      await closeDatabase()
      await daemon.stop()
      rmSync(data, { recursive: true, force: true })
    },
  }
}
/** Asks until it is so. @throws Error after ten seconds */
export async function until(what: () => Promise<boolean> | boolean, seconds = 10): Promise<void> {
  for (let n = 0; n < seconds * 50; n++) {
    if (await what()) return
    await new Promise((done) => setTimeout(done, 20))
  }
  throw new Error('It did not come to that in time.')
}
/**
 * Kills every ffmpeg with all these words among its arguments, as the kernel does when memory is short. @returns how
 * many
 */
export function killFfmpeg(...words: string[]): number {
  return readdirSync('/proc')
    .filter((n) => /^\d+$/.test(n))
    .filter((pid) => {
      try {
        const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
        return line.startsWith('ffmpeg') && words.every((w) => line.includes(w)) && process.kill(Number(pid), 'SIGKILL')
      } catch {
        return false
      }
    }).length
}
