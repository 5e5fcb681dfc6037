import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { readTrace, type Trace } from '@/core/trace'
import type { FrameSight } from '@/core/vision'
import { recordDesk } from '../../../recorder/desk'
import { exactTimes } from '../media/probe'
import { run } from '../run'
import { Interrupted } from '../problem'
import { killFfmpeg } from '../testing'
import { findPointer, followRegion } from './find'
import { eachFrame, greyOf } from './frames'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-trace-'))
const video = path.join(dir, 'desk.mp4')
beforeAll(async () => {
  process.env.VANE_ROOT = path.join(__dirname, '../../..')
  await recordDesk(
    {
      width: 640,
      height: 360,
      fps: 30,
      seconds: 14,
      seed: 21,
      pointerPx: 20,
      light: true,
      darkScreen: false,
      crf: 20,
      uneven: true,
      wobble: 0,
    },
    video,
    path.join(dir, 'desk.jsonl'),
  )
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))
const ff = (...args: string[]) => expect(spawnSync('ffmpeg', ['-v', 'error', '-y', ...args]).status).toBe(0)

test('in a recording of uneven frames the pointer is found at the recording’s own times', async () => {
  const sights: FrameSight[] = []
  const shares: number[] = []
  const made = await findPointer(
    video,
    (s) => sights.push(s),
    (s) => shares.push(s),
  )
  const times = (await exactTimes(video))!
  expect(made).toMatchObject({ width: 640, height: 360, frames: times.length })
  // What is on the screen is looked at twice a second, at those times as well.
  expect(made.looks.every((l) => times.includes(l.t))).toBe(true)
  expect(made.looks.length).toBeGreaterThanOrEqual(Math.floor(times.at(-1)! / 0.55))
  expect(sights.map((s) => s.t)).toEqual(times)
  const steps = times.slice(1).map((t, i) => t - times[i]!)
  expect(Math.max(...steps)).toBeGreaterThan(Math.min(...steps) * 1.5)
  const read = readTrace(readFileSync(path.join(dir, 'desk.jsonl'), 'utf8'))
  if ('error' in read) throw new Error(read.error)
  const truth = read.trace.events.filter((e) => e.type === 'pointermove')
  const errors = sights
    .flatMap(({ t, found }) => {
      const at = truth.find((e) => Math.abs(e.t - t) < 0.004)
      return at && found ? [Math.hypot(at.x - found.x, at.y - found.y)] : []
    })
    .sort((a, b) => a - b)
  expect(errors.length).toBeGreaterThan(truth.filter((e) => times.some((t) => Math.abs(t - e.t) < 0.004)).length * 0.85)
  expect(errors[errors.length >> 1]).toBeLessThanOrEqual(2)
  expect(shares.at(-1)).toBe(1)
})
test('what is killed while it is read is not taken for the whole recording', async () => {
  const { width, height, filter } = await greyOf(video)
  let hit = 0
  await expect(
    eachFrame(video, filter, new Uint8Array(width * height), (n) => {
      if (n === 5) hit = killFfmpeg(video)
      return true
    }),
  ).rejects.toThrow(Interrupted)
  expect(hit).toBe(1)
})
test(
  'a recording that begins late is told from its first ' + 'frame, and one in another format is read as well',
  async () => {
    ff(
      '-i',
      video,
      '-t',
      '2',
      '-output_ts_offset',
      '7',
      '-c:v',
      'libvpx',
      '-b:v',
      '1M',
      '-deadline',
      'realtime',
      path.join(dir, 'late.webm'),
    )
    expect((await exactTimes(path.join(dir, 'late.webm')))![0]).toBe(0)
    ff('-i', video, '-t', '1', '-vf', 'scale=322:178', path.join(dir, 'small.gif'))
    const made = await findPointer(
      path.join(dir, 'small.gif'),
      () => {},
      () => {},
    )
    expect([made.width, made.height]).toEqual([322, 178])
  },
)
test('what is no recording is refused by its name', async () => {
  await expect(
    findPointer(
      path.join(dir, 'desk.jsonl'),
      () => {},
      () => {},
    ),
  ).rejects.toThrow('desk.jsonl')
})
test('a word is followed as a page is moved up, to the pixel; a plain place is refused', async () => {
  ff('-f', 'lavfi', '-i', 'testsrc2=s=400x900:r=10:d=0.1', '-frames:v', '1', path.join(dir, 'page.png'))
  // Ten pixels further with each frame.
  ff(
    '-loop',
    '1',
    '-framerate',
    '10',
    '-i',
    path.join(dir, 'page.png'),
    '-t',
    '2',
    '-vf',
    'crop=400:300:0:10*n',
    '-c:v',
    'libx264',
    '-qp',
    '0',
    '-pix_fmt',
    'yuv420p',
    path.join(dir, 'scroll.mp4'),
  )
  const places = await followRegion(path.join(dir, 'scroll.mp4'), 0.5, 1.5, [100, 180, 120, 60])
  expect(places.map((p) => p.y)).toEqual(places.map((_, i) => 180 - 10 * i))
  expect(places[0]!.t).toBeCloseTo(0.5)
  ff('-f', 'lavfi', '-i', 'color=white:s=200x200:d=1', path.join(dir, 'white.mp4'))
  await expect(followRegion(path.join(dir, 'white.mp4'), 0, 0.5, [20, 20, 50, 50])).rejects.toThrow('too little')
  await expect(followRegion(path.join(dir, 'white.mp4'), 40, 50, [20, 20, 50, 50])).rejects.toThrow('no frame')
})
test('the wheel in a log, in the log’s own pixels, tells rows apart that look the same', async () => {
  // Rows 30 pixels apart, all alike, with something else in the margin, which go up by two of them at the tenth frame.
  const row =
    'if(between(mod(Y,30),8,15)*between(X,40,150)+between(mod(Y,30),18,21)*between(X,60,110),40,' +
    'if(gt(X,160),mod(X*37+Y*Y*11,200),235))'
  ff(
    '-f',
    'lavfi',
    '-i',
    `color=white:s=200x400:r=1:d=1,format=gray,geq=lum='${row}'`,
    '-frames:v',
    '1',
    path.join(dir, 'rows.png'),
  )
  ff(
    '-loop',
    '1',
    '-framerate',
    '10',
    '-i',
    path.join(dir, 'rows.png'),
    '-t',
    '2',
    '-vf',
    'crop=200:200:0:60*gte(n\\,10)',
    '-c:v',
    'libx264',
    '-qp',
    '0',
    '-pix_fmt',
    'yuv420p',
    path.join(dir, 'rows.mp4'),
  )
  const follow = (events: Trace['events']) =>
    followRegion(path.join(dir, 'rows.mp4'), 0, 1.8, [30, 120, 130, 28], { width: 400, height: 400, events })
  const still = await follow([])
  expect(still.at(-1)).toMatchObject({ y: 120, seen: true })
  const led = await follow([{ type: 'wheel', t: 0.95, x: 0, y: 0, deltaX: 0, deltaY: 120 }])
  expect(led.map((p) => p.y)).toEqual(led.map((p) => (p.t < 0.99 ? 120 : 60)))
})
test('a program is ended when nobody waits for it any more, and heard as it writes', async () => {
  const control = new AbortController()
  const heard: string[] = []
  const ran = run('sh', ['-c', 'echo one; sleep 60'], {
    signal: control.signal,
    onData: (d) => {
      heard.push(d.toString().trim())
      control.abort()
    },
  })
  expect((await ran).code).toBe(124)
  expect(heard).toEqual(['one'])
  expect((await run('sleep', ['60'], { signal: control.signal })).code).toBe(124)
})
