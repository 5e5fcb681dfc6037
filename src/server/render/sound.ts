import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { soundPlan, stretchKey } from '@/core/sound'
import { frameStartUs } from '@/core/time'
import { stretchedSound } from '../media/stretch'

/** A tempo change as a chain of `atempo` filters, each within the filter's own range. */
function tempo(speed: number): string[] {
  const out: string[] = []
  let left = speed
  while (left > 2) {
    out.push('atempo=2')
    left /= 2
  }
  while (left < 0.5) {
    out.push('atempo=0.5')
    left /= 0.5
  }
  return Math.abs(left - 1) > 1e-6 || out.length ? [...out, `atempo=${left.toFixed(6)}`] : []
}

/**
 * ffmpeg's arguments for the sound of a passage: inputs, a filter graph that mixes every audible
 * clip into `[sound]` exactly as long as the passage, sample by sample. Null when it is silent.
 *
 * @param firstInput  the number of inputs before these
 * @param stretched   by `stretchKey`, sound at another speed, where that has been made
 */
export function soundArguments(
  lesson: Lesson,
  root: string,
  from: number,
  to: number,
  firstInput: number,
  stretched: ReadonlyMap<string, string> = new Map(),
): { inputs: string[]; graph: string } | null {
  const RATE = 48000
  const samples = (us: number) => Math.round((us * RATE) / 1e6)
  const length = samples(frameStartUs(to, lesson.rate) - frameStartUs(from, lesson.rate))
  const inputs: string[] = []
  const parts: string[] = []
  for (const heard of soundPlan(lesson, from, to)) {
    const { clip, atUs, longUs, sourceUs, speed, gain } = heard
    const own = stretched.get(stretchKey(heard))
    // In what was stretched, a time of the medium comes that much sooner or later.
    const left = own ? 1 : speed
    const begins = samples(own ? sourceUs / speed : sourceUs)
    const n = parts.length
    inputs.push('-i', own ?? path.join(root, lesson.media[clip.media]!.file))
    const chain = [
      `aresample=${RATE}:async=1:first_pts=0`,
      'aformat=sample_fmts=fltp:channel_layouts=stereo',
      `atrim=start_sample=${begins}:end_sample=${begins + samples(longUs * left)}`,
      'asetpts=PTS-STARTPTS',
      ...tempo(left),
      `volume=${gain.toFixed(6)}`,
      `adelay=delays=${samples(atUs)}S:all=1`,
    ]
    parts.push(`[${firstInput + n}:a:0]${chain.join(',')}[s${n}]`)
  }
  if (parts.length === 0) return null
  const all = parts.map((_, i) => `[s${i}]`).join('')
  return {
    inputs,
    graph:
      `${parts.join(';')};${all}amix=inputs=${parts.length}:duration=longest:normalize=0,` +
      `apad,atrim=end_sample=${length}[sound]`,
  }
}

/**
 * The sounds of the clips of a passage that go by at another speed, each made once; by `stretchKey`.
 *
 * @param folderOf  where those of a medium's file are kept
 * @throws Error with a sentence; on cancel, the signal's reason
 */
export async function stretchedSounds(
  lesson: Lesson,
  root: string,
  from: number,
  to: number,
  folderOf: (file: string) => string,
  signal?: AbortSignal,
): Promise<Map<string, string>> {
  const made = new Map<string, string>()
  for (const heard of soundPlan(lesson, from, to)) {
    if (!heard.stretched || made.has(stretchKey(heard))) continue
    const file = path.join(root, lesson.media[heard.clip.media]!.file)
    made.set(stretchKey(heard), await stretchedSound(file, heard.pace, folderOf(file), { signal }))
  }
  return made
}
