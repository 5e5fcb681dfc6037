import { powerSpectrum } from './spectrum'

/** Looked at so many times a second, in windows of 32 ms (at 16 kHz). */
const STEPS = 50
const WINDOW = 512
/** Bands of equal width to the ear, from one frequency to another. */
const BANDS = 16
const [LOWEST_HZ, HIGHEST_HZ] = [100, 7000]
const mel = (hz: number) => 2595 * Math.log10(1 + hz / 700)
const hz = (m: number) => 700 * (10 ** (m / 2595) - 1)

/** A window is heard when it is no more than so much below the loud ones of its stretch; and no fainter than this. */
const BELOW_DB = 25
const FAINTEST_DB = 55
/** What is heard is compared with what is heard so many windows later, where it is heard all the time between. */
const LATER = 4
/** Below the loudest of its window nothing in a band counts. */
const DEPTH_DB = 45
/** Speech changes its sound by more than this within 80 ms, as a rule; in dB, over the bands. */
const CHANGES_DB = 3.2
/** Fewer comparisons say nothing. */
const FEWEST = 6
/** Of a stretch in which somebody speaks so much is heard. */
const HEARD = 0.15

const SHARES = Float64Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW))

export type SpeechSort = 'spoken' | 'something else' | 'too short to tell'
/**
 * Tells speech from what is none, window by window: speech changes its sound all the time. Over 80 ms its bands change
 * by 5 to 13 dB, in noise, echo and narrow bands still by 4.5 and more; those of tones, hum, steady noise and most
 * music by less than 3.
 */
export class Speechlike {
  private readonly step: number
  private readonly count: number
  /** NaN where it has not been looked at yet. */
  private readonly db: Float32Array
  private readonly bands: Float32Array
  private readonly edges: readonly number[]
  private readonly windowed = new Float64Array(WINDOW)

  /**
   * @param samples  16 bit, mono
   * @param rate     samples a second; 16,000
   */
  constructor(
    private readonly samples: Int16Array,
    rate: number,
  ) {
    this.step = rate / STEPS
    this.count = Math.max(0, Math.floor((samples.length - WINDOW) / this.step) + 1)
    this.db = new Float32Array(this.count).fill(NaN)
    this.bands = new Float32Array(this.count * BANDS)
    this.edges = Array.from({ length: BANDS + 1 }, (_, i) =>
      Math.round((hz(mel(LOWEST_HZ) + ((mel(HIGHEST_HZ) - mel(LOWEST_HZ)) * i) / BANDS) * WINDOW) / rate),
    )
  }
  private look(n: number): void {
    if (!Number.isNaN(this.db[n]!)) return
    for (let i = 0; i < WINDOW; i++) this.windowed[i] = this.samples[n * this.step + i]! * SHARES[i]!
    const power = powerSpectrum(this.windowed)
    const decibels = (from: number, to: number) => {
      let sum = 1
      for (let i = from; i < to; i++) sum += power[i]!
      return 10 * Math.log10(sum)
    }
    const whole = decibels(2, WINDOW / 2)
    this.db[n] = whole
    for (let b = 0; b < BANDS; b++) {
      const from = this.edges[b]!
      this.bands[n * BANDS + b] = Math.max(whole - DEPTH_DB, decibels(from, Math.max(from + 1, this.edges[b + 1]!)))
    }
  }

  /** Whether somebody speaks in stretches of the recording, in hundredths of a second. */
  over(stretches: readonly { from: number; to: number }[]): SpeechSort {
    const all = { windows: 0, heard: 0, changes: [] as number[] }
    for (const { from, to } of stretches) this.add(all, (from * STEPS) / 100, (to * STEPS) / 100)
    if (all.heard < HEARD * all.windows) return 'something else'
    if (all.changes.length < FEWEST) return 'too short to tell'
    const usual = all.changes.sort((a, b) => a - b)[all.changes.length >> 1]!
    return usual >= CHANGES_DB ? 'spoken' : 'something else'
  }
  private add(all: { windows: number; heard: number; changes: number[] }, from: number, to: number): void {
    const [first, end] = [Math.max(0, Math.floor(from)), Math.min(this.count, Math.ceil(to))]
    if (first >= end) return
    for (let n = first; n < end; n++) this.look(n)
    const own = this.db.slice(first, end).sort()
    const least = Math.max(FAINTEST_DB, own[Math.floor(own.length * 0.95)]! - BELOW_DB)
    let running = 0
    for (let n = first; n < end; n++) {
      running = this.db[n]! > least ? running + 1 : 0
      if (running > 0) all.heard++
      if (running > LATER) all.changes.push(this.change(n - LATER, n))
    }
    all.windows += end - first
  }
  /** By how much the bands of two windows differ, apart from how loud they are: dB, as a root mean square. */
  private change(a: number, b: number): number {
    const by = Array.from({ length: BANDS }, (_, i) => this.bands[a * BANDS + i]! - this.bands[b * BANDS + i]!)
    const mean = by.reduce((sum, v) => sum + v, 0) / BANDS
    return Math.sqrt(by.reduce((sum, v) => sum + (v - mean) ** 2, 0) / BANDS)
  }
}
