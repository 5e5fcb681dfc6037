import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { mustRun } from '../run'
import { cleanSound } from './clean'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-clean-'))
const RATE = 48_000
const source = path.join(dir, 'desk.wav')
const samplesOf = (file: string): Int16Array => {
  const whole = readFileSync(file)
  const bytes = whole.subarray(whole.indexOf('data') + 8)
  return Int16Array.from({ length: Math.floor(bytes.length / 2) }, (_, i) => bytes.readInt16LE(i * 2))
}
/** The level between two times in seconds, dB of full scale. */
function level(samples: Int16Array, from: number, to: number): number {
  let sum = 0
  for (let i = Math.round(from * RATE); i < Math.round(to * RATE); i++) sum += (samples[i]! / 32768) ** 2
  return 10 * Math.log10(sum / ((to - from) * RATE) + 1e-12)
}
/** By how many samples one comes after the other. */
function lag(a: Int16Array, b: Int16Array, from: number, to: number): number {
  let best = { by: 0, sum: -Infinity }
  for (let by = -1500; by <= 1500; by++) {
    let sum = 0
    for (let i = Math.round(from * RATE); i < Math.round(to * RATE); i += 5) sum += a[i]! * b[i + by]!
    if (sum > best.sum) best = { by, sum }
  }
  return best.by
}

beforeAll(async () => {
  // A rising tone for half of each second, like a voice that pauses; noise and hum all along.
  const voice = "aevalsrc='0.4*sin(2*PI*(300*t+40*mod(t,1)*mod(t,1)))*lt(mod(t,1),0.5)':s=48000:d=6"
  const noise = 'anoisesrc=a=0.012:c=pink:r=48000:d=6:seed=7'
  const hum = "aevalsrc='0.05*sin(2*PI*50*t)':s=48000:d=6"
  const inputs = [voice, noise, hum].flatMap((i) => ['-f', 'lavfi', '-i', i])
  const mix = 'amix=3:normalize=0:duration=first'
  await mustRun('ffmpeg', ['-v', 'error', '-y', ...inputs, '-filter_complex', mix, '-ac', '1', source])
})

test('noise and hum go; the voice stays as loud as it was, as long, and at its time within a millisecond', async () => {
  const out = path.join(dir, 'both.wav')
  await cleanSound(source, out, { rumble: true, noise: true })
  const [before, after] = [samplesOf(source), samplesOf(out)]
  expect(after.length).toBe(before.length)
  expect(level(before, 2.6, 2.95) - level(after, 2.6, 2.95)).toBeGreaterThan(20)
  expect(Math.abs(level(before, 2.05, 2.45) - level(after, 2.05, 2.45))).toBeLessThan(0.3)
  expect(Math.abs(lag(before, after, 2.05, 2.45))).toBeLessThan(RATE / 1000)
})
test('of rumble alone the noise stays, of noise alone the hum', async () => {
  const [rumble, noise] = ['rumble.wav', 'noise.wav'].map((n) => path.join(dir, n)) as [string, string]
  await cleanSound(source, rumble, { rumble: true, noise: false })
  await cleanSound(source, noise, { rumble: false, noise: true })
  const pause = (file: string) => level(samplesOf(file), 2.6, 2.95)
  // Of the hum at −29 dB what lies over the noise goes; the noise, which lies at −56 dB, stays.
  expect(pause(rumble)).toBeGreaterThan(-57)
  expect(pause(rumble)).toBeLessThan(-48)
  expect(pause(noise)).toBeGreaterThan(-35)
})
test('silence stays silence', async () => {
  const [silent, out] = ['silent.wav', 'out.wav'].map((n) => path.join(dir, n)) as [string, string]
  await mustRun('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'anullsrc=r=44100:cl=mono:d=1', silent])
  await cleanSound(silent, out, { rumble: true, noise: true })
  expect(level(samplesOf(out), 0.1, 0.9)).toBeLessThan(-90)
})
