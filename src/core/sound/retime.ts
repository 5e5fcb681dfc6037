import { madeLong, sourceAt, madeAt, type Leg } from './legs'
import { Onsets } from './onsets'

/** So many samples are laid over each other at a time, half of them new: 43 ms. */
const WINDOW = 2048
const HOP = WINDOW / 2
/** A piece is taken from up to so many samples beside its time, where it goes on best from the one before: 8 ms. */
const REACH = 384
/** Places are compared by means of so many samples first. */
const STEP = 4
/** So many samples behind what is laid are read with it: what begins in it is known by then. */
const BEHIND = 1024
/** Below this mean square nothing is heard of where a piece is taken from: −50 dB. */
const QUIET = 1e-5
/** What has been gone past is let go of when it is so many samples. */
const KEPT = 1 << 18

/**
 * Sound that goes by at other speeds, its pitch kept: pieces of it are laid over each other at a steady pace, each from
 * where its time has come to, or close by where it goes on best (WSOLA: Verhelst and Roelands, 1993). What begins
 * suddenly (a click, a consonant) is laid at its time and whole, whatever the speed. At its own speed the sound goes on
 * sample by sample.
 *
 * The source is given in pieces, from the sample `begins` on; what can be made by then comes back.
 */
export class Retimer {
  private readonly mono: Window
  private readonly channels: Window[]
  private readonly onsets: Onsets
  /** Where the next piece is laid, and where the last one was taken from. */
  private at = -HOP
  private from: number
  private readonly length: number
  /** What begins suddenly that the last pieces were laid for. */
  private lockedTo: number | null = null
  /** What is laid already of the samples from `at` on. */
  private laid: Float32Array[]

  /**
   * @param channels  of the source
   * @param legs      what is made, one after the other
   * @param begins    the sample of the source that is given first: that with which the legs begin, or any before
   */
  constructor(
    channels: number,
    private readonly legs: readonly Leg[],
    begins: number,
  ) {
    this.mono = new Window(begins)
    this.channels = Array.from({ length: channels }, () => new Window(begins))
    this.onsets = new Onsets(begins)
    this.length = madeLong(legs)
    this.from = Math.round(sourceAt(legs, 0)) - HOP
    this.laid = this.channels.map(() => new Float32Array(WINDOW))
  }

  /** Takes the next samples of the source, of each channel; gives what can be made with them, of each channel. */
  push(samples: readonly Float32Array[]): Float32Array[] {
    const mono = monoOf(samples)
    this.mono.add(mono)
    this.channels.forEach((c, n) => c.add(samples[n]!))
    this.onsets.push(mono)
    return this.make(false)
  }
  /** The source is over: gives what is left to be made; beyond its end it is silent. */
  end(): Float32Array[] {
    return this.make(true)
  }

  private make(over: boolean): Float32Array[] {
    const made: Float32Array[][] = this.channels.map(() => [])
    while (this.at < this.length) {
      const wanted = Math.round(sourceAt(this.legs, this.at))
      const goesOn = this.from + HOP
      const needs = Math.max(wanted, goesOn, sourceAt(this.legs, this.at + WINDOW)) + WINDOW + REACH + BEHIND
      if (!over && needs > this.mono.end) break
      // With no source that ends, there is nothing more to be made than it has.
      if (over && this.length === Infinity && Math.min(wanted, goesOn) >= this.mono.end) break
      this.from = this.at < 0 ? this.from : this.takenFrom(wanted, goesOn)
      this.lay(made)
      this.at += HOP
      this.onsets.forget(Math.min(this.from, wanted) - WINDOW)
      this.mono.forget(Math.min(this.from, wanted) - 2 * WINDOW)
      for (const c of this.channels) c.forget(Math.min(this.from, wanted) - 2 * WINDOW)
    }
    return made.map(joined)
  }

  /** Where the piece is taken from that is laid next. */
  private takenFrom(wanted: number, goesOn: number): number {
    const locked = this.onsetIn()
    if (locked !== null) return locked
    const [least, most] = this.bounds()
    const steady = Math.abs(sourceAt(this.legs, this.at + HOP) - sourceAt(this.legs, this.at) - HOP) < 1e-3
    if (steady && Math.abs(wanted - goesOn) <= REACH)
      return this.mono.power(wanted, HOP) < QUIET && this.mono.power(goesOn, HOP) < QUIET ? wanted : goesOn
    const near = Math.max(least, Math.min(most, wanted))
    return bestNear(
      this.mono,
      near,
      goesOn,
      Math.max(least, near - REACH),
      Math.max(least, Math.min(most, near + REACH)),
    )
  }
  /**
   * From where to where a piece may be taken that is laid for no beginning: after the one that has been heard, and not
   * into the one that is heard later.
   */
  private bounds(): [number, number] {
    const { at, legs } = this
    const reaches = sourceAt(legs, at) + WINDOW + REACH
    const next = this.onsets.between(sourceAt(legs, at + WINDOW), reaches)[0]
    return [this.lockedTo ?? -Infinity, next ? next.sample - WINDOW : Infinity]
  }
  /** Where the piece must be taken from for what begins suddenly in it to be at its time; null when nothing does. */
  private onsetIn(): number | null {
    const { at } = this
    const around = this.onsets.between(sourceAt(this.legs, Math.max(0, at)), sourceAt(this.legs, at + WINDOW))
    const places = around.map(({ sample, power }) => ({ sample, power, time: madeAt(this.legs, sample) }))
    // The one that the piece before was laid for is heard whole before another.
    const held = places.find(({ sample, time }) => sample === this.lockedTo && time < at + HOP)
    const chosen = held ?? places.toSorted((a, b) => b.power - a.power)[0]
    if (!chosen) return null
    this.lockedTo = chosen.sample
    return Math.round(chosen.sample + at - chosen.time)
  }

