import koffi from 'koffi'
import { readFile, writeFile } from 'node:fs/promises'
import { openSync } from 'node:fs'
import path from 'node:path'
import { inWords } from '../words/words'

/**
 * The lock of a data folder, as an open file: every process that inherits it holds the lock too, until the last one has
 * ended.
 */
export interface Ownership {
  fd: number
}
export interface Owner {
  pid: number
  port: number
}

const LOCK_EX_NB = 2 | 4
const WAIT_MS = 20_000

/**
 * Takes a data folder for this process (flock(2)): one Vivid Vane at a time works on it. What a killed run left behind
 * may still hold it for a moment; that is waited for.
 *
 * @returns the lock, or a sentence that says who has it
 */
export async function own(data: string, port: number, say: (line: string) => void): Promise<Ownership | string> {
  const flock = koffi.load('libc.so.6').func('int flock(int fd, int operation)') as (
    fd: number,
    operation: number,
  ) => number
  const file = path.join(data, 'owner')
  const fd = openSync(file, 'a+', 0o600)
  for (let waited = 0; flock(fd, LOCK_EX_NB) !== 0; waited += 200) {
    const owner = await readOwner(file)
    if (owner && isRunning(owner.pid)) return inWords('running.theDataFolderIsIn', data, owner.port, owner.pid)
    if (waited === 0) say(inWords('running.waitingForWhatIsLeft'))
    if (waited >= WAIT_MS) return inWords('running.theDataFolderIsStill', data, file)
    await new Promise((done) => setTimeout(done, 200))
  }
  await writeFile(file, JSON.stringify({ pid: process.pid, port } satisfies Owner))
  return { fd }
}
async function readOwner(file: string): Promise<Owner | null> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as Owner
  } catch {
    return null
  }
}
function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch (e) {
    return (e as NodeJS.ErrnoException).code === 'EPERM'
  }
}
