import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { written } from '@/core/lesson/written'
import { readPins } from '@/core/edits'
import { readTrace } from '@/core/trace'
import { demoLesson } from './lesson'
import { hashOf, processFile } from '@/server/ingest/process'
import { appRoot } from '@/server/root'

const making = { signal: new AbortController().signal, onStep: () => {} }
async function bring(source: string, dir: string, name: string): Promise<Medium> {
  return processFile(source, name, dir, await hashOf(source, making), making)
}

/** Writes the demo lesson with its media into a folder and gives the lesson. */
export async function writeDemo(dir: string): Promise<Lesson> {
  const from = path.join(appRoot(), 'demo/media')
  await mkdir(dir, { recursive: true })
  const take = await bring(path.join(from, 'lend-out.mp4'), dir, 'Loanbench, lend out a drill.mp4')
  const narration = await bring(path.join(from, 'narration.wav'), dir, 'Narration.wav')
  const trace = readTrace(await readFile(path.join(from, 'lend-out.jsonl'), 'utf8'))
  if ('error' in trace) throw new Error(trace.error)
  const lesson = demoLesson(
    take,
    narration,
    trace.trace,
    await readFile(path.join(from, 'narration.vtt'), 'utf8'),
    readPins(await readFile(path.join(from, 'parts.jsonl'), 'utf8')),
  )
  await writeFile(path.join(dir, 'lesson.json'), `${JSON.stringify(written(lesson), null, 2)}\n`)
  return lesson
}
