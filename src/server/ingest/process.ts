import { BESIDE } from '@/contract/beside'
import { loadImage } from '@napi-rs/canvas'
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { copyFile, mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Medium } from '@/core/lesson/schema'
import { LIMITS } from '@/core/lesson/limits'
import { ffmpeg, SAFE_INPUT } from '../media/ffmpeg'
import { frameTimes, lastTimeUs, probe, type FileFacts } from '../media/probe'
import { Interrupted, Problem } from '../problem'
import { ownCommand, run, STOPPED } from '../run'
import { conformTake, writeFilm, writePeaks, writeProxy } from './conform'
import { kindByContent } from './kinds'
import { endsAsOgg, isAnimatedWebp, isEncrypted, wavLengthUs } from './containers'
import { svgFault } from './svg'
import { asIs, inWords } from '../../words/words'

export type OnStep = (step: string, share: number) => void
export interface Making {
  signal: AbortSignal
  onStep: OnStep
  /** Hears what there is to know about a file that is taken all the same. */
  onNote?: (sentence: string) => void
}

const bad = (name: string, sentence: string) => new Problem(422, asIs(`“${name}” ${sentence}`))

/** SHA-256 of a file, read in pieces. */
export async function hashOf(file: string, making: Making): Promise<string> {
  const hash = createHash('sha256')
  const total = (await stat(file)).size
  let read = 0
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 })) {
    making.signal.throwIfAborted()
    hash.update(chunk as Buffer)
    read += (chunk as Buffer).length
    making.onStep(inWords('ingest.reading'), total ? read / total : 1)
  }
  return hash.digest('hex')
}

/**
 * Makes a medium of a file: checks what it really is, conforms it, and writes what the preview
 * needs beside it. The folder `media/SHA256` under `root` appears whole or not at all.
 *
 * @throws Problem naming the file, what is wrong and what to do; on cancel, the signal's reason
 */
export async function processFile(
  source: string,
  name: string,
  root: string,
  sha256: string,
  making: Making,
): Promise<Medium> {
  const work = path.join(root, 'media', `.${sha256}.part`)
  const home = path.join(root, 'media', sha256)
  await rm(work, { recursive: true, force: true })
  await mkdir(work, { recursive: true })
  try {
    making.onStep(inWords('ingest.checking'), 0)
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
    case 'empty':
      throw bad(name, inWords('ingest.isEmpty0BytesRecord'))
    case 'playlist':
      throw bad(name, inWords('ingest.isAPlaylistWhichOnly'))
    case 'unknown':
      throw bad(name, inWords('ingest.isNotAVideoA'))
    case 'vector':
      return {
        kind: 'picture',
        file: at('picture.png'),
        ...(await picture(await drawVector(source, name, work), name, work)),
        ...base,
      }
    case 'picture':
      return { kind: 'picture', file: at('picture.png'), ...(await picture(source, name, work)), ...base }
    default: {
      const facts = await probe(source)
      if (!facts) throw bad(name, inWords('ingest.cannotBeReadItIs'))
      const rate = Number(facts.audio?.sample_rate ?? SAMPLES.usual)
      if (!facts.video && (rate < SAMPLES.least || rate > SAMPLES.most))
        throw bad(
          name,
          inWords(
            'ingest.saysThatItHasA',
            rate === 1 ? inWords('ingest.oneSample') : inWords('ingest.samples', rate.toLocaleString('en-GB')),
            SAMPLES.usual.toLocaleString('en-GB'),
          ),
        )
      if (facts.unreadable) throw bad(name, inWords('ingest.holdsPicturesButNothingCan'))
      if (facts.video && !(kind === 'moving' && (await frameTimes(source))?.count === 1))
        return { kind: 'take', file: at(BESIDE.take), ...(await take(source, name, work, facts, making)), ...base }
      if (facts.video)
        return { kind: 'picture', file: at('picture.png'), ...(await picture(source, name, work)), ...base }
      return { kind: 'sound', ...(await sound({ source, name, work }, at, facts, making)), ...base }
    }
  }
}

/** Samples a second of a sound: no device records fewer, or more. */
const SAMPLES = { least: 1000, most: 1_600_000, usual: 48_000 }
const seconds = (us: number) => (us / 1e6).toFixed(1)
/** What there is to say of a file that is shorter than it says itself, or damaged; each part as a sentence. */
function noteOf(
  name: string,
  { declaredUs, thereUs, damaged }: { declaredUs: number; thereUs: number; damaged: number },
): string | null {
  const missing = declaredUs - thereUs
  const short =
    missing > Math.max(300_000, declaredUs * 0.01)
      ? inWords('ingest.isCutOffOfIts', name, seconds(thereUs), seconds(declaredUs))
      : ''
  const torn =
    damaged > 0
      ? inWords(
          'ingest.isDamagedInWhatCould',
          name,
          damaged === 1 ? inWords('ingest.onePlace') : inWords('ingest.places', damaged),
        )
      : ''
  return [short, torn].filter(Boolean).join(' ') || null
}

