import { stat } from 'node:fs/promises'
import type { Medium } from '@/core/lesson/schema'
import { ownedBy } from '../library/media'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { hashOf, processFile, type Making } from './process'

/**
 * Takes a file that was made here into the library.
 *
 * @param name  how it is called there
 * @throws Problem 507 when the disk has no room for it; what `processFile` throws
 */
export async function takeMade(file: string, name: string, making: Making): Promise<Medium> {
  const { size } = await stat(file)
  await needRoom(`“${name}”`, size)
  const sha256 = await hashOf(file, making)
  return ownedBy(sha256, size, making.signal, () => processFile(file, name, dataRoot(), sha256, making))
}
