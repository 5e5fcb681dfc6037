import { execFileSync } from 'node:child_process'
import { createCanvas } from '@napi-rs/canvas'

/** What the Larkfield Tool Library’s scenes are played with: drawn here, so that the tests know where everything is. */
export const receiptSlip =
  (): string => `<svg xmlns="http://www.w3.org/2000/svg" width="360" height="520" viewBox="0 0 360 520">
<path d="M10 0H350V500L333 512 316 500 299 512 282 500 265 512
  248 500 231 512 214 500 197 512 180 500 163 512
  146 500 129 512 112 500 95 512 78 500 61 512 44 500 27 512 10 500Z"
  fill="#fffdf8" stroke="#8b7a60" stroke-width="3"/>
<rect x="40" y="40" width="280" height="16" fill="#1f4a46"/><rect x="40" y="76" width="190" height="10" fill="#a8977a"/>
<rect x="40" y="130" width="120" height="10" fill="#a8977a"/>
  <rect x="220" y="130" width="100" height="10" fill="#2b2118"/>
<rect x="40" y="170" width="90" height="10" fill="#a8977a"/>
  <rect x="200" y="170" width="120" height="10" fill="#2b2118"/>
<rect x="40" y="210" width="110" height="10" fill="#a8977a"/>
  <rect x="240" y="210" width="80" height="10" fill="#2b2118"/>
<path d="M40 260H320" stroke="#a8977a" stroke-width="3" stroke-dasharray="8 6"/>
<circle cx="180" cy="350" r="56" fill="none" stroke="#c8371b" stroke-width="8"/>
  <path d="M152 350l20 22 38-44" fill="none" stroke="#c8371b" stroke-width="10"/>
</svg>`

const bins = Array.from({ length: 12 }, (_, i) => {
  const [x, y] = [220 + (i % 4) * 380, 210 + Math.floor(i / 4) * 240]
  const size = 'width="340" height="200" rx="8"'
  return `<rect x="${x}" y="${y}" ${size} fill="#f7f1e5" stroke="#8b7a60" stroke-width="5"/>`
}).join('')
export const shelfPlan =
  (): string => `<svg xmlns="http://www.w3.org/2000/svg" width="1920" height="1080" viewBox="0 0 1920 1080">
<rect width="1920" height="1080" fill="#efe6d4"/>
  <rect x="180" y="180" width="1560" height="760" rx="12" fill="#c9b48c" stroke="#6b5c48" stroke-width="8"/>
${bins}
</svg>`

export interface Box {
  x: number
  y: number
  w: number
  h: number
}
/** Where the drawer is at a frame: it comes out fast, then slower, and grows as it nears. */
export function drawerAt(frame: number): Box {
  const k = 1 - (1 - Math.min(1, frame / 90)) ** 1.6
  const w = Math.round((500 + 260 * k) / 2) * 2
  const h = Math.round((150 + 110 * k) / 2) * 2
  return { x: Math.round(700 - 130 * k), y: Math.round(360 + 220 * k), w, h }
}
/** A recording of a cabinet whose middle drawer is pulled open; five seconds at thirty frames a second. */
export function drawerVideo(file: string): (frame: number) => Box {
  const canvas = createCanvas(1920, 1080)
  const c = canvas.getContext('2d')
  const frames: Buffer[] = []
  for (let f = 0; f < 100; f++) {
    c.fillStyle = '#e9e2d2'
    c.fillRect(0, 0, 1920, 1080)
    c.fillStyle = '#8d6b43'
    c.fillRect(640, 140, 620, 660)
    c.fillStyle = '#a5804f'
    for (const y of [170, 570]) c.fillRect(700, y, 500, 150)
    const d = drawerAt(f)
    c.fillStyle = '#5b4229'
    c.fillRect(d.x, d.y - 60, d.w, 60)
    c.fillStyle = '#c79a5e'
    c.fillRect(d.x, d.y, d.w, d.h)
    c.fillStyle = '#3b2a18'
    c.fillRect(d.x + d.w / 2 - 50, d.y + d.h / 2 - 10, 100, 20)
    frames.push(canvas.toBuffer('image/jpeg', 95))
  }
  const last = frames.at(-1)!
  while (frames.length < 150) frames.push(last)
  execFileSync(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      '-f',
      'image2pipe',
      '-framerate',
      '30',
      '-c:v',
      'mjpeg',
      '-i',
      'pipe:0',
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-pix_fmt',
      'yuv420p',
      file,
    ],
    { input: Buffer.concat(frames), maxBuffer: 1e9 },
  )
  return drawerAt
}
