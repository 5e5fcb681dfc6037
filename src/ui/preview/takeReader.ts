import { ALL_FORMATS, Input, UrlSource, VideoSampleSink } from 'mediabunny'
import { framesPerSecond, type Rate } from '@/core/time'
import { inWords } from '../../words/words'

const AHEAD = 10
const BEHIND = 3

/**
 * Reads one take's frames: any one on demand, or one after another ahead of a playhead. Frames it gave are its own;
 * they are closed when they fall behind.
 */
export class TakeReader {
  private readonly input: Input
  private readonly sink: Promise<VideoSampleSink>
  private readonly frames = new Map<number, VideoFrame>()
  private run = 0
  private running = false
  private wanted = 0
  /** The frame that decoding ahead has come to. */
  private reached = 0
  private wake: (() => void) | null = null
  private seeking: Promise<void> | null = null
  private closed = false

  constructor(
    url: string,
    private readonly rate: Rate,
  ) {
    this.input = new Input({ source: new UrlSource(url), formats: ALL_FORMATS })
    this.sink = this.input.getPrimaryVideoTrack().then((track) => {
      if (!track) throw new Error(inWords('preview.noPictures'))
      return new VideoSampleSink(track)
    })
    this.sink.catch(() => {})
  }

  has(n: number): VideoFrame | null {
    return this.frames.get(n) ?? null
  }

  /**
   * The frame n, decoded now if need be. Of several calls while one is decoding, only the last is answered with its
   * frame.
   */
  async seek(n: number): Promise<VideoFrame | null> {
    this.wanted = n
    while (this.seeking) await this.seeking
    const here = this.frames.get(n)
    if (here || this.wanted !== n || this.closed) return here ?? null
    let done = () => {}
    this.seeking = new Promise((r) => {
      done = r
    })
    try {
      const sample = await (await this.sink).getSample((n + 0.5) / framesPerSecond(this.rate))
      if (!sample) return null
      const frame = sample.toVideoFrame()
      sample.close()
      this.put(n, frame)
      return this.frames.get(n) ?? null
    } catch {
      return null
    } finally {
      this.seeking = null
      done()
    }
  }

  /** Decodes ahead of `n` until `halt`; call again with each frame shown. */
  follow(n: number): void {
    this.wanted = n
    this.forget(n)
    // Back to an earlier frame: what is under way only goes on from where it is.
    if (this.running && this.reached > n + AHEAD && !this.frames.has(n)) this.halt()
    if (this.running) {
      this.wake?.()
      return
    }
    this.running = true
    this.reached = n
    void this.decodeFrom(n, ++this.run)
  }
  halt(): void {
    this.run++
    this.running = false
    this.wake?.()
  }
  close(): void {
    this.closed = true
    this.halt()
    for (const f of this.frames.values()) f.close()
    this.frames.clear()
    void this.sink.then(
      () => this.input.dispose(),
      () => {},
    )
  }

  private async decodeFrom(n: number, run: number): Promise<void> {
    try {
      const fps = framesPerSecond(this.rate)
      for await (const sample of (await this.sink).samples((n + 0.5) / fps)) {
        if (run !== this.run) {
          sample.close()
          return
        }
        const index = Math.round(sample.timestamp * fps)
        this.reached = index
        if (index >= this.wanted) this.put(index, sample.toVideoFrame())
        sample.close()
        while (run === this.run && index >= this.wanted + AHEAD)
          await new Promise<void>((r) => {
            this.wake = r
          })
        if (run !== this.run) return
        if (index < this.wanted - 45) break
      }
    } catch {
      /* closed, or the file went: the last frame stays */
    } finally {
      if (run === this.run) this.running = false
    }
  }
  private put(n: number, frame: VideoFrame): void {
    if (this.closed) {
      frame.close()
      return
    }
    this.frames.get(n)?.close()
    this.frames.set(n, frame)
    this.forget(this.wanted)
  }
  private forget(n: number): void {
    for (const [k, f] of this.frames)
      if (k < n - BEHIND || k > n + AHEAD + 4) {
        f.close()
        this.frames.delete(k)
      }
  }
}
