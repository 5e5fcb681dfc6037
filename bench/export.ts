import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { elementAt } from '@/core/edits'
import { resolve } from '@/core/timing'
import { encoderArguments, exportVideo } from '@/server/render/exportVideo'
import { mustRun } from '@/server/run'
import type { Figure } from './report'

const QUALITY = 'good'

async function seconds(doing: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await doing()
  return (performance.now() - began) / 1000
}
/** The demo without its zoom, so that something small lies over every frame: ripples, callouts, arrows, and a bar over the whole lesson. */
function overlaid(lesson: Lesson): Lesson {
  const plain: Lesson = { ...lesson, elements: lesson.elements.filter((e) => e.look.kind !== 'zoom' && e.look.kind !== 'bar') }
  return { ...plain, elements: [...plain.elements, elementAt(resolve(plain), { kind: 'bar', id: 'whole', frame: 0, moment: null, at: null })] }
}
/** The same with a zoom held from the first frame to the last, so that every pixel changes. */
function zoomed(lesson: Lesson): Lesson {
  const base = overlaid(lesson)
  const zoom = elementAt(resolve(base), { kind: 'zoom', id: 'held', frame: 0, moment: 'lesson:start', at: { x: 900, y: 500 }, rect: { x: 300, y: 200, w: 1280, h: 720 } })
  return { ...base, elements: [...base.elements, { ...zoom, end: { on: 'moment', moment: 'lesson:end', edge: 'start', offset: 0, last: 0 } }] }
}

/** Times the export of the demo against a bare transcode of its take with the same encoder settings, in turns. */
export async function measureExport(lesson: Lesson, root: string, dir: string, say: (line: string) => void): Promise<Figure[]> {
  const take = path.join(root, lesson.media['lend-out']!.file)
  const voice = path.join(root, lesson.media.narration!.file)
  const bare = () => mustRun('ffmpeg', ['-v', 'error', '-y', '-i', take, '-i', voice, '-map', '0:v', '-map', '1:a', '-c:a', 'aac', '-b:a', '160k', ...encoderArguments(QUALITY), '-movflags', '+faststart', path.join(dir, 'bare.mp4')])
  const ours = (l: Lesson) => exportVideo(l, root, path.join(dir, 'ours.mp4'), { quality: QUALITY }, () => {})
  const cases: [string, Lesson, string][] = [
    ['export, overlays in every frame, 1080p30', overlaid(lesson), '≤ 1.25'], ['export with a zoom, every pixel changes', zoomed(lesson), '≤ 1.6'],
    ['export of the demo as it ships', lesson, '—'], ['export of frames that nothing touches', { ...lesson, elements: [] }, '< 1'],
  ]
  const figures: Figure[] = []
  let reference = await seconds(bare)
  for (const [what, l, bar] of cases) {
    const first = await seconds(() => ours(l))
    const again = await seconds(bare)
    const second = await seconds(() => ours(l))
    const ratio = (first + second) / (reference + again)
    figures.push({ what, bar, measured: `${ratio.toFixed(2)} ×`, detail: `${((first + second) / 2).toFixed(1)} s against ${((reference + again) / 2).toFixed(1)} s` })
    say(`${what}: ${ratio.toFixed(2)} ×`)
    reference = again
  }
  return figures
}
