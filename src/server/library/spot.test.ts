import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { loadImage } from '@napi-rs/canvas'
import { spotPicture } from './spot'

const known = new Map<string, { kind: string }>()
jest.mock('./media', () => ({ mediumBySha: (sha: string) => Promise.resolve(known.get(sha) ?? null) }))
const dir = mkdtempSync(path.join(tmpdir(), 'vane-spot-'))
const take = 'a'.repeat(64)
const spots = () => readdirSync(path.join(dir, 'media', take, 'spots'))
beforeAll(() => {
  process.env.VANE_DATA = dir
  mkdirSync(path.join(dir, 'media', take), { recursive: true })
  // Red on the left, blue on the right.
  expect(
    spawnSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      'color=red:s=320x360:r=10:d=2',
      '-f',
      'lavfi',
      '-i',
      'color=blue:s=320x360:r=10:d=2',
      '-filter_complex',
      'hstack',
      path.join(dir, 'media', take, 'take.mp4'),
    ]).status,
  ).toBe(0)
  known.set(take, { kind: 'take' }).set('b'.repeat(64), { kind: 'sound' })
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

test('a small picture shows the place that is asked for, also at the very edge, and is made once', async () => {
  const left = await spotPicture(take, { us: 500_000, x: 0, y: 0, w: 160 })
  const right = await spotPicture(take, { us: 500_000, x: 639, y: 359, w: 160 })
  for (const file of [left, right]) expect(await loadImage(file)).toMatchObject({ width: 96, height: 54 })
  const middle = (file: string) => {
    const out = spawnSync('ffmpeg', [
      '-v',
      'error',
      '-i',
      file,
      '-vf',
      'scale=1:1',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgb24',
      '-',
    ]).stdout
    return [out[0]! > 150, out[2]! > 150]
  }
  expect(middle(left)).toEqual([true, false])
  expect(middle(right)).toEqual([false, true])
  writeFileSync(left, 'kept')
  expect(readFileSync(await spotPicture(take, { us: 500_000, x: 0, y: 0, w: 160 }), 'utf8')).toBe('kept')
})
test('many at once are all made, each whole', async () => {
  const files = await Promise.all(
    [100, 200, 300, 400, 500, 600].map((x) => spotPicture(take, { us: 1_000_000, x, y: 180, w: 120 })),
  )
  for (const file of files) expect((await loadImage(file)).width).toBe(96)
  expect(spots().filter((f) => f.includes('part'))).toEqual([])
})
test('of what is gone, is no recording, or has no such time there is a sentence and no file', async () => {
  await expect(spotPicture('c'.repeat(64), { us: 0, x: 0, y: 0, w: 100 })).rejects.toThrow(
    'not in the library any more',
  )
  await expect(spotPicture('b'.repeat(64), { us: 0, x: 0, y: 0, w: 100 })).rejects.toThrow(
    'not in the library any more',
  )
  const before = spots().length
  await expect(spotPicture(take, { us: 60_000_000, x: 0, y: 0, w: 100 })).rejects.toThrow('no picture at this time')
  expect(spots()).toHaveLength(before)
})
