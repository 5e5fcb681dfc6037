import { ffmpeg, SAFE_INPUT } from '../media/ffmpeg'

/** What is taken out of a sound: `rumble`, all below 70 Hz; `noise`, what is there in its pauses as well. */
export interface Cleaning {
  rumble: boolean
  noise: boolean
}

const RATE = 48_000
/**
 * A voice begins at about 85 Hz; hum of the mains and knocks at a desk lie below. A Butterworth filter of the eighth
 * order: 23 dB less at 50 Hz, 0.2 dB at 85 Hz.
 */
const RUMBLE = [0.5098, 0.6013, 0.9, 2.5629].map((q) => `highpass=f=70:t=q:w=${q}`).join(',')
/** Of all windows of 50 ms, a tenth is quieter than what is taken for the noise. */
const WINDOW = RATE / 20
const QUIETEST = 0.1
/** What is quieter is no noise of a room: a machine wrote zeros there. */
const NOTHING_DB = -100
/** By how much noise is lowered; taken for noise is what is less than so much above the quietest windows; dB. */
const LOWERED_DB = 18
const ABOVE_DB = 13
/** The filter hears so many samples ahead: it gives back all so much later. */
const LATE = RATE / 40

interface Doing {
  signal?: AbortSignal
  onTime?: (us: number) => void
}

/**
 * How loud the noise of a sound is: the level of its quietest windows.
 *
 * @param chain  filters through which it is heard
 * @returns dB of full scale; NOTHING_DB when nothing but silence is in it
 */
async function noiseOf(source: string, chain: string[], { signal, onTime }: Doing): Promise<number> {
  const levels: number[] = []
  let sum = 0
  let count = 0
  let rest = Buffer.alloc(0)
  const onData = (chunk: Buffer) => {
    const all = rest.length > 0 ? Buffer.concat([rest, chunk]) : chunk
    const whole = all.length - (all.length % 4)
    for (let i = 0; i < whole; i += 4) {
      sum += all.readFloatLE(i) ** 2
      if (++count < WINDOW) continue
      levels.push(10 * Math.log10(sum / WINDOW + 1e-12))
      sum = count = 0
    }
    rest = Buffer.from(all.subarray(whole))
  }
  const filters = [`aresample=${RATE}`, ...chain].join(',')
  const to = ['-map', '0:a:0', '-af', filters, '-ac', '1', '-f', 'f32le', 'pipe:1']
  await ffmpeg([...SAFE_INPUT, '-i', source, ...to], { limit: 1800, signal, onTime, onData })
  const heard = levels.filter((db) => db > NOTHING_DB).toSorted((a, b) => a - b)
  return heard[Math.floor(heard.length * QUIETEST)] ?? NOTHING_DB
}

/**
 * Takes rumble and noise out of a sound file; everything stays at its time, within a millisecond. The noise is
 * lowered in the spectrum (ffmpeg's afftdn), from the level that the quietest moments of the file have.
 *
 * @param source  a sound file
 * @param out  the WAV file that is written, at 48 kHz
 * @param doing  tells how far it has come twice: as it listens, as it cleans
 * @throws Error with the reason as the rest of a sentence; on cancel, the signal's reason
 */
export async function cleanSound(source: string, out: string, wanted: Cleaning, doing: Doing = {}): Promise<void> {
  const chain = wanted.rumble ? [RUMBLE] : []
  if (wanted.noise) {
    const floor = Math.round(Math.min(-20, Math.max(-80, (await noiseOf(source, chain, doing)) + ABOVE_DB)))
    chain.push(`apad=pad_len=${LATE}`, `afftdn=nr=${LOWERED_DB}:nf=${floor}`, `atrim=start_sample=${LATE}`)
  }
  const filters = [`aresample=${RATE}`, ...chain].join(',')
  await ffmpeg([...SAFE_INPUT, '-i', source, '-map', '0:a:0', '-af', filters, '-c:a', 'pcm_s16le', out], {
    limit: 1800,
    ...doing,
  })
}
