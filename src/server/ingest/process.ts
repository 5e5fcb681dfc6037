import { loadImage, createCanvas } from '@napi-rs/canvas'
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { copyFile, mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Medium } from '@/core/lesson/schema'
import { ffmpeg, SAFE_INPUT } from '../media/ffmpeg'
import { frameTimes, probe, type FileFacts } from '../media/probe'
import { Problem } from '../problem'
import { conformTake, writeFilm, writePeaks, writeProxy } from './conform'
import { kindByContent } from './kinds'
import { svgFault } from './svg'

export type OnStep = (step: string, share: number) => void
export interface Making {
  signal: AbortSignal
  onStep: OnStep
  /** Hears what there is to know about a file that is taken all the same. */
  onNote?: (sentence: string) => void
}

const LARGEST_SIDE = 16_384
const bad = (name: string, sentence: string) => new Problem(422, `“${name}” ${sentence}`)

/** SHA-256 of a file, read in pieces. */
export async function hashOf(file: string, making: Making): Promise<string> {
  const hash = createHash('sha256')
  const total = (await stat(file)).size
  let read = 0
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 })) {
    making.signal.throwIfAborted()
    hash.update(chunk as Buffer)
    read += (chunk as Buffer).length
    making.onStep('Reading', total ? read / total : 1)
  }
  return hash.digest('hex')
}

/**
 * Makes a medium of a file: checks what it really is, conforms it, and writes what the preview
 * needs beside it. The folder `media/SHA256` under `root` appears whole or not at all.
 *
 * @throws Problem naming the file, what is wrong and what to do; on cancel, the signal's reason
 */
export async function processFile(source: string, name: string, root: string, sha256: string, making: Making): Promise<Medium> {
  const work = path.join(root, 'media', `.${sha256}.part`)
  const home = path.join(root, 'media', sha256)
  await rm(work, { recursive: true, force: true })
  await mkdir(work, { recursive: true })
  try {
    making.onStep('Checking', 0)
    const made = await make(source, name, work, sha256, making)
    making.signal.throwIfAborted()
    await writeFile(path.join(work, 'medium.json'), JSON.stringify(made))
    await rm(home, { recursive: true, force: true })
    await rename(work, home)
    return made
  } finally {
    await rm(work, { recursive: true, force: true })
  }
}

async function make(source: string, name: string, work: string, sha256: string, making: Making): Promise<Medium> {
  const kind = await kindByContent(source)
  const base = { name, sha256, moments: [], words: [] }
  const at = (file: string) => `media/${sha256}/${file}`
  switch (kind) {
    case 'empty': throw bad(name, 'is empty (0 bytes). Record or export it again.')
    case 'playlist': throw bad(name, 'is a playlist, which only names other files. Bring in the recording itself.')
    case 'unknown': throw bad(name, 'is not a video, a sound or a picture that Vivid Vane knows by its contents, whatever its name ends in. It takes MP4, MOV, WebM, MKV, GIF, PNG, JPEG, WebP, SVG, WAV, MP3, M4A, OGG and FLAC.')
    case 'vector': return { kind: 'picture', file: at('picture.png'), ...(await picture(await drawVector(source, name, work), name, work)), ...base }
    case 'picture': return { kind: 'picture', file: at('picture.png'), ...(await picture(source, name, work)), ...base }
    default: {
      const facts = await probe(source)
      if (!facts) throw bad(name, 'cannot be read: it is broken, cut off before its end, or not what its name says. Play it where it was made, and save it again.')
      if (facts.video && !(kind === 'gif' && (await frameTimes(source))?.count === 1)) return { kind: 'take', file: at('take.mp4'), ...(await take(source, name, work, facts, making)), ...base }
      if (facts.video) return { kind: 'picture', file: at('picture.png'), ...(await picture(source, name, work)), ...base }
      return { kind: 'sound', ...(await sound(source, name, work, at, making)), ...base }
    }
  }
}

type Own = Partial<Medium>

