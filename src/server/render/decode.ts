import type { ChildProcess } from 'node:child_process'
import { framesPerSecond, type Rate } from '@/core/time'
import { ENDED_FROM_OUTSIDE, ended, spawnBound } from '../run'
import { SAFE_INPUT } from '../media/ffmpeg'
import { Interrupted } from '../problem'
import { readWhole, widePipe, type End } from './pipe'
import { blankPlanes, freePlanes, type Planes } from './planes'
import { inWords } from '../../words/words'

/**
 * Buffers of this many frames and more are kept from one to the next, not given back to the system: fewer page faults.
 */
export const KEEP_BUFFERS = {
  MALLOC_MMAP_THRESHOLD_: String(256 << 20),
  MALLOC_TRIM_THRESHOLD_: String(1 << 30),
  MALLOC_TOP_PAD_: String(16 << 20),
}

/**
 * Reads the frames of a conformed take in ascending order, as planes of `width` × `height`.
 * Frames in between are passed over; asking for the same frame again gives it again. What is
 * given is good until the next call; the frame after it is read meanwhile.
 */
export class TakeDecoder {
  private child: ChildProcess | null = null
  private source: End | null = null
  private over: Promise<number> = Promise.resolve(0)
  private next = 0
  private current: { frame: number; planes: Planes } | null = null
  /** The buffer that the next frame is read into: two take turns. */
  private spare: Planes | null = null
  private ahead: Promise<Planes | null> | null = null

  /**
   * @param take    its `name` is what it is called, for sentences
   * @param scaled  whether its own pictures are of another size than that
   */
  constructor(
    private readonly take: { file: string; name: string; rate: Rate },
    private readonly size: { width: number; height: number },
    private readonly scaled: boolean,
  ) {}

  /**
   * @throws Error when the file holds no such frame or cannot be read; Interrupted when something else ended the
   * reading
   */
  async frame(n: number): Promise<Planes> {
    if (this.current?.frame === n) return this.current.planes
    if (!this.source || n < this.next || n > this.next + 250) await this.open(n)
    while (this.next < n && (await this.read())) this.next++
    const planes = await this.read()
    if (!planes) {
      await this.complete()
      if (this.current) return this.current.planes
      throw new Error(inWords('render.givesNoPictureForIts', this.take.name, n))
    }
    this.next = n + 1
    this.spare = this.current?.planes ?? null
    this.current = { frame: n, planes }
    this.ahead = this.fill()
    return planes
  }

  /** The same, for the caller to draw on and to free; asking for it again costs a seek. */
  async own(n: number): Promise<Planes> {
    const planes = await this.frame(n)
    this.current = null
    return planes
  }

  /** Ends reading; what was given is gone. */
  async close(): Promise<void> {
    await this.stop()
    for (const planes of [this.spare, this.current?.planes]) if (planes) freePlanes(planes)
    this.spare = this.current = null
  }

  private async stop(): Promise<void> {
    this.child?.kill('SIGKILL')
    this.child = null
    await this.ahead?.catch(() => null)
    this.ahead = null
    const { source } = this
    this.source = null
    await source?.close()
  }

  private async open(n: number): Promise<void> {
    await this.stop()
    const seek = n > 0 ? ['-ss', ((n - 0.5) / framesPerSecond(this.take.rate)).toFixed(6)] : []
    const scale = this.scaled ? ['-vf', `scale=${this.size.width}:${this.size.height}:flags=area`] : []
    const { from, to } = widePipe()
    const child = spawnBound(
      'ffmpeg',
      [
        '-v',
        'error',
        '-nostdin',
        ...SAFE_INPUT,
        ...seek,
        '-i',
        this.take.file,
        '-an',
        '-sn',
        ...scale,
        '-fps_mode',
        'passthrough',
        '-f',
        'rawvideo',
        '-pix_fmt',
        'yuv420p',
        'pipe:1',
      ],
      { stdio: ['ignore', to.fd, 'ignore'], env: { ...process.env, ...KEEP_BUFFERS } },
    )
    void to.close()
    this.over = ended(child)
    this.child = child
    this.source = from
    this.next = n
  }

  /** Only a reading that came to the end of the file may be answered with the file's last frame. */
  private async complete(): Promise<void> {
    const code = await this.over
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted('ffmpeg')
    if (code !== 0) throw new Error(inWords('render.cannotBeReadToIts', this.take.name))
  }
  private read(): Promise<Planes | null> {
    const { ahead } = this
    this.ahead = null
    return ahead ?? this.fill()
  }
  private async fill(): Promise<Planes | null> {
    const planes = (this.spare ??= blankPlanes(this.size.width, this.size.height))
    return (await readWhole(this.source!, planes.bytes)) ? planes : null
  }
}
