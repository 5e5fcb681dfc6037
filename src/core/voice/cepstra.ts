import { powerSpectrum } from './spectrum'

/** Frames a second, each from a window of 25 ms at 16 kHz, filled up to a power of two. */
const RATE = 16_000
const STEP = 160
const WINDOW = 400
const FILLED = 512
/** Bands of equal width to the ear, and how many numbers tell their shape. */
const BANDS = 26
const SHAPES = 13
const [LOWEST_HZ, HIGHEST_HZ] = [80, 6000]
/** Below this power nothing in a band counts. */
const FAINTEST = 1e3
/** Frames so much below the loud ones (natural logarithm of power) tell nothing of a voice. */
const BELOW = 5
const LOUD = 0.95
/** How much a change of shape counts beside the shape itself. */
const CHANGE = 2
/** Numbers a frame: its shape, and how that changes. */
const WIDE = 2 * SHAPES

const mel = (hz: number) => 2595 * Math.log10(1 + hz / 700)
const hz = (m: number) => 700 * (10 ** (m / 2595) - 1)
const SHARES = Float64Array.from({ length: WINDOW }, (_, i) => 0.54 - 0.46 * Math.cos((2 * Math.PI * i) / (WINDOW - 1)))
/** Where the bands begin and end, in bins of the spectrum, of a voice whose sounds lie so much higher. */
const edgesOf = (higher: number): number[] =>
  Array.from({ length: BANDS + 2 }, (_, i) => {
    const at = hz(mel(LOWEST_HZ) + ((mel(HIGHEST_HZ) - mel(LOWEST_HZ)) * i) / (BANDS + 1)) * higher
    return Math.min(FILLED / 2 - 1, Math.floor(((FILLED + 1) * at) / RATE))
  })
/** What each band counts for in each of the shapes: a discrete cosine transform. */
const COSINES = Float64Array.from({ length: SHAPES * BANDS }, (_, i) => {
  const [shape, band] = [Math.floor(i / BANDS), i % BANDS]
  return Math.sqrt((shape === 0 ? 1 : 2) / BANDS) * Math.cos((Math.PI * shape * (band + 0.5)) / BANDS)
})

/** A stretch of a recording, in frames of 10 ms, [from, to). */
export interface FrameSpan {
  from: number
  to: number
}

/**
 * The sound of a recording, frame by frame, as mel-frequency cepstral coefficients (Davis and Mermelstein, 1980) and
 * their changes, each relative to what the recording's own voice has of it: so that two voices that say the same are
 * alike.
 */
export class Cepstra {
  readonly frames: number
  private readonly shapes: Float32Array
  private readonly power: Float32Array
  private readonly values: Float32Array
  private readonly looked: Uint8Array
  private readonly edges: readonly number[]

  /**
   * @param samples  16 kHz, mono, 16 bit
   * @param higher   how much higher the sounds of its voice lie than those it is compared with, by the length of the
   *                 throat (Eide and Gish, 1996): 1.2 for a small one, 0.9 for a large one
   */
  constructor(
    private readonly samples: Int16Array,
    higher = 1,
  ) {
    this.edges = edgesOf(higher)
    this.frames = Math.max(0, Math.floor((samples.length - WINDOW) / STEP) + 1)
    this.shapes = new Float32Array(this.frames * SHAPES)
    this.power = new Float32Array(this.frames)
    this.values = new Float32Array(this.frames * WIDE)
    this.looked = new Uint8Array(this.frames)
  }

