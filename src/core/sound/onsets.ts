/** Loudness is looked at in blocks of so many samples: 2.7 ms. */
const BLOCK = 128
/** What begins is that many times as loud (in power) as it was on average over so many blocks before: 10 dB, 21 ms. */
const TIMES = 10
const BEFORE = 8
/** What is no louder than this (mean square) is not heard as a beginning: −46 dB. */
const LEAST = 2.5e-5
/** After a beginning there is none for so many blocks: 43 ms. */
const REST = 16

export interface Onset {
  /** The sample with which it begins. */
  sample: number
  power: number
}

/** Finds where sound begins suddenly, as its samples come. */
export class Onsets {
  private found: Onset[] = []
  private readonly before: number[] = []
  private readonly squares = new Float32Array(BLOCK)
  private count = 0
  private rest = 0
  /** @param at  the sample that comes first */
  constructor(private at: number) {}

  push(samples: Float32Array): void {
    for (const v of samples) {
      this.squares[this.count] = v * v
      if (++this.count < BLOCK) continue
      this.block(this.squares.reduce((a, b) => a + b, 0) / BLOCK)
      this.at += BLOCK
      this.count = 0
    }
  }
  private block(power: number): void {
    const { before } = this
    const usual = before.reduce((a, b) => a + b, 0) / Math.max(1, before.length)
    if (this.rest > 0) this.rest--
    else if (power > LEAST && power > TIMES * usual && before.length === BEFORE) {
      this.found.push({ sample: this.at + this.squares.findIndex((v) => v > power / 4), power })
      this.rest = REST
    }
    before.push(power)
    if (before.length > BEFORE) before.shift()
  }

  /** Those found from one sample to before another. */
  between(from: number, to: number): readonly Onset[] {
    return this.found.filter((o) => o.sample >= from && o.sample < to)
  }
  /** Lets go of those before a sample. */
  forget(before: number): void {
    if ((this.found[0]?.sample ?? Infinity) < before) this.found = this.found.filter((o) => o.sample >= before)
  }
}
