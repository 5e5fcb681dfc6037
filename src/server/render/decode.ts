import { spawn, type ChildProcess } from 'node:child_process'
import { framesPerSecond, type Rate } from '@/core/time'
import { SAFE_INPUT } from '../media/ffmpeg'
import { blankPlanes, freePlanes, type Planes } from './planes'

/**
 * Reads the frames of a conformed take in ascending order, as planes of `width` × `height`.
 * Frames in between are passed over; asking for the same frame again gives it again. What is
 * given is good until the next call.
 */
export class TakeDecoder {
  private child: ChildProcess | null = null
  private chunks: AsyncIterator<Buffer> | null = null
  private rest: Buffer = Buffer.alloc(0)
  private next = 0
  private current: { frame: number; planes: Planes } | null = null
  private errors = ''
  /** The buffer that the next frame is read into: two take turns. */
  private spare: Planes | null = null

  constructor(private readonly file: string, private readonly rate: Rate, readonly width: number, readonly height: number, private readonly scaled: boolean) {}

  /** @throws Error when the file holds no such frame or cannot be read */
  async frame(n: number): Promise<Planes> {
    if (this.current?.frame === n) return this.current.planes
    if (!this.chunks || n < this.next || n > this.next + 250) this.open(n)
    while (this.next < n && (await this.read())) this.next++
    const planes = await this.read()
    if (!planes) {
      if (this.current) return this.current.planes
      throw new Error(`${this.file} gives no frame ${n}. ${this.errors.trim()}`)
    }
    this.next = n + 1
    this.spare = this.current?.planes ?? null
    this.current = { frame: n, planes }
    return planes
  }

  /** Ends reading; what was given is gone. */
  close(): void {
    this.stop()
    for (const planes of [this.spare, this.current?.planes]) if (planes) freePlanes(planes)
    this.spare = this.current = null
  }

  private stop(): void {
    this.child?.kill('SIGKILL')
    this.child = null
    this.chunks = null
  }

  private open(n: number): void {
    this.stop()
    const seek = n > 0 ? ['-ss', ((n - 0.5) / framesPerSecond(this.rate)).toFixed(6)] : []
    const scale = this.scaled ? ['-vf', `scale=${this.width}:${this.height}:flags=area`] : []
    this.child = spawn('ffmpeg', ['-v', 'error', '-nostdin', ...SAFE_INPUT, ...seek, '-i', this.file, '-an', '-sn', ...scale, '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'yuv420p', 'pipe:1'], { stdio: ['ignore', 'pipe', 'pipe'] })
    this.child.stderr!.on('data', (d: Buffer) => { this.errors = (this.errors + d.toString()).slice(-500) })
    this.child.on('error', (e) => { this.errors = e.message })
    this.chunks = this.child.stdout![Symbol.asyncIterator]() as AsyncIterator<Buffer>
    this.rest = Buffer.alloc(0)
    this.next = n
  }

  private async read(): Promise<Planes | null> {
    const planes = (this.spare ??= blankPlanes(this.width, this.height))
    const { bytes } = planes
    const size = bytes.length
    let have = 0
    while (have < size) {
      if (this.rest.length === 0) {
        const { value, done } = await this.chunks!.next()
        if (done) return null
        this.rest = value
      }
      const take = Math.min(size - have, this.rest.length)
      bytes.set(this.rest.subarray(0, take), have)
      this.rest = this.rest.subarray(take)
      have += take
    }
    return planes
  }
}
