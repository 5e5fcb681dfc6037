import { execFileSync } from 'node:child_process'
import { statSync } from 'node:fs'
import path from 'node:path'
import { QUALITIES } from '@/server/render/exportVideo'
import { appRoot } from '@/server/root'
import { recordDesktop } from '../recorder/desktop/record'
import type { Figure } from './report'
import { desktop } from './vision'

/** Seconds of each recording that are encoded. */
const LENGTH_S = 15
/** Presets and rate factors around those in use. */
const CURVE = [
  ['ultrafast', 22],
  ['superfast', 20],
  ['veryfast', 27],
  ['veryfast', 20],
  ['veryfast', 18],
  ['faster', 18],
  ['medium', 20],
  ['medium', 18],
  ['medium', 15],
  ['slow', 16],
] as const

const run = (program: string, args: string[]): string =>
  execFileSync(program, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], maxBuffer: 1e8 })
/**
 * Encodes frames that stand ready in raw form. @returns kilobytes a second, processor seconds a second of video, SSIM
 * against them
 */
function encoded(
  raw: string,
  size: string,
  preset: string,
  crf: number,
  out: string,
): { kb: number; cpu: number; ssim: number } {
  const input = ['-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-s', size, '-r', '30', '-i', raw]
  const told = execFileSync(
    'bash',
    [
      '-c',
      'TIMEFORMAT="%U %S"; { time "$@" 2>/dev/null; } 2>&1',
      'bash',
      'ffmpeg',
      '-v',
      'quiet',
      '-y',
      ...input,
      '-c:v',
      'libx264',
      '-preset',
      preset,
      '-crf',
      String(crf),
      out,
    ],
    { encoding: 'utf8' },
  )
  const [user, system] = told.trim().split('\n').at(-1)!.split(' ').map(Number)
  const log = execFileSync(
    'bash',
    [
      '-c',
      '"$@" 2>&1',
      'bash',
      'ffmpeg',
      '-hide_banner',
      '-i',
      out,
      ...input,
      '-lavfi',
      '[0:v][1:v]ssim',
      '-f',
      'null',
      '-',
    ],
    { encoding: 'utf8', maxBuffer: 1e8 },
  )
  return {
    kb: statSync(out).size / 1000 / LENGTH_S,
    cpu: (user! + system!) / LENGTH_S,
    ssim: Number(/All:([\d.]+)/.exec(log)![1]),
  }
}

/** Measures what each setting of the encoder costs and gives, on the demo and on a desktop that is recorded for it. */
export async function measureQuality(dir: string, say: (line: string) => void): Promise<Figure[]> {
  const video = path.join(dir, 'desktop.mp4')
  say('Recording a desktop')
  await recordDesktop(
    desktop(5, { width: 1920, height: 1080, theme: 'Adwaita', crf: 10 }),
    video,
    path.join(dir, 'desktop.jsonl'),
  )
  const sources: [string, string, number][] = [
    ['the demo', path.join(appRoot(), 'demo/media/lend-out.mp4'), 8],
    ['a real desktop', video, 0],
  ]
  const figures: Figure[] = []
  for (const [name, file, from] of sources) {
    const raw = path.join(dir, 'quality.yuv')
    const size = run('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-show_entries',
      'stream=width,height',
      '-of',
      'csv=p=0:s=x',
      file,
    ]).trim()
    run('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-ss',
      String(from),
      '-t',
      String(LENGTH_S),
      '-i',
      file,
      '-r',
      '30',
      '-pix_fmt',
      'yuv420p',
      '-f',
      'rawvideo',
      raw,
    ])
    for (const [preset, crf] of CURVE) {
      const { kb, cpu, ssim } = encoded(raw, size, preset, crf, path.join(dir, 'quality.mp4'))
      const use = Object.entries(QUALITIES).find(([, a]) => a[1] === preset && a[3] === String(crf))?.[0]
      say(`${name}, ${preset} crf ${crf}: SSIM ${ssim}, ${kb.toFixed(1)} kB/s, ${cpu.toFixed(2)} s`)
      figures.push({
        what: `encoding ${name}: ${preset}, crf ${crf}${use ? ` (“${use}”)` : ''}`,
        bar: '—',
        measured: `SSIM ${ssim.toFixed(5)}`,
        detail: `${kb.toFixed(1)} kB and ${cpu.toFixed(2)} processor seconds for a second of video`,
      })
    }
  }
  return figures
}
