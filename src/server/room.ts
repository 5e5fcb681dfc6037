import { statfs } from 'node:fs/promises'
import { Problem } from './problem'
import { dataRoot } from './root'
import { inWords, said } from '../words/words'

const MB = 1024 ** 2
/** So much of the disk is left to the database and the rest of the machine, in bytes. */
export const reserve = (): number => (process.env.VANE_RESERVE_MB ? Number(process.env.VANE_RESERVE_MB) : 1024) * MB

export async function freeBytes(): Promise<number> {
  const { bavail, bsize } = await statfs(dataRoot())
  return bavail * bsize
}
const amount = (bytes: number) =>
  bytes >= 1024 * MB
    ? inWords('running.gb', (bytes / 1024 / MB).toFixed(1))
    : inWords('running.mb', Math.max(0, Math.ceil(bytes / MB)))

/**
 * Makes sure that there is room for something before it is begun.
 *
 * @param what   the beginning of the sentence: “The upload of “x.mp4””
 * @param bytes  how much it takes, as far as that can be told before
 * @throws Problem 507 that says how much is missing and what to do
 */
export async function needRoom(what: string, bytes: number): Promise<void> {
  const free = await freeBytes()
  if (free - bytes >= reserve()) return
  const spare = Math.max(0, free - reserve())
  throw new Problem(507, said('running.needsAboutAndOnlyOf', what, amount(bytes), amount(spare)))
}

/** Whether the disk runs so full that work which writes has to stop. */
export const isFull = async (): Promise<boolean> => (await freeBytes()) < reserve() / 2
/** Whether a program says that the disk has no room left. */
export const saysFull = (words: string): boolean => /No space left on device/i.test(words)
export const FULL = inWords('running.theDiskIsNearlyFull')
const READ_ONLY = inWords('running.theDataFolderCannotBe')
/** What there is to say when something could not be stored, by why; null where it was another reason. */
export function unstored(e: unknown): string | null {
  const { code, message = '' } = (e ?? {}) as Partial<NodeJS.ErrnoException>
  if (code === 'ENOSPC' || saysFull(message)) return FULL
  return code === 'EROFS' || code === 'EACCES' || code === 'EPERM' ? READ_ONLY : null
}