type Own = Partial<Medium>

async function take(source: string, name: string, work: string, facts: FileFacts, making: Making): Promise<Own> {
  const { width, height, nb_frames } = facts.video!
  if (Math.max(width!, height!) > LIMITS.takeSide)
    throw bad(name, inWords('ingest.isPixelsRecordingsMayHave', width!, height!, LIMITS.takeSide))
  if (await isEncrypted(source)) throw bad(name, inWords('ingest.isEncryptedOnlyWhoHas'))
  const times = await frameTimes(source)
  if (!times) throw bad(name, inWords('ingest.holdsNoPicturesThatCan'))
  if (nb_frames && Number(nb_frames) > times.count + 1)
    throw bad(name, inWords('ingest.isCutOffOfItsFrames', times.count, nb_frames))
  if (times.durationUs > LIMITS.hours * 3.6e9)
    throw bad(name, inWords('ingest.isHoursLongRecordingsMay', (times.durationUs / 3.6e9).toFixed(1), LIMITS.hours))
  const step = (label: string) => ({ signal: making.signal, onShare: (share: number) => making.onStep(label, share) })
  const whole = <T>(doing: Promise<T>) =>
    doing.catch((e: Error) => {
      throw making.signal.aborted || e instanceof Interrupted
        ? e
        : bad(name, inWords('ingest.cannotBeTakenSaveIt', e.message))
    })
  const prepare = async (anew: boolean) => {
    making.onStep(inWords('ingest.preparing'), 0)
    const conformed = await whole(
      conformTake({ source, dir: work }, facts, times, step(inWords('ingest.preparing')), { anew }),
    )
    const made = await probe(path.join(work, BESIDE.take))
    const final = await frameTimes(path.join(work, BESIDE.take))
    if (!made?.video || !final?.constant) return null
    const size = { width: made.video.width!, height: made.video.height! }
    making.onStep(inWords('ingest.preparingThePreview'), 0)
    const { damaged, ...proxy } = await whole(
      writeProxy(work, { ...size, durationUs: final.durationUs }, step(inWords('ingest.preparingThePreview'))),
    )
    return { ...conformed, damaged: conformed.damaged + damaged, sound: made.audio !== null, final, size, proxy }
  }
  const first = await prepare(false)
  // Damaged pictures are kept as they could be read: another decoder might make something else of them, or nothing.
  const ready = first && !(first.copied && first.damaged > 0) ? first : await prepare(true)
  if (!ready) throw bad(name, inWords('ingest.couldNotBeBroughtTo'))
  const { final, size, proxy } = ready
  making.onStep(inWords('ingest.filmStrip'), 0)
  const film = await whole(writeFilm(work, final.durationUs, step(inWords('ingest.filmStrip'))))
  const heard = ready.sound
    ? await whole(writePeaks(path.join(work, BESIDE.take), final.durationUs, step(inWords('ingest.waveform'))))
    : null
  if (heard) await writeFile(path.join(work, BESIDE.peaks), heard.peaks)
  const tooFast =
    times.rate.num / times.rate.den > LIMITS.fps || (Number(facts.video!.nb_frames) || 0) > (final.count + 1) * 2
  const thereUs = facts.durationUs > times.durationUs * 1.01 + 300_000 ? await lastTimeUs(source) : facts.durationUs
  const note = noteOf(name, {
    declaredUs: facts.durationUs,
    thereUs,
    damaged: Math.max(first?.damaged ?? 0, ready.damaged) + (heard?.damaged ?? 0),
  })
  if (note) making.onNote?.(note)
  else if (tooFast) making.onNote?.(inWords('ingest.hasMoreFramesASecond', name, final.rate.num / final.rate.den))
  return {
    ...size,
    rate: final.rate,
    frames: final.count,
    durationUs: final.durationUs,
    sound: ready.sound,
    aids: { proxy, film, ...(heard && { peaks: true }) },
  }
}

