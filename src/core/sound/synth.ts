import { chances } from '../chance'
import { inWords } from '../../words/words'

/** The sounds that ship: what they are called, how long one is, and how much its pitch differs from the next. */
export const INTERFACE_SOUNDS = {
  click: { title: inWords('interfaceSounds.click'), seconds: 0.12, semitones: 1.5 },
  key: { title: inWords('interfaceSounds.key'), seconds: 0.16, semitones: 2 },
  pop: { title: inWords('interfaceSounds.pop'), seconds: 0.2, semitones: 2 },
  whoosh: { title: inWords('interfaceSounds.whoosh'), seconds: 0.55, semitones: 3 },
  success: { title: inWords('interfaceSounds.success'), seconds: 0.9, semitones: 0.6 },
} as const
export type InterfaceSound = keyof typeof INTERFACE_SOUNDS
/** So many variants follow each other in the file of a sound. */
export const VARIANTS = 8
export const SYNTH_RATE = 48_000

type Voice = (t: number, pitch: number, noise: () => number) => number
const TAU = 2 * Math.PI
const decay = (t: number, seconds: number) => (t < 0 ? 0 : Math.exp(-t / seconds))

/** A second-order band-pass over noise whose middle moves. */
function sweptNoise(middle: (t: number) => number): (t: number, pitch: number, noise: () => number) => number {
  let low = 0
  let band = 0
  return (t, pitch, noise) => {
    // A state-variable filter, two poles.
    const f = 2 * Math.sin((Math.PI * Math.min(middle(t) * pitch, 9000)) / SYNTH_RATE)
    low += f * band
    const high = noise() - low - 0.6 * band
    band += f * high
    return band
  }
}

/** What each sounds like at a time since it began: made anew for each variant, for some remember what was before. */
const VOICES: Record<InterfaceSound, () => Voice> = {
  click: () => (t, p, noise) =>
    0.55 * decay(t, 0.0022) * noise() +
    0.6 * decay(t, 0.007) * Math.sin(TAU * 2300 * p * t) +
    0.35 * decay(t, 0.014) * Math.sin(TAU * 760 * p * t),
  key: () => {
    const press = (t: number, p: number, noise: () => number) =>
      t < 0
        ? 0
        : 0.5 * decay(t, 0.004) * noise() +
          0.5 * decay(t, 0.016) * Math.sin(TAU * 290 * p * t) +
          0.25 * decay(t, 0.006) * Math.sin(TAU * 1450 * p * t)
    return (t, p, noise) => press(t, p, noise) + 0.4 * press(t - 0.065, p * 1.15, noise)
  },
  pop: () => {
    let phase = 0
    return (t, p) => {
      phase += (TAU * (330 + 620 * Math.min(1, t / 0.05)) * p) / SYNTH_RATE
      return Math.min(1, t / 0.002) * decay(t, 0.045) * Math.sin(phase)
    }
  },
  whoosh: () => {
    const air = sweptNoise((t) => 350 + 1900 * Math.sin(Math.PI * Math.min(1, t / 0.5)) ** 2)
    return (t, p, noise) => Math.sin(Math.PI * Math.min(1, t / 0.5)) ** 2 * air(t, p, noise) * 0.9
  },
  success: () => {
    const bell = (t: number, hz: number) =>
      t < 0
        ? 0
        : Math.min(1, t / 0.003) *
          (0.6 * decay(t, 0.22) * Math.sin(TAU * hz * t) +
            0.22 * decay(t, 0.12) * Math.sin(TAU * hz * 2.01 * t) +
            0.1 * decay(t, 0.06) * Math.sin(TAU * hz * 3.98 * t))
    return (t, p) => bell(t, 659.3 * p) + bell(t - 0.13, 987.8 * p)
  },
}
/** As loud as this is the loudest sample of each variant. */
const PEAK = 0.8

/** How much higher or lower the n-th of several variants is: evenly spread, the middle as it is. */
export const pitchOf = (n: number, of: number, semitones: number): number =>
  2 ** (((of > 1 ? (2 * n) / (of - 1) - 1 : 0) * semitones) / 12)

/**
 * One of the sounds that ship, in variants that follow each other, all equally long, each fading to silence: mono
 * samples, `SYNTH_RATE` a second. The same each time.
 */
export function interfaceSound(name: InterfaceSound): Float32Array {
  const { seconds, semitones } = INTERFACE_SOUNDS[name]
  const slot = Math.round(seconds * SYNTH_RATE)
  const out = new Float32Array(slot * VARIANTS)
  for (let n = 0; n < VARIANTS; n++) {
    const next = chances(1000 + n * 17)
    const noise = () => next() * 2 - 1
    const voice = VOICES[name]()
    const pitch = pitchOf(n, VARIANTS, semitones)
    let most = 0
    for (let i = 0; i < slot; i++) {
      const end = Math.min(1, (slot - i) / (0.01 * SYNTH_RATE))
      const v = voice(i / SYNTH_RATE, pitch, noise) * end
      out[n * slot + i] = v
      most = Math.max(most, Math.abs(v))
    }
    for (let i = 0; i < slot; i++) out[n * slot + i]! *= PEAK / most
  }
  return out
}
