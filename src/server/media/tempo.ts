import path from 'node:path'
import { isStretched } from '@/core/lesson/clips'
import { isHeard, rampLong, type Ramp } from '@/core/sound'
import { mediumBySha } from '../ingest/library'
import { Interrupted, Problem } from '../problem'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { rampedSound, stretchedSound, tempoFolder, type Tempo } from './stretch'

/** Bytes of a second of what is made: twice, as it is made from a piece of the same size. */
const SECOND_BYTES = 2 * 48_000 * 4

/**
 * The sound of a medium of the library at another speed, or while it changes to one.
 *
 * @returns the WAV file
 * @throws Problem with a sentence when the medium is gone, has no sound or there is no room
 */
export async function soundAtTempo(sha256: string, tempo: Tempo, ramp: Ramp | null = null): Promise<string> {
  const medium = await mediumBySha(sha256)
  if (!medium) throw new Problem(404, 'This file is not in the library any more. Bring it in again.')
  if (ramp ? !isHeard(ramp) : !isStretched(tempo)) throw new Problem(400, 'At this speed there is no sound.')
  const seconds = ramp ? rampLong(ramp) / 1e6 : ((medium.durationUs ?? 0) / 1e6) * (tempo.den / tempo.num)
  const file = path.join(dataRoot(), medium.file)
  const before = () => needRoom(`The sound of “${medium.name}” at another speed`, seconds * SECOND_BYTES)
  const dir = tempoFolder(file)
  const made = ramp ? rampedSound(file, ramp, dir, { before }) : stretchedSound(file, tempo, dir, { before })
  return made.catch((e: Error) => {
    if (e instanceof Problem || e instanceof Interrupted) throw e
    throw new Problem(422, `The sound of “${medium.name}” cannot be made faster or slower: ${e.message}.`)
  })
}