  /** Lays a piece over what is laid, and gives the half that nothing more is laid over. */
  private lay(made: Float32Array[][]): void {
    const { at, from, length } = this
    for (const [c, source] of this.channels.entries()) {
      const to = this.laid[c]!
      const taken = source.take(from, WINDOW)
      for (let i = 0; i < WINDOW; i++) to[i] = to[i]! + SHARES[i]! * taken[i]!
      if (at >= 0) made[c]!.push(to.slice(0, Math.min(HOP, length - at)))
      this.laid[c] = new Float32Array(WINDOW)
      this.laid[c].set(to.subarray(HOP))
    }
  }
}
const SHARES = Float32Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW))

/** Samples that come one after the other, of which those of long ago are let go of; silent outside. */
class Window {
  private held = new Float32Array(1 << 16)
  private count = 0
  constructor(private first: number) {}
  get end(): number {
    return this.first + this.count
  }
  /** So many samples from one on. */
  take(from: number, count: number): Float32Array {
    const out = new Float32Array(count)
    const at = from - this.first
    const [first, end] = [Math.max(0, at), Math.min(this.count, at + count)]
    if (first < end) out.set(this.held.subarray(first, end), first - at)
    return out
  }
  add(samples: Float32Array): void {
    if (this.count + samples.length > this.held.length) {
      const more = new Float32Array(2 * (this.count + samples.length))
      more.set(this.held.subarray(0, this.count))
      this.held = more
    }
    this.held.set(samples, this.count)
    this.count += samples.length
  }
  forget(before: number): void {
    const gone = Math.min(this.count, before - this.first)
    if (gone < KEPT) return
    this.held.copyWithin(0, gone, this.count)
    this.first += gone
    this.count -= gone
  }
  /** The mean square of so many samples. */
  power(from: number, count: number): number {
    return this.take(from, count).reduce((sum, v) => sum + v * v, 0) / count
  }
}

const monoOf = ([first = new Float32Array(0), ...others]: readonly Float32Array[]): Float32Array => {
  const out = Float32Array.from(first)
  for (const o of others) for (let i = 0; i < out.length; i++) out[i] = out[i]! + (o[i] ?? 0)
  return out
}
function joined(pieces: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(pieces.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  for (const p of pieces) {
    out.set(p, at)
    at += p.length
  }
  return out
}

/** The place from `least` to `most` where the sound is most like what follows on from the piece before, at `goesOn`. */
function bestNear(mono: Window, wanted: number, goesOn: number, least: number, most: number): number {
  if (Math.abs(wanted - goesOn) <= 1) return goesOn
  const follows = mono.take(goesOn, HOP)
  const around = mono.take(least, HOP + most - least)
  // First roughly, on means of a few samples, then to the sample.
  const near = mostAlike(coarse(around), coarse(follows), 0, Math.floor((most - least) / STEP))
  if (near === null) return wanted
  const [from, to] = [Math.max(0, near * STEP - STEP), Math.min(most - least, near * STEP + STEP)]
  return least + (mostAlike(around, follows, from, to) ?? wanted - least)
}
const coarse = (samples: Float32Array): Float32Array => {
  const out = new Float32Array(Math.floor(samples.length / STEP))
  for (let i = 0, at = 0; i < out.length; i++, at += STEP)
    out[i] = samples[at]! + samples[at + 1]! + samples[at + 2]! + samples[at + 3]!
  return out
}
/** Where in `around`, from one place to another, it is most like `follows`; null where it is nowhere alike. */
function mostAlike(around: Float32Array, follows: Float32Array, from: number, to: number): number | null {
  const { length } = follows
  let own = 0
  for (let i = 0; i < length; i++) own += around[from + i]! ** 2
  let best: number | null = null
  let most = 0
  for (let at = from; at <= to && at + length <= around.length; at++) {
    // Four sums, as each addition would wait for the one before.
    let [a, b, c, d] = [0, 0, 0, 0]
    for (let i = 0, j = at; i < length; i += 4, j += 4) {
      a += around[j]! * follows[i]!
      b += around[j + 1]! * follows[i + 1]!
      c += around[j + 2]! * follows[i + 2]!
      d += around[j + 3]! * follows[i + 3]!
    }
    const both = a + b + c + d
    const alike = both > 0 && own > 1e-9 ? both / Math.sqrt(own) : 0
    if (alike > most) [best, most] = [at, alike]
    own += (around[at + length] ?? 0) ** 2 - around[at]! ** 2
  }
  return best
}
