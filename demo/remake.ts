import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { film } from '../recorder/film'
import { captionsOf, speak, wavFile } from '../recorder/narrator'
import { followRegion } from '@/server/trace/find'
import { PARTS, PARTS_SECONDS } from './lesson'
import { lendOutATool, LINES } from './script'

export const DEMO_MEDIA = 'demo/media'

/** Records and speaks the demo again, from the same seed: the same recording to the frame. */
export async function remakeDemo(root: string, say: (line: string) => void): Promise<void> {
  const dir = path.join(root, DEMO_MEDIA)
  await mkdir(dir, { recursive: true })
  const spoken = speak(LINES)
  await writeFile(path.join(dir, 'narration.wav'), wavFile(spoken))
  await writeFile(path.join(dir, 'narration.vtt'), captionsOf(LINES, spoken.words))
  say(`spoken: ${spoken.words.length} words, ${(spoken.samples.length / spoken.rate).toFixed(1)} s`)
  await film(lendOutATool(20261124), path.join(dir, 'lend-out.mp4'), path.join(dir, 'lend-out.jsonl'), (n, of) => {
    if (n % 300 === 0) say(`drawn: frame ${n} of ${of}`)
  })
  const places = await followRegion(path.join(dir, 'lend-out.mp4'), ...PARTS_SECONDS, PARTS)
  await writeFile(
    path.join(dir, 'parts.jsonl'),
    places.map((p) => `${JSON.stringify({ ...p, t: Math.round(p.t * 1e6) / 1e6 })}\n`).join(''),
  )
}