async function sound(
  { source, name, work }: { source: string; name: string; work: string },
  at: (file: string) => string,
  facts: FileFacts,
  making: Making,
): Promise<Own & { file: string }> {
  const plain = facts.audio!.codec_name === 'pcm_s16le' && facts.container === 'wav'
  const file = plain ? 'sound.wav' : 'sound.flac'
  const { signal } = making
  making.onStep(inWords('ingest.preparing'), 0)
  let damaged = 0
  if (plain) await copyFile(source, path.join(work, file))
  else {
    const limit = 600 + facts.durationUs / 1e6
    const onTime = (us: number) =>
      making.onStep(inWords('ingest.preparing'), Math.min(1, us / Math.max(1, facts.durationUs)))
    damaged = await ffmpeg(
      [
        ...SAFE_INPUT,
        '-i',
        source,
        '-map',
        '0:a:0',
        '-af',
        'aresample=async=1:first_pts=0',
        '-sample_fmt',
        's16',
        '-c:a',
        'flac',
        '-map_metadata',
        '-1',
        path.join(work, file),
      ],
      { signal, limit, onTime },
    ).catch((e: Error) => {
      throw signal.aborted || e instanceof Interrupted
        ? e
        : bad(name, inWords('ingest.cannotBeTakenSaveItAgain', e.message))
    })
  }
  const made = await probe(path.join(work, file))
  const heard = made
    ? await writePeaks(path.join(work, file), made.durationUs, {
        signal,
        onShare: (share) => making.onStep(inWords('ingest.waveform'), share),
      })
    : null
  if (!made || !heard?.peaks.length) throw bad(name, inWords('ingest.holdsNoSoundRecordIt'))
  await writeFile(path.join(work, BESIDE.peaks), heard.peaks)
  const declaredUs = plain ? await wavLengthUs(source) : facts.durationUs
  const note =
    noteOf(name, { declaredUs, thereUs: made.durationUs, damaged }) ??
    (facts.container === 'ogg' && !(await endsAsOgg(source))
      ? inWords('ingest.endsWithoutItsLastPage', name, seconds(made.durationUs))
      : null)
  if (note) making.onNote?.(note)
  return { file: at(file), durationUs: made.durationUs, sound: true, aids: { peaks: true } }
}

/** A drawing that takes longer, or more memory, is not taken: one of a few hundred bytes can ask for hours. */
const DRAWN_IN_S = 8
const DRAWN_IN_MB = 1500
/**
 * Draws an SVG, in a process of its own.
 *
 * @throws Problem when it cannot be drawn, or takes too long
 */
async function drawVector(source: string, name: string, work: string): Promise<string> {
  const fault = svgFault(await readFile(source, 'utf8'))
  if (fault) throw bad(name, inWords('ingest.isNotTakenSaveIt', fault))
  const file = path.join(work, 'drawn.png')
  const [program, args] = ownCommand('draw')
  const ran = await run(program, [...args, source, '--out', file], { limit: DRAWN_IN_S, memoryMb: DRAWN_IN_MB })
  if (ran.code === STOPPED) throw bad(name, inWords('ingest.asksForMoreThanA', DRAWN_IN_S, DRAWN_IN_MB))
  const size = /it is (\d+) × (\d+) pixels/.exec(ran.stderr)
  if (size) sizeAllowed(name, Number(size[1]), Number(size[2]))
  if (ran.code !== 0) throw bad(name, inWords('ingest.cannotBeDrawnGiveIt'))
  return file
}

async function picture(source: string, name: string, work: string): Promise<Own> {
  const out = path.join(work, 'picture.png')
  const known = await probe(source)
  if (known?.video) sizeAllowed(name, known.video.width!, known.video.height!)
  try {
    await ffmpeg(
      [
        ...SAFE_INPUT,
        '-xerror',
        '-err_detect',
        'explode',
        '-i',
        source,
        '-frames:v',
        '1',
        '-pix_fmt',
        'rgba',
        '-f',
        'image2',
        '-c:v',
        'png',
        out,
      ],
      { limit: 120 },
    )
  } catch (e) {
    if (e instanceof Interrupted) throw e
    if (!(await isAnimatedWebp(source))) throw bad(name, inWords('ingest.isAPictureThatCannot', (e as Error).message))
    throw bad(name, inWords('ingest.isAnAnimatedWebpWhich'))
  }
  const { width, height } = await loadImage(out)
  sizeAllowed(name, width, height)
  if (source.endsWith('drawn.png')) await rm(source)
  return { width, height }
}
function sizeAllowed(name: string, width: number, height: number): void {
  const { pictureSide, pictureMegapixels } = LIMITS
  if (Math.max(width, height) > pictureSide)
    throw bad(name, inWords('ingest.isPixelsPicturesMayHave', width, height, pictureSide))
  if (width * height > pictureMegapixels * 1e6)
    throw bad(
      name,
      inWords(
        'ingest.isPixelsMillionPicturesMay',
        width,
        height,
        Math.round((width * height) / 1e6),
        pictureMegapixels,
      ),
    )
}
