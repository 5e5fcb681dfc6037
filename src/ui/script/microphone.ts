import { wavOf } from '@/core/sound'
import { inWords } from '../../words/words'

/** A microphone that is listened to: how loud it is now, and what it records. */
export interface Microphone {
  /** The loudest sample of the last moment, 0 to 1. */
  peak: () => number
  /** Records; what there is so far is handed on every second, in case that the end is not reached. */
  begin: (onMore: (soFar: Blob) => void) => void
  /** Ends a recording. @returns its samples, one channel, and how many there are a second */
  end: () => Promise<Recorded>
  close: () => void
}
export interface Recorded {
  samples: Float32Array
  rate: number
}

/** The microphones there are; their names are only told once one was allowed. */
export async function microphones(): Promise<{ id: string; name: string }[]> {
  const all = await navigator.mediaDevices.enumerateDevices()
  return all
    .filter((d) => d.kind === 'audioinput')
    .map((d, i) => ({ id: d.deviceId, name: d.label || inWords('script.microphoneN', i + 1) }))
}

/**
 * Listens to a microphone.
 *
 * @param id  which one; the usual one where it is empty
 * @throws DOMException where it is not allowed, or there is none
 */
export async function listen(id: string): Promise<Microphone> {
  const wanted = { echoCancellation: false, noiseSuppression: false, autoGainControl: false }
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { ...wanted, ...(id && { deviceId: { exact: id } }) },
  })
  const context = new AudioContext()
  const analyser = context.createAnalyser()
  analyser.fftSize = 2048
  context.createMediaStreamSource(stream).connect(analyser)
  const heard = new Float32Array(analyser.fftSize)
  let recorder: MediaRecorder | null = null
  let pieces: Blob[] = []
  return {
    peak() {
      analyser.getFloatTimeDomainData(heard)
      return heard.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
    },
    begin(onMore) {
      pieces = []
      const mine = new MediaRecorder(stream)
      recorder = mine
      mine.ondataavailable = (e) => {
        pieces.push(e.data)
        if (mine.state === 'recording') onMore(new Blob(pieces))
      }
      mine.start(PIECE_MS)
    },
    end: () =>
      new Promise((done, fail) => {
        if (!recorder) {
          fail(new Error(inWords('script.nothingIsBeingRecorded')))
          return
        }
        recorder.onstop = () => {
          void decoded(new Blob(pieces)).then(done, fail)
        }
        recorder.stop()
      }),
    close() {
      for (const track of stream.getTracks()) track.stop()
      void context.close()
    },
  }
}

const PIECE_MS = 1000
const RATE = 48_000
/** The samples of what was recorded, also of a recording that broke off. @throws DOMException when it holds no sound */
export async function decoded(sound: Blob): Promise<Recorded> {
  const context = new OfflineAudioContext(1, 1, RATE)
  const heard = await context.decodeAudioData(await sound.arrayBuffer())
  return { samples: heard.getChannelData(0).slice(), rate: heard.sampleRate }
}

/** What is quieter than this, at the ends of a recording, is left out; but for so long. */
const QUIET = 0.012
const KEPT_S = 0.12
/** A recording without the silence before and after it. */
export function trimmed({ samples, rate }: Recorded): Float32Array {
  const kept = Math.round(KEPT_S * rate)
  const first = samples.findIndex((v) => Math.abs(v) > QUIET)
  if (first < 0) return samples
  const last = samples.findLastIndex((v) => Math.abs(v) > QUIET)
  return samples.subarray(Math.max(0, first - kept), Math.min(samples.length, last + kept))
}

/** Recordings one after the other as a WAV file, with pauses between them. */
export function joined(parts: readonly Recorded[], pauseS: number): Blob {
  const rate = parts[0]?.rate ?? 48_000
  const pause = new Float32Array(Math.round(pauseS * rate))
  const all = parts.flatMap((p, i) => (i > 0 ? [pause, trimmed(p)] : [trimmed(p)]))
  const samples = all.reduce((n, p) => n + p.length, 0)
  const whole = new Float32Array(samples)
  let at = 0
  for (const part of all) {
    whole.set(part, at)
    at += part.length
  }
  return new Blob([wavOf(whole, rate)], { type: 'audio/wav' })
}
