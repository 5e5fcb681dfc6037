import type { LibraryFile } from '@/contract/routes'
import type { Medium } from '@/core/lesson/schema'
import { pitchOf, SYNTH_RATE, VARIANTS, wavOf } from '@/core/sound'
import { soundInLibrary } from '../files/bringIn'
import { inWords } from '../../words/words'

/** A sound that is heard each time something happens is no longer than this. */
const LONGEST_S = 10
const SEMITONES = 2

/**
 * A sound of the library as it is heard each time: as it is, or in variants that are a little higher and lower, one
 * after another in a file of their own.
 */
export async function varied(file: LibraryFile, varies: boolean): Promise<{ medium: Medium; variants: number }> {
  const seconds = (file.medium.durationUs ?? 0) / 1e6
  if (seconds > LONGEST_S) throw new Error(inWords('sounds.isSLongSuchA', file.name, seconds.toFixed(0), LONGEST_S))
  if (!varies) return { medium: file.medium, variants: 1 }
  const bytes = await (await fetch(`/${file.medium.file}`)).arrayBuffer()
  const context = new OfflineAudioContext(1, 1, SYNTH_RATE)
  const decoded = await context.decodeAudioData(bytes)
  const slot = Math.ceil(decoded.length * 2 ** (SEMITONES / 12)) + 1
  const all = new OfflineAudioContext(1, slot * VARIANTS, SYNTH_RATE)
  for (let n = 0; n < VARIANTS; n++) {
    const node = all.createBufferSource()
    node.buffer = decoded
    node.playbackRate.value = pitchOf(n, VARIANTS, SEMITONES)
    node.connect(all.destination)
    node.start((n * slot) / SYNTH_RATE)
  }
  const samples = (await all.startRendering()).getChannelData(0)
  const name = `${file.name.replace(/\.[^.]*$/, '')}, varied.wav`
  return { medium: await soundInLibrary(wavOf(samples, SYNTH_RATE), name), variants: VARIANTS }
}
