import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { mustRun } from '../run'
import { isStretched } from '@/core/lesson/clips'
import type { Leg } from '@/core/sound'
import { madeSound } from './stretch'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-stretch-'))
const source = path.join(dir, 'clicks.wav')
const RATE = 48_000
const whole = (num: number, den: number): Leg[] => [{ fromUs: 0, toUs: null, first: { num, den }, last: { num, den } }]
/** The left channel of a WAV file. */
const left = (file: string): Int16Array => {
  const whole = readFileSync(file)
  const bytes = whole.subarray(whole.indexOf('data') + 8)
  return Int16Array.from({ length: bytes.length / 4 }, (_, i) => bytes.readInt16LE(i * 4))
}
beforeAll(async () => {
  // A short tone each second, of 1000 Hz.
  const tone = "aevalsrc='0.7*sin(2*PI*1000*t)*lt(mod(t,1),0.04)':s=48000:d=8"
  await mustRun('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', tone, source])
})

test.each([
  [2, 1],
  [1, 2],
  [3, 2],
  [4, 1],
])('at %i/%i each sound comes at its time, to half a frame, and as high as before', async (num, den) => {
  const speed = num / den
  const file = await madeSound(source, whole(num, den), path.join(dir, 'tempo'))
  const samples = left(file)
  expect(samples.length / RATE).toBeGreaterThan(8 / speed - 0.001)
  expect(samples.length / RATE).toBeLessThan(8 / speed + 0.1)
  for (let second = 1; second < 7; second++) {
    const expected = Math.round(((second + 0.02) / speed) * RATE)
    const reach = Math.round(0.12 * RATE)
    let energy = 0
    let sum = 0
    for (let i = expected - reach; i < expected + reach; i++) {
      energy += samples[i]! ** 2
      sum += samples[i]! ** 2 * (i - expected)
    }
    expect(energy).toBeGreaterThan(0)
    expect(Math.abs(sum / energy / RATE)).toBeLessThan(1 / 60)
    // The pitch, by counting how often it crosses zero in the loudest ten milliseconds.
    const middle = expected + Math.round(sum / energy)
    const piece = samples.subarray(middle - 240, middle + 240)
    let crossings = 0
    for (let i = 1; i < piece.length; i++) if (piece[i - 1]! < 0 !== piece[i]! < 0) crossings++
    expect(Math.abs(crossings - 20)).toBeLessThanOrEqual(2)
  }
})
test('while it changes its speed each sound comes at its time, as high as before; it is made once', async () => {
  const ramp = [{ fromUs: 1_000_000, toUs: 4_000_000, first: { num: 1, den: 1 }, last: { num: 2, den: 1 } }]
  const file = await madeSound(source, ramp, path.join(dir, 'ramps'))
  expect(await madeSound(source, ramp, path.join(dir, 'ramps'))).toBe(file)
  expect(readdirSync(path.join(dir, 'ramps'))).toHaveLength(1)
  const samples = left(file)
  expect(samples.length).toBe(2 * RATE)
  for (const second of [1, 2, 3]) {
    // What of the medium has gone by after t seconds is t + t²/4.
    const expected = Math.round((-2 + Math.sqrt(4 + 4 * (second - 1 + 0.02))) * RATE)
    const reach = Math.round(0.12 * RATE)
    let energy = 0
    let sum = 0
    for (let i = Math.max(0, expected - reach); i < expected + reach; i++) {
      energy += samples[i]! ** 2
      sum += samples[i]! ** 2 * (i - expected)
    }
    expect(energy).toBeGreaterThan(0)
    expect(Math.abs(sum / energy / RATE)).toBeLessThan(1 / 60)
    const middle = expected + Math.round(sum / energy)
    const piece = samples.subarray(middle - 240, middle + 240)
    let crossings = 0
    for (let i = 1; i < piece.length; i++) if (piece[i - 1]! < 0 !== piece[i]! < 0) crossings++
    expect(Math.abs(crossings - 20)).toBeLessThanOrEqual(2)
  }
})
test('it is made once, also when it is asked for twice at the same time, and leaves no pieces', async () => {
  const [a, b] = await Promise.all([madeSound(source, whole(5, 4), dir), madeSound(source, whole(5, 4), dir)])
  expect(a).toBe(b)
  expect(readdirSync(dir).filter((f) => f.includes('part'))).toEqual([])
})
test('what has no sound is refused with a reason; a speed beyond speech is not stretched', async () => {
  const silent = path.join(dir, 'silent.mp4')
  await mustRun('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'color=s=64x64:d=1', silent])
  await expect(madeSound(silent, whole(2, 1), dir)).rejects.toThrow()
  expect(
    [
      [2, 1],
      [1, 1],
      [100, 1],
      [1, 50],
    ].map(([num, den]) => isStretched({ num: num!, den: den! })),
  ).toEqual([true, false, false, false])
})
test('pieces of a stretching that was ended from outside are taken away; those of one under way are not', async () => {
  const own = path.join(dir, 'left')
  mkdirSync(own)
  const [old, young] = ['3-1.wav.1.pcm.part', '3-1.wav.2.part'].map((n) => path.join(own, n)) as [string, string]
  for (const file of [old, young]) writeFileSync(file, '')
  utimesSync(old, 0, 0)
  await madeSound(source, whole(3, 1), own)
  expect(readdirSync(own).toSorted()).toEqual(['3-1.wav.2.part', expect.stringMatching(/^[0-9a-f]{32}\.wav$/)])
})
test('whether there is room is asked before anything is made, and not for what is there', async () => {
  const own = path.join(dir, 'room')
  const none = () => Promise.reject(new Error('no room'))
  await expect(madeSound(source, whole(7, 5), own, { before: none })).rejects.toThrow('no room')
  expect(existsSync(own)).toBe(false)
  const file = await madeSound(source, whole(7, 5), own)
  expect(await madeSound(source, whole(14, 10), own, { before: none })).toBe(file)
})
