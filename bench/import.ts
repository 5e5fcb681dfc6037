import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import path from 'node:path'
import { conformTake, writeFilm, writePeaks, writeProxy } from '@/server/ingest/conform'
import { hashOf, processFile } from '@/server/ingest/process'
import { frameTimes, probe } from '@/server/media/probe'
import { appRoot } from '@/server/root'
import type { Figure } from './report'

/** How often the demo's recording is laid end to end. */
const TIMES = 8

/**
 * Measures bringing in a long recording against the bare ffmpeg runs of its conform, small copy, pictures and waveform.
 */
export async function measureImport(dir: string, say: (line: string) => void): Promise<Figure[]> {
  const demo = path.join(appRoot(), 'demo/media')
  const long = path.join(dir, 'long.mp4')
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-stream_loop',
    String(TIMES - 1),
    '-i',
    path.join(demo, 'lend-out.mp4'),
    '-i',
    path.join(demo, 'narration.wav'),
    '-map',
    '0:v',
    '-map',
    '1:a',
    '-c:v',
    'copy',
    '-c:a',
    'aac',
    long,
  ])
  const signal = new AbortController().signal
  const steps = { signal, onShare: () => {} }
  const facts = (await probe(long))!
  const times = (await frameTimes(long))!
  const bareIn = path.join(dir, 'bare')
  mkdirSync(bareIn)
  const bare = async () => {
    const began = performance.now()
    await conformTake({ source: long, dir: bareIn }, facts, times, steps)
    await writeProxy(
      bareIn,
      { width: facts.video!.width!, height: facts.video!.height!, durationUs: times.durationUs },
      steps,
    )
    await writeFilm(bareIn, times.durationUs, steps)
    await writePeaks(path.join(bareIn, 'take.mp4'), times.durationUs, steps)
    return (performance.now() - began) / 1000
  }
  const before = await bare()
  const began = performance.now()
  const making = { signal, onStep: () => {} }
  await processFile(long, 'long.mp4', dir, await hashOf(long, making), making)
  const took = (performance.now() - began) / 1000
  const after = await bare()
  const reference = (before + after) / 2
  say(`import: ${took.toFixed(1)} s against ${reference.toFixed(1)} s`)
  return [
    {
      what: `bring in a recording of ${Math.round(times.durationUs / 6e7)} minutes, 1080p30`,
      bar: '≤ 1.25',
      measured: `${(took / reference).toFixed(2)} ×`,
      detail:
        `${took.toFixed(1)} s against ${reference.toFixed(1)} s of ` +
        `ffmpeg alone (${before.toFixed(1)}, ${after.toFixed(1)})`,
    },
  ]
}
