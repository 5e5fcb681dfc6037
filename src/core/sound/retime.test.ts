import { retimed } from './retime'

const RATE = 48_000
/** A tone of 440 Hz that is heard for 40 ms in each quarter of a second. */
const tones = (seconds: number): Float32Array =>
  Float32Array.from({ length: seconds * RATE }, (_, i) =>
    (i / RATE) % 0.25 < 0.04 ? 0.6 * Math.sin((2 * Math.PI * 440 * i) / RATE) : 0,
  )
/** Twice as fast at its end as at its beginning, over two seconds: three seconds of the source. */
const speedingUp = (s: number) => s + (s * s) / (2 * 2 * RATE)

test('each sound comes at its time, as high as before', () => {
  const [out] = retimed([tones(3.2)], speedingUp, 2 * RATE)
  for (let n = 1; n < 11; n++) {
    const middle = n * 0.25 + 0.02
    // The time at which that of the source has come: t + t²/4 = middle.
    const expected = Math.round((-2 + Math.sqrt(4 + 4 * middle)) * RATE)
    let energy = 0
    let sum = 0
    for (let i = expected - 3600; i < expected + 3600; i++) {
      const v = (out![i] ?? 0) ** 2
      energy += v
      sum += v * (i - expected)
    }
    expect(energy).toBeGreaterThan(10)
    expect(Math.abs(sum / energy / RATE)).toBeLessThan(1 / 60)
  }
})
test('a tone that goes on stays as high and as loud, without a break', () => {
  const tone = Float32Array.from({ length: 4 * RATE }, (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / RATE))
  const [out] = retimed([tone], speedingUp, 2 * RATE)
  let crossings = 0
  for (let i = 4801; i < 2 * RATE - 4800; i++) if (out![i - 1]! < 0 !== out![i]! < 0) crossings++
  expect(crossings / 2 / (2 - 0.2)).toBeCloseTo(440, -1)
  for (let from = 2400; from < 2 * RATE - 2400; from += 480) {
    const loudest = Math.max(...out!.subarray(from, from + 480))
    expect(loudest).toBeGreaterThan(0.4)
    expect(loudest).toBeLessThan(0.56)
  }
})
test('at its own speed it is what it was, channel by channel', () => {
  const a = tones(1)
  const b = Float32Array.from({ length: RATE }, (_, i) => (i % 480) / 480)
  const [left, right] = retimed([a, b], (s) => s, RATE / 2)
  for (let i = 0; i < RATE / 2; i += 97) {
    expect(left![i]).toBeCloseTo(a[i]!, 5)
    expect(right![i]).toBeCloseTo(b[i]!, 5)
  }
})
