import { createHash } from 'node:crypto'
import { copyFile, mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { readTrace } from '@/core/trace'
import { demoLesson } from '../../../demo/lesson'
import { appRoot } from '../root'
import { frameTimes, probe } from './probe'

async function medium(source: string, dir: string, kind: 'take' | 'sound', name: string): Promise<Medium> {
  const sha256 = createHash('sha256').update(await readFile(source)).digest('hex')
  const file = `media/${sha256}/${kind}${path.extname(source)}`
  await mkdir(path.dirname(path.join(dir, file)), { recursive: true })
  await copyFile(source, path.join(dir, file))
  const facts = await probe(source)
  const times = kind === 'take' ? await frameTimes(source) : null
  if (!facts || (kind === 'take' && !times)) throw new Error(`${source} cannot be read. Make the demo's media again: ./vane demo DIR --remake`)
  return {
    kind, name, sha256, file, durationUs: times?.durationUs ?? facts.durationUs, sound: facts.audio !== null, moments: [], words: [],
    ...(times && { rate: times.rate, frames: times.count, width: facts.video!.width!, height: facts.video!.height! }),
  }
}

/** Writes the demo lesson with its media into a folder and gives the lesson. */
export async function writeDemo(dir: string): Promise<Lesson> {
  const from = path.join(appRoot(), 'demo/media')
  const take = await medium(path.join(from, 'lend-out.mp4'), dir, 'take', 'Loanbench, lend out a drill.mp4')
  const narration = await medium(path.join(from, 'narration.wav'), dir, 'sound', 'Narration.wav')
  const trace = readTrace(await readFile(path.join(from, 'lend-out.jsonl'), 'utf8'))
  if ('error' in trace) throw new Error(trace.error)
  const lesson = demoLesson(take, narration, trace.trace, await readFile(path.join(from, 'narration.vtt'), 'utf8'))
  await writeFile(path.join(dir, 'lesson.json'), `${JSON.stringify(lesson, null, 2)}\n`)
  return lesson
}