async function take(source: string, name: string, work: string, facts: FileFacts, making: Making): Promise<Own> {
  const { width, height, nb_frames } = facts.video!
  if (Math.max(width!, height!) > LARGEST_SIDE / 2) throw bad(name, `is ${width} × ${height} pixels; recordings may have ${LARGEST_SIDE / 2} on a side at most. Make it smaller first.`)
  const times = await frameTimes(source)
  if (!times) throw bad(name, 'holds no pictures that can be read. Record it again, or save it in another format.')
  if (nb_frames && Number(nb_frames) > times.count + 1) throw bad(name, `is cut off: ${times.count} of its ${nb_frames} frames are there. Copy it again from where it was recorded.`)
  const step = (label: string) => ({ signal: making.signal, onShare: (share: number) => making.onStep(label, share) })
  const whole = async <T>(doing: Promise<T>) => doing.catch((e: Error) => { throw making.signal.aborted ? e : bad(name, `could not be conformed (${e.message}). Save it again as an MP4.`) })
  making.onStep('Conforming', 0)
  await whole(conformTake(source, work, facts, times, step('Conforming')))
  const made = await probe(path.join(work, 'take.mp4'))
  const final = await frameTimes(path.join(work, 'take.mp4'))
  if (!made?.video || !final || !final.constant) throw bad(name, 'could not be brought to a constant frame rate. Save it again as an MP4.')
  const size = { width: made.video.width!, height: made.video.height! }
  making.onStep('Preparing the preview', 0)
  const proxy = await whole(writeProxy(work, { ...size, durationUs: final.durationUs }, step('Preparing the preview')))
  making.onStep('Film strip', 0)
  const film = await whole(writeFilm(work, final.durationUs, step('Film strip')))
  const peaks = made.audio ? await whole(writePeaks(path.join(work, 'take.mp4'), final.durationUs, step('Waveform'))) : null
  if (peaks) await writeFile(path.join(work, 'peaks.bin'), peaks)
  return {
    ...size, rate: final.rate, frames: final.count, durationUs: final.durationUs, sound: made.audio !== null,
    aids: { proxy, film, ...(peaks && { peaks: true }) },
  }
}

async function sound(source: string, name: string, work: string, at: (file: string) => string, making: Making): Promise<Own & { file: string }> {
  const facts = (await probe(source))!
  const plain = facts.audio!.codec_name === 'pcm_s16le' && facts.container === 'wav'
  const file = plain ? 'sound.wav' : 'sound.flac'
  const signal = making.signal
  making.onStep('Conforming', 0)
  if (plain) await copyFile(source, path.join(work, file))
  else {
    await ffmpeg([...SAFE_INPUT, '-xerror', '-i', source, '-map', '0:a:0', '-af', 'aresample=async=1:first_pts=0', '-sample_fmt', 's16', '-c:a', 'flac', '-map_metadata', '-1', path.join(work, file)], { signal, limit: 600, onTime: (us) => making.onStep('Conforming', Math.min(1, us / Math.max(1, facts.durationUs))) })
      .catch((e: Error) => { throw signal.aborted ? e : bad(name, `could not be read to its end (${e.message}). Save it again as WAV.`) })
  }
  const made = await probe(path.join(work, file))
  const peaks = made ? await writePeaks(path.join(work, file), made.durationUs, { signal, onShare: (share) => making.onStep('Waveform', share) }) : null
  if (!made || !peaks?.length) throw bad(name, 'holds no sound. Record it again.')
  await writeFile(path.join(work, 'peaks.bin'), peaks)
  return { file: at(file), durationUs: made.durationUs, sound: true, aids: { peaks: true } }
}

/** Draws an SVG at its own size, or twice that when it is small, so that it stays sharp. */
async function drawVector(source: string, name: string, work: string): Promise<string> {
  const text = await readFile(source, 'utf8')
  const fault = svgFault(text)
  if (fault) throw bad(name, `is not taken: ${fault}. Save it as a plain SVG, or as a PNG.`)
  try {
    const image = await loadImage(Buffer.from(text))
    if (!image.width || !image.height) throw new Error('it has no size')
    const scale = Math.max(1, Math.min(4, 1024 / Math.max(image.width, image.height)))
    const canvas = createCanvas(Math.round(image.width * scale), Math.round(image.height * scale))
    canvas.getContext('2d').drawImage(image, 0, 0, canvas.width, canvas.height)
    const file = path.join(work, 'drawn.png')
    await writeFile(file, canvas.toBuffer('image/png'))
    return file
  } catch (e) { throw bad(name, `cannot be drawn (${(e as Error).message}). Give it a width and a height, or save it as a PNG.`) }
}

async function picture(source: string, name: string, work: string): Promise<Own> {
  const out = path.join(work, 'picture.png')
  await ffmpeg([...SAFE_INPUT, '-xerror', '-err_detect', 'explode', '-i', source, '-frames:v', '1', '-pix_fmt', 'rgba', '-f', 'image2', '-c:v', 'png', out], { limit: 120 }).catch((e: Error) => { throw bad(name, `is a picture that cannot be read to its end (${e.message}). Save it again.`) })
  const { width, height } = await loadImage(out)
  if (Math.max(width, height) > LARGEST_SIDE) throw bad(name, `is ${width} × ${height} pixels; pictures may have ${LARGEST_SIDE} on a side at most. Make it smaller first.`)
  if (source.endsWith('drawn.png')) await rm(source)
  return { width, height }
}
