import { ENDED_FROM_OUTSIDE, ended, spawnBound } from '../run'
import { closeSync, readSync } from 'node:fs'
import { SAFE_INPUT } from '../media/ffmpeg'
import { probe, rotationOf } from '../media/probe'
import { Interrupted } from '../problem'
import { widePipe } from '../render/pipe'

/**
 * How large the pictures of a recording are as shown, and how to have its grey from ffmpeg. @throws Error with a
 * sentence when it is none
 */
export async function greyOf(file: string): Promise<{ width: number; height: number; filter: string }> {
  const facts = await probe(file)
  if (!facts?.video)
    throw new Error(`${file}: this is not a recording that can be read. Give a video: MP4, MOV, WebM, MKV or GIF.`)
  const turned = Math.abs(rotationOf(facts.video)) % 180 === 90
  const [width, height] = turned ? [facts.video.height!, facts.video.width!] : [facts.video.width!, facts.video.height!]
  return {
    width,
    height,
    filter: /^yuvj?4[24][0-4]p$/.test(facts.video.pix_fmt ?? '') ? 'extractplanes=y' : 'format=gray',
  }
}

/**
 * Reads a recording frame by frame into `grey`, blocking between them; `each` is called when a frame stands there and
 * says with false that it has seen enough. Resolves to how many were read.
 *
 * @throws Interrupted when something else ended the reading
 * @param from  seconds at which to begin, and `length` for how many
 */
export async function eachFrame(
  file: string,
  filter: string,
  grey: Uint8Array,
  each: (n: number) => boolean,
  part?: { from: number; length: number },
): Promise<number> {
  const { from, to } = widePipe()
  const seek = part ? ['-ss', part.from.toFixed(6), '-t', part.length.toFixed(6)] : []
  const decoder = spawnBound(
    'ffmpeg',
    [
      '-v',
      'error',
      '-nostdin',
      ...SAFE_INPUT,
      ...seek,
      '-i',
      file,
      '-map',
      '0:v:0',
      '-an',
      '-sn',
      '-vf',
      filter,
      '-fps_mode',
      'passthrough',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'gray',
      '-avioflags',
      'direct',
      'pipe:1',
    ],
    { stdio: ['ignore', to.fd, 'ignore'] },
  )
  const over = ended(decoder)
  await to.close()
  let read = 0
  try {
    for (;;) {
      let have = 0
      while (have < grey.length) {
        const n = readSync(from.fd, grey, have, grey.length - have, null)
        if (n === 0) break
        have += n
      }
      // What ends early because it was ended from outside is not all there is.
      if (have < grey.length) {
        if ((await over) === ENDED_FROM_OUTSIDE) throw new Interrupted('ffmpeg')
        break
      }
      if (!each(read++)) break
    }
  } finally {
    decoder.kill('SIGKILL')
    closeSync(from.fd)
  }
  await over
  return read
}