  /** Looks at a stretch: all that is to be compared, before it is settled. */
  look({ from, to }: FrameSpan): void {
    const windowed = new Float64Array(FILLED)
    const bands = new Float64Array(BANDS)
    for (let n = Math.max(0, from); n < Math.min(this.frames, to); n++) {
      for (let i = 0; i < WINDOW; i++) {
        const at = n * STEP + i
        // Higher sounds are fainter: each sample less most of the one before.
        windowed[i] = SHARES[i]! * (this.samples[at]! - (at > 0 ? 0.97 * this.samples[at - 1]! : 0))
      }
      this.looked[n] = 1
      this.inBands(powerSpectrum(windowed), bands)
      this.power[n] = bands.reduce((sum, v) => sum + v, 0) / BANDS
      for (let s = 0; s < SHAPES; s++) {
        let sum = 0
        for (let b = 0; b < BANDS; b++) sum += COSINES[s * BANDS + b]! * bands[b]!
        this.shapes[n * SHAPES + s] = sum
      }
    }
  }
  private inBands(power: Float64Array, bands: Float64Array): void {
    for (let b = 0; b < BANDS; b++) {
      const [low, mid, high] = [this.edges[b]!, this.edges[b + 1]!, this.edges[b + 2]!]
      let sum = FAINTEST
      for (let i = low; i < mid; i++) sum += (power[i]! * (i - low)) / Math.max(1, mid - low)
      for (let i = mid; i < high; i++) sum += (power[i]! * (high - i)) / Math.max(1, high - mid)
      bands[b] = Math.log(sum)
    }
  }
  /** Makes all that was looked at relative to what is usual in it. */
  settle(): void {
    const all = Array.from(this.power.keys()).filter((n) => this.looked[n])
    const least = (all.map((n) => this.power[n]!).sort((a, b) => a - b)[Math.floor(all.length * LOUD)] ?? 0) - BELOW
    const loud = all.filter((n) => this.power[n]! > least)
    for (let s = 0; s < SHAPES; s++) {
      const at = (n: number) => this.shapes[n * SHAPES + s]!
      const near = (n: number, by: number) => at(this.looked[n + by] ? n + by : n)
      const mean = loud.reduce((sum, n) => sum + at(n), 0) / Math.max(1, loud.length)
      const spread = Math.sqrt(loud.reduce((sum, n) => sum + (at(n) - mean) ** 2, 0) / Math.max(1, loud.length)) || 1
      for (const n of all) {
        this.values[n * WIDE + s] = (at(n) - mean) / spread
        const change = (2 * (near(n, 2) - near(n, -2)) + (near(n, 1) - near(n, -1))) / 10
        this.values[n * WIDE + SHAPES + s] = (CHANGE * change) / spread
      }
    }
  }
  /** How far one frame is from one of another recording. */
  apart(n: number, other: Cepstra, m: number): number {
    let sum = 0
    for (let i = 0; i < WIDE; i++) sum += (this.values[n * WIDE + i]! - other.values[m * WIDE + i]!) ** 2
    return Math.sqrt(sum)
  }
}

/**
 * How different two stretches sound, however fast each is said: the mean distance of their frames along the path on
 * which they are most alike (dynamic time warping; Sakoe and Chiba, 1978, symmetric).
 *
 * @returns 1.4 to 2.8 as a rule for one word in two of eSpeak NG's voices, once their sounds lie alike;
 *          Infinity where one of them has no frame
 */
export function difference(a: Cepstra, inA: FrameSpan, b: Cepstra, inB: FrameSpan): number {
  const [firstA, firstB] = [Math.max(0, inA.from), Math.max(0, inB.from)]
  const n = Math.min(a.frames, inA.to) - firstA
  const m = Math.min(b.frames, inB.to) - firstB
  if (n <= 0 || m <= 0) return Infinity
  let before = new Float64Array(m + 1).fill(Infinity)
  before[0] = 0
  let own = new Float64Array(m + 1)
  for (let i = 1; i <= n; i++) {
    own[0] = Infinity
    for (let j = 1; j <= m; j++) {
      const d = a.apart(firstA + i - 1, b, firstB + j - 1)
      own[j] = Math.min(before[j]! + d, own[j - 1]! + d, before[j - 1]! + 2 * d)
    }
    ;[before, own] = [own, before]
  }
  return before[m]! / (n + m)
}
