import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { answered, type Happened } from './answers'

let dir: string
let raw: string
beforeAll(() => {
  dir = mkdtempSync(path.join(tmpdir(), 'vane-answers-'))
  raw = path.join(dir, 'raw.mkv')
  // Ten frames a second; a panel comes at 1.1 s, a caret blinks, and the pointer’s own picture moves at 2.1 s.
  const draw =
    "drawbox=x=200:y=100:w=40:h=30:c=white:t=fill:enable='gte(t,1.05)'," +
    "drawbox=x=60:y=20:w=1:h=14:c=black:t=fill:enable='gte(mod(t,0.4),0.2)'," +
    "drawbox=x=20:y=20:w=10:h=16:c=white:t=fill:enable='gte(t,2.05)'"
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    'color=c=gray:s=320x180:r=10:d=4',
    '-vf',
    draw,
    '-c:v',
    'ffv1',
    raw,
  ])
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))
const at = (...seconds: number[]) => seconds.map((s) => ({ us: s * 1e6 }))
const happened = (change: Partial<Happened>): Happened => ({
  width: 320,
  height: 180,
  taken: Array.from({ length: 40 }, (_, i) => i * 100_000),
  pointer: () => ({ x: 22, y: 22 }),
  cursorPx: 24,
  presses: [],
  keys: [],
  ...change,
})

test('a press is answered by what changes soon after it, and not by a caret nor by the pointer itself', async () => {
  expect(await answered(raw, happened({ presses: at(0.95, 1.95, 3) }))).toEqual([true, false, false])
})
test('what comes only after a key answers the key', async () => {
  expect(await answered(raw, happened({ presses: at(0.95), keys: at(1) }))).toEqual([false])
})
test('a recording without the frames that were taken is refused', async () => {
  await expect(answered(raw, happened({ taken: [0, 100_000], presses: at(0.05) }))).rejects.toThrow(
    'of 2 frames 40 could be read',
  )
})
