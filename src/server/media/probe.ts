import { run } from '../run'
import { SAFE_INPUT } from './ffmpeg'
import { z } from 'zod'
import { LIMITS } from '@/core/lesson/limits'
import { nearestRate, type Rate } from '@/core/time'

const Stream = z.object({
  index: z.number(),
  codec_type: z.string().optional(),
  codec_name: z.string().optional(),
  width: z.number().optional(),
  height: z.number().optional(),
  pix_fmt: z.string().optional(),
  r_frame_rate: z.string().optional(),
  avg_frame_rate: z.string().optional(),
  nb_frames: z.string().optional(),
  duration: z.string().optional(),
  start_time: z.string().optional(),
  color_space: z.string().optional(),
  color_transfer: z.string().optional(),
  color_range: z.string().optional(),
  field_order: z.string().optional(),
  sample_aspect_ratio: z.string().optional(),
  side_data_list: z.array(z.object({ rotation: z.number().optional() }).loose()).optional(),
  sample_rate: z.string().optional(),
  disposition: z.object({ attached_pic: z.number().optional() }).loose().optional(),
})
const Probe = z.object({
  streams: z.array(Stream).default([]),
  format: z
    .object({ format_name: z.string().default(''), duration: z.string().optional(), start_time: z.string().optional() })
    .default({ format_name: '' }),
})
export type ProbeStream = z.infer<typeof Stream>

export interface FileFacts {
  container: string
  /** What the container says, which may be more than there is. */
  durationUs: number
  video: ProbeStream | null
  audio: ProbeStream | null
  /** Whether it holds pictures of which nothing can be told. */
  unreadable: boolean
}

/** What ffprobe finds in a file, or null when it finds nothing it can read. */
export async function probe(file: string): Promise<FileFacts | null> {
  const found = await run(
    'ffprobe',
    ['-v', 'error', ...SAFE_INPUT, '-of', 'json', '-show_format', '-show_streams', file],
    { limit: 60 },
  )
  if (found.code !== 0) return null
  const parsed = Probe.safeParse(JSON.parse(found.stdout.toString() || '{}'))
  if (!parsed.success) return null
  const { streams, format } = parsed.data
  const video =
    streams.find((s) => s.codec_type === 'video' && s.width && s.height && !s.disposition?.attached_pic) ?? null
  const audio = streams.find((s) => s.codec_type === 'audio') ?? null
  const unreadable = !video && streams.some((s) => s.codec_type === 'video' && !s.disposition?.attached_pic)
  if (!video && !audio && !unreadable) return null
  const seconds = Number(format.duration ?? video?.duration ?? audio?.duration ?? 0)
  return {
    container: format.format_name,
    durationUs: Math.round((Number.isFinite(seconds) ? seconds : 0) * 1e6),
    video,
    audio,
    unreadable,
  }
}

export interface FrameTimes {
  count: number
  rate: Rate
  constant: boolean
  durationUs: number
  longestGop: number
}

/**
 * Reads the time of every coded picture (not its pixels) and tells the rate and whether it is
 * constant: every picture within 2 ms of its place on an even grid. A variable recording's rate is
 * the customary one nearest to its shortest usual step, so that no picture is dropped.
 */
export async function frameTimes(file: string): Promise<FrameTimes | null> {
  const found = await run(
    'ffprobe',
    [
      '-v',
      'error',
      ...SAFE_INPUT,
      '-select_streams',
      'v:0',
      '-show_entries',
      'packet=pts_time,duration_time,flags',
      '-of',
      'csv=p=0',
      file,
    ],
    { limit: 600 },
  )
  const rows = found.stdout
    .toString()
    .split('\n')
    .map((l) => l.split(','))
    .filter((r) => r[0] && r[0] !== 'N/A')
  const times = rows.map((r) => Number(r[0])).filter(Number.isFinite)
  if (times.length === 0) return null
  let longestGop = 0
  let gop = 0
  for (const r of rows) {
    gop = r[2]?.startsWith('K') ? 1 : gop + 1
    longestGop = Math.max(longestGop, gop)
  }
  times.sort((a, b) => a - b)
  const first = times[0]!
  const steps = times
    .slice(1)
    .map((t, i) => t - times[i]!)
    .filter((d) => d > 0.0005)
    .sort((a, b) => a - b)
  const lastStep = Number(rows.at(-1)?.[1]) || steps[Math.floor(steps.length / 2)] || 1 / 30
  const length = times.at(-1)! - first + lastStep
  const mean = times.length > 1 ? (times.length - 1) / (times.at(-1)! - first) : 1 / lastStep
  const even = nearestRate(mean)
  const constant = mean <= LIMITS.fps && times.every((t, i) => Math.abs(t - first - (i * even.den) / even.num) < 0.002)
  if (constant)
    return {
      count: times.length,
      rate: even,
      constant,
      durationUs: Math.round((times.length * 1e6 * even.den) / even.num),
      longestGop,
    }
  const usual = steps[Math.floor(steps.length * 0.1)] ?? 1 / 30
  const fps = Math.min(60, Math.max(10, 1 / usual))
  const rate = nearestRate(
    [24, 25, 30, 50, 60].reduce((best, r) => (Math.abs(r - fps) < Math.abs(best - fps) ? r : best), 30),
  )
  return { count: times.length, rate, constant, durationUs: Math.round(length * 1e6), longestGop }
}

/**
 * Times of a recording's frames in seconds from the first, exactly as stored, whatever its rate does.
 *
 * @returns null when the file holds no pictures
 */
export async function exactTimes(file: string): Promise<number[] | null> {
  const found = await run(
    'ffprobe',
    [
      '-v',
      'error',
      ...SAFE_INPUT,
      '-select_streams',
      'v:0',
      '-show_entries',
      'packet=pts,flags:stream=time_base',
      '-of',
      'csv',
      file,
    ],
    { limit: 600 },
  )
  const lines = found.stdout.toString().split('\n')
  const base = lines
    .find((l) => l.startsWith('stream,'))
    ?.split(',')[1]
    ?.split('/')
    .map(Number)
  if (!base?.[0] || !base[1]) return null
  const pts = lines
    .filter((l) => l.startsWith('packet,'))
    .map((l) => l.split(','))
    .filter((r) => !r[2]?.includes('D'))
    .map((r) => Number(r[1]))
    .filter(Number.isFinite)
    .sort((a, b) => a - b)
  return pts.length > 0 ? pts.map((p) => ((p - pts[0]!) * base[0]!) / base[1]!) : null
}

/** When the last piece of a file ends, of its pictures or its sound, in microseconds as they are stored. */
export async function lastTimeUs(file: string): Promise<number> {
  const found = await run(
    'ffprobe',
    ['-v', 'error', ...SAFE_INPUT, '-show_entries', 'packet=pts_time,duration_time', '-of', 'csv=p=0', file],
    { limit: 600 },
  )
  let last = 0
  for (const line of found.stdout.toString().split('\n')) {
    const [at, length] = line.split(',').map(Number)
    if (at !== undefined && Number.isFinite(at))
      last = Math.max(last, at + (length && Number.isFinite(length) ? length : 0))
  }
  return Math.round(last * 1e6)
}

/** Degrees by which a player would turn the picture. */
export const rotationOf = (s: ProbeStream): number =>
  s.side_data_list?.find((d) => d.rotation !== undefined)?.rotation ?? 0
