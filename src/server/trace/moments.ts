import { randomUUID } from 'node:crypto'
import { readFile, rm } from 'node:fs/promises'
import path from 'node:path'
import { tmpdir } from 'node:os'
import type { Medium, Moment } from '@/core/lesson/schema'
import type { ThingPlace } from '@/core/trace'
import { ownCommand, run } from '../run'
import { Interrupted, Problem } from '../problem'
import { inWords, said } from '../../words/words'

export interface TraceMoments {
  moments: Moment[]
  pointer: [number, number, number][]
  /** What it works in, from when on. */
  things: ThingPlace[]
}
const LIMIT_S = 1800

/**
 * What a trace tells of a take: its moments and the pointer's way. Worked out in a process of its own, as a long trace
 * takes long.
 *
 * @param name   what the file is called, for the sentence when it is at fault
 * @param media  the take's id in its lesson
 * @throws Problem naming the line at fault; on cancel, the signal's reason
 */
export async function momentsIn(
  file: string,
  name: string,
  media: string,
  take: Medium,
  signal: AbortSignal,
): Promise<TraceMoments> {
  const out = path.join(tmpdir(), `vane-moments-${randomUUID()}.json`)
  const [program, args] = ownCommand('moments')
  try {
    const size = take.width && take.height ? ['--size', `${take.width}x${take.height}`] : []
    const ran = await run(program, [...args, file, '--media', media, ...size, '--out', out], { limit: LIMIT_S, signal })
    signal.throwIfAborted()
    if (ran.code === 1)
      throw new Problem(422, said('pointer.nothingWasChanged', name, ran.stderr.trim().split('\n').at(-1) ?? ''))
    if (ran.code !== 0) throw new Interrupted(inWords('pointer.readingTheTrace'))
    return JSON.parse(await readFile(out, 'utf8')) as TraceMoments
  } finally {
    await rm(out, { force: true })
  }
}
