import { BESIDE } from '@/contract/beside'
import { mkdir, rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { mediumBySha } from './media'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { run } from '../run'
import { SAFE_INPUT } from '../media/ffmpeg'
import { said } from '../../words/words'

/** A place of a recording at a time: microseconds, its middle and its width in pixels of the recording. */
export interface SpotAt {
  us: number
  x: number
  y: number
  w: number
}
/** Pictures of spots are this large, in pixels: twice as they are shown. */
const SIZE = { w: 96, h: 54 }
const AT_ONCE = 2
let busy = 0
const waiting: (() => void)[] = []
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (busy >= AT_ONCE)
    await new Promise<void>((go) => {
      waiting.push(go)
    })
  busy++
  try {
    return await work()
  } finally {
    busy--
    waiting.shift()?.()
  }
}

/**
 * A small picture of a place of a recording, made once and kept beside it.
 *
 * @returns the file, a JPEG
 * @throws Problem with a sentence when the recording is gone or cannot be decoded there
 */
export async function spotPicture(sha256: string, { us, x, y, w }: SpotAt): Promise<string> {
  const medium = await mediumBySha(sha256)
  if (medium?.kind !== 'take') throw new Problem(404, said('common.recordingGone'))
  const dir = path.join(dataRoot(), 'media', sha256)
  const file = path.join(dir, 'spots', `${us}-${x}-${y}-${w}.jpg`)
  if (await stat(file).catch(() => null)) return file
  await mkdir(path.dirname(file), { recursive: true })
  const h = Math.round((w * SIZE.h) / SIZE.w)
  const corner = `clip(${x}-ow/2\\,0\\,iw-ow):clip(${y}-oh/2\\,0\\,ih-oh)`
  const crop = `crop=min(${w}\\,iw):min(${h}\\,ih):${corner},scale=${SIZE.w}:${SIZE.h}`
  await inTurn(async () => {
    const part = `${file}.${process.pid}.part.jpg`
    const ran = await run(
      'ffmpeg',
      [
        '-v',
        'error',
        '-nostdin',
        '-y',
        ...SAFE_INPUT,
        '-ss',
        (us / 1e6).toFixed(6),
        '-i',
        path.join(dir, BESIDE.take),
        '-frames:v',
        '1',
        '-vf',
        crop,
        '-q:v',
        '5',
        part,
      ],
      { limit: 30 },
    )
    if (ran.code !== 0 || !(await stat(part).catch(() => null))) {
      await rm(part, { force: true })
      throw new Problem(404, said('keeping.thereIsNoPictureAt'))
    }
    await rename(part, file)
  })
  return file
}
