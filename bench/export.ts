import { ended, mustRun, spawnBound } from '@/server/run'
import { widePipe } from '@/server/render/pipe'
import { isClip, kindName } from '@/core/kinds'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { elementAt } from '@/core/edits'
import { resolve } from '@/core/timing'
import { encoderArguments, exportVideo } from '@/server/render/exportVideo'
import type { Figure } from './report'

const QUALITY = 'good'

async function seconds(doing: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await doing()
  return (performance.now() - began) / 1000
}
/**
 * The demo without its zoom, so that something small lies over every frame: ripples, callouts, arrows, and a bar over
 * the whole lesson.
 */
function overlaid(lesson: Lesson): Lesson {
  const plain: Lesson = {
    ...lesson,
    elements: lesson.elements.filter((e) => kindName(e) !== 'zoom' && kindName(e) !== 'bar'),
  }
  return {
    ...plain,
    elements: [
      ...plain.elements,
      elementAt(resolve(plain), { kind: 'bar', id: 'whole', frame: 0, moment: null, at: null }),
    ],
  }
}
/** The same with a zoom held from the first frame to the last, so that every pixel changes. */
function zoomed(lesson: Lesson): Lesson {
  const base = overlaid(lesson)
  const zoom = elementAt(resolve(base), {
    kind: 'zoom',
    id: 'held',
    frame: 0,
    moment: 'lesson:start',
    at: { x: 900, y: 500 },
    rect: { x: 300, y: 200, w: 1280, h: 720 },
  })
  return {
    ...base,
    elements: [
      ...base.elements,
      { ...zoom, end: { on: 'moment', moment: 'lesson:end', edge: 'start', offset: 0, last: 0 } },
    ],
  }
}

/** Times the export of the demo against a bare transcode of its take with the same encoder settings, in turns. */
export async function measureExport(
  lesson: Lesson,
  root: string,
  dir: string,
  say: (line: string) => void,
): Promise<Figure[]> {
  const take = path.join(root, lesson.media['lend-out']!.file)
  const voice = path.join(root, lesson.media.narration!.file)
  const bare = () =>
    mustRun('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-i',
      take,
      '-i',
      voice,
      '-map',
      '0:v',
      '-map',
      '1:a',
      '-c:a',
      'aac',
      '-b:a',
      '160k',
      ...encoderArguments(QUALITY),
      '-movflags',
      '+faststart',
      path.join(dir, 'bare.mp4'),
    ])
  const ours = (l: Lesson) => exportVideo(l, { root, out: path.join(dir, 'ours.mp4') }, { quality: QUALITY }, () => {})
  /** Raw frames from a decoder to an encoder of its own, with nothing in between: what carrying them costs at least. */
  const carried = async () => {
    const { from, to } = widePipe()
    const decoding = ['-v', 'error', '-i', take, '-map', '0:v', '-f', 'rawvideo', '-pix_fmt', 'yuv420p', 'pipe:1']
    const { width, height } = lesson.frame
    const raw = [
      '-f',
      'rawvideo',
      '-pix_fmt',
      'yuv420p',
      '-s',
      `${width}x${height}`,
      '-framerate',
      '30',
      '-i',
      'pipe:0',
    ]
    const written = [...encoderArguments(QUALITY), '-movflags', '+faststart', path.join(dir, 'carried.mp4')]
    const decoder = spawnBound('ffmpeg', decoding, { stdio: ['ignore', to.fd, 'ignore'] })
    const encoder = spawnBound(
      'ffmpeg',
      ['-v', 'error', '-y', ...raw, '-i', voice, '-map', '0:v', '-map', '1:a', ...written],
      {
        stdio: [from.fd, 'ignore', 'ignore'],
      },
    )
    await Promise.all([to.close(), from.close()])
    await Promise.all([ended(decoder), ended(encoder)])
  }
  const cases: [string, Lesson, string][] = [
    ['export, overlays in every frame, 1080p30', overlaid(lesson), '≤ 1.25'],
    ['export with a zoom, every pixel changes', zoomed(lesson), '≤ 1.6'],
    ['export of the demo as it ships', lesson, '—'],
    ['export of frames that nothing touches', { ...lesson, elements: lesson.elements.filter(isClip) }, '< 1'],
  ]
  const figures: Figure[] = []
  const references: number[] = []
  const carrying: number[] = []
  const measured: number[] = []
  for (const [i, [what, l]] of cases.entries()) {
    if (i % 2 === 0) references.push(await seconds(bare))
    measured.push(await seconds(() => ours(l)))
    if (i % 2 === 0) carrying.push(await seconds(carried))
    say(`${what}: ${measured[i]!.toFixed(1)} s`)
  }
  references.push(await seconds(bare))
  const reference = references.reduce((a, b) => a + b, 0) / references.length
  cases.forEach(([what, , bar], i) =>
    figures.push({
      what,
      bar,
      measured: `${(measured[i]! / reference).toFixed(2)} ×`,
      detail:
        `${measured[i]!.toFixed(1)} s against ${reference.toFixed(1)} ` +
        `s (${references.map((r) => r.toFixed(1)).join(', ')})`,
    }),
  )
  const carry = carrying.reduce((a, b) => a + b, 0) / carrying.length
  figures.push({
    what: 'raw frames from a decoder to an encoder through a pipe, nothing laid on them',
    bar: '—',
    measured: `${(carry / reference).toFixed(2)} ×`,
    detail: `${carry.toFixed(1)} s: of what an export takes beyond the bare transcode, so much is carrying frames`,
  })
  return figures
}
