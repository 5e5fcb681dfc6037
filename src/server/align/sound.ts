import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { ffmpeg, SAFE_INPUT } from '../media/ffmpeg'
import { inWords } from '../../words/words'

/** Samples a second of what the acoustic model hears. */
export const RATE = 16_000

/**
 * The sound of a file as the acoustic model hears it, 16 kHz, mono, 16 bit, in a folder of its own, for as long as it
 * is worked with.
 *
 * @throws Error with a sentence when the file has no sound that can be read; on cancel, the signal's reason
 */
export async function withSpeech<T>(file: string, work: (wav: string) => Promise<T>, signal?: AbortSignal): Promise<T> {
  const dir = await mkdtemp(path.join(tmpdir(), 'vane-speech-'))
  try {
    const wav = path.join(dir, 'speech.wav')
    const as = ['-map', '0:a:0', '-vn', '-ac', '1', '-ar', String(RATE), '-c:a', 'pcm_s16le', '-bitexact']
    try {
      await ffmpeg([...SAFE_INPUT, '-i', file, ...as, '-map_metadata', '-1', wav], {
        limit: 1800,
        ...(signal && { signal }),
      })
    } catch (e) {
      if (signal?.aborted) throw signal.reason as Error
      throw new Error(inWords('align.theSoundOfCannotBe', path.basename(file), (e as Error).message))
    }
    return await work(wav)
  } finally {
    await rm(dir, { recursive: true, force: true })
  }
}
