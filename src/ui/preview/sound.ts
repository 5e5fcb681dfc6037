import { ALL_FORMATS, AudioBufferSink, Input, UrlSource } from 'mediabunny'
import { audible, clipEnd, isStretched, sourceUsAt } from '@/core/lesson/clips'
import type { Clip, Lesson } from '@/core/lesson/schema'
import { framesPerSecond, frameStartUs } from '@/core/time'

const AHEAD_SECONDS = 1.2

/** Plays what is heard of a lesson from a frame on, in step with the audio clock. */
export class SoundPlayer {
  private context: AudioContext | null = null
  private readonly sinks = new Map<string, Promise<AudioBufferSink | null>>()
  private run = 0
  private nodes: AudioScheduledSourceNode[] = []

  constructor(private readonly url: (file: string) => string) {}

  /** Starts the sound; gives a clock in seconds since the start frame was heard, or null when nothing is heard. */
  async play(lesson: Lesson, from: number, speed: number): Promise<(() => number) | null> {
    this.stop()
    const run = this.run
    const clips = lesson.clips.filter((c) => audible(lesson, c) && clipEnd(c) > from)
    if (speed <= 0 || clips.length === 0) return null
    this.context ??= new AudioContext()
    const context = this.context
    await Promise.race([context.resume(), new Promise((r) => setTimeout(r, 250))])
    if (context.state !== 'running' || run !== this.run) return null
    const zero = context.currentTime + 0.06
    for (const clip of clips) void this.feed(lesson, clip, from, speed, zero, run)
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
  prepare(lesson: Lesson): void {
    for (const clip of lesson.clips)
      if (audible(lesson, clip) && isStretched(clip.speed)) void this.sinkOf(lesson, clip)
  }

  private sinkOf(lesson: Lesson, { media, speed }: Clip): Promise<AudioBufferSink | null> {
    const { file, sha256 } = lesson.media[media]!
    const stretched = `/api/media/${sha256}/sound?num=${speed.num}&den=${speed.den}`
    return this.sink(isStretched(speed) ? stretched : this.url(file))
  }

  private sink(url: string): Promise<AudioBufferSink | null> {
    let sink = this.sinks.get(url)
    if (!sink) {
      sink = new Input({ source: new UrlSource(url), formats: ALL_FORMATS }).getPrimaryAudioTrack().then(
        (t) => (t ? new AudioBufferSink(t) : null),
        () => null,
      )
      this.sinks.set(url, sink)
    }
    return sink
  }

  private async feed(
    lesson: Lesson,
    clip: Clip,
    from: number,
    speed: number,
    zero: number,
    run: number,
  ): Promise<void> {
    const sink = await this.sinkOf(lesson, clip)
    const context = this.context
    if (!sink || !context) return
    const fps = framesPerSecond(lesson.rate)
    const first = Math.max(from, clip.at)
    // What was stretched goes by as the lesson does, and its times come that much sooner or later.
    const own = clip.speed.num / clip.speed.den
    const rate = isStretched(clip.speed) ? speed : speed * own
    const inSeconds = sourceUsAt(clip, first, lesson.rate) / 1e6 / (isStretched(clip.speed) ? own : 1)
    const startsAt = zero + (frameStartUs(first, lesson.rate) - frameStartUs(from, lesson.rate)) / 1e6 / speed
    const lastsFor = (clipEnd(clip) - first) / fps / speed
    const gain = context.createGain()
    gain.gain.value = 10 ** (clip.levelDb / 20)
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
