import path from 'node:path'
import { MIX_RATE, madeLong, type Leg } from '@/core/sound'
import { mediumBySha } from './media'
import { Interrupted, Problem } from '../problem'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { madeSound, tempoFolder } from '../media/stretch'
import { inWords, said } from '../../words/words'

/** Bytes of a second of what is made: twice, as it is made from a piece of the same size. */
const SECOND_BYTES = 2 * 48_000 * 4
/** No more than so much is made of a sound: a day. */
const MOST_S = 86_400

/**
 * The sound of a medium of the library at other speeds.
 *
 * @returns the WAV file
 * @throws Problem with a sentence when the medium is gone, has no sound or there is no room
 */
export async function soundAtTempo(sha256: string, legs: readonly Leg[]): Promise<string> {
  const medium = await mediumBySha(sha256)
  if (!medium) throw new Problem(404, said('media.thisFileIsNotIn'))
  const ends = legs.map((leg) => ({ ...leg, toUs: leg.toUs ?? Math.max(leg.fromUs + 1, medium.durationUs ?? 0) }))
  const seconds = madeLong(ends) / MIX_RATE
  if (seconds > MOST_S) throw new Problem(400, said('web.atThisSpeedThereIs'))
  const file = path.join(dataRoot(), medium.file)
  const before = () => needRoom(inWords('keeping.theSoundOfAtAnother', medium.name), seconds * SECOND_BYTES)
  return madeSound(file, legs, tempoFolder(file), { before }).catch((e: Error) => {
    if (e instanceof Problem || e instanceof Interrupted) throw e
    throw new Problem(422, said('keeping.theSoundOfCannotBe', medium.name, e.message))
  })
}
