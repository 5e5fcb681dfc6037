import { addressOf } from '@/contract/route'
import { ROUTES } from '@/contract/routes'
import { ALL_FORMATS, AudioBufferSink, Input, UrlSource } from 'mediabunny'
import { mediumIn } from '@/core/lesson/inner'
import type { Lesson } from '@/core/lesson/schema'
import type { Timed } from '@/core/timing'
import { legsText, soundPlan, type Heard } from '@/core/sound'

const AHEAD_SECONDS = 1.2

/** Plays what is heard of a lesson from a frame on, in step with the audio clock. */
export class SoundPlayer {
  private context: AudioContext | null = null
  private readonly sinks = new Map<string, Promise<AudioBufferSink | null>>()
  private run = 0
  private nodes: AudioScheduledSourceNode[] = []

  constructor(private readonly url: (file: string) => string) {}

  /** Starts the sound; gives a clock in seconds since the start frame was heard, or null when nothing is heard. */
  async play(timed: Timed, from: number, speed: number): Promise<(() => number) | null> {
    this.stop()
    const run = this.run
    const plan = soundPlan(timed, from)
    if (speed <= 0 || plan.length === 0) return null
    this.context ??= new AudioContext()
    const context = this.context
    await Promise.race([context.resume(), new Promise((r) => setTimeout(r, 250))])
    if (context.state !== 'running' || run !== this.run) return null
    const zero = context.currentTime + 0.06
    for (const heard of plan) void this.feed(timed.lesson, heard, speed, zero, run)
    return () => context.currentTime - zero
  }
  stop(): void {
    this.run++
    for (const n of this.nodes) {
      try {
        n.stop()
      } catch {
        /* not started */
      }
    }
    this.nodes = []
  }
  close(): void {
    this.stop()
    void this.context?.close()
    this.context = null
  }

  /** Has the sounds at other speeds made, so that they are there when they are to be heard. */
  prepare(timed: Timed): void {
    for (const heard of soundPlan(timed, 0)) if (heard.made) void this.sinkOf(timed.lesson, heard)
  }

  private sinkOf(lesson: Lesson, { clip, made }: Heard): Promise<AudioBufferSink | null> {
    const { file, sha256 } = mediumIn(lesson, clip.media)!
    if (!made) return this.sink(this.url(file))
    return this.sink(addressOf(ROUTES.soundAtSpeed, { at: { sha: sha256 }, query: { legs: legsText(made.legs) } }))
  }

  private sink(url: string): Promise<AudioBufferSink | null> {
    let sink = this.sinks.get(url)
    if (!sink) {
      sink = new Input({ source: new UrlSource(url), formats: ALL_FORMATS }).getPrimaryAudioTrack().then(
        (t) => (t ? new AudioBufferSink(t) : null),
        () => {
          // It may be there when it is asked for again.
          this.sinks.delete(url)
          return null
        },
      )
      this.sinks.set(url, sink)
    }
    return sink
  }

  private async feed(lesson: Lesson, heard: Heard, speed: number, zero: number, run: number): Promise<void> {
    const sink = await this.sinkOf(lesson, heard)
    const context = this.context
    if (!sink || !context) return
    // What was made of it goes by as the lesson does.
    const rate = heard.made ? speed : speed * heard.speed
    const inSeconds = (heard.made?.atUs ?? heard.sourceUs) / 1e6
    const startsAt = zero + heard.atUs / 1e6 / speed
    const lastsFor = heard.longUs / 1e6 / speed
    const gain = context.createGain()
    const [first, ...later] = heard.levels
    gain.gain.value = first?.gain ?? 1
    if (later.length > 0) gain.gain.setValueAtTime(first!.gain, startsAt + first!.atUs / 1e6 / speed)
    for (const l of later) gain.gain.linearRampToValueAtTime(l.gain, startsAt + l.atUs / 1e6 / speed)
    gain.connect(context.destination)
    for await (const { buffer, timestamp } of sink.buffers(inSeconds, inSeconds + lastsFor * rate)) {
      if (run !== this.run) break
      const late = Math.max(0, inSeconds - timestamp)
      const at = startsAt + Math.max(0, timestamp - inSeconds) / rate
      const length = Math.min(buffer.duration - late, inSeconds + lastsFor * rate - Math.max(timestamp, inSeconds))
      if (length <= 0) continue
      const node = context.createBufferSource()
      node.buffer = buffer
      node.playbackRate.value = rate
      node.connect(gain)
      const behind = Math.max(0, context.currentTime - at)
      if (behind * rate < length) {
        node.start(Math.max(at, context.currentTime), late + behind * rate, length - behind * rate)
        this.nodes.push(node)
        node.onended = () => {
          this.nodes = this.nodes.filter((x) => x !== node)
        }
      }
      while (run === this.run && at - context.currentTime > AHEAD_SECONDS) await new Promise((r) => setTimeout(r, 120))
      if (run !== this.run) break
    }
  }
}
