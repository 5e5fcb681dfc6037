import { BESIDE, FILM, PEAKS_PER_SECOND } from '@/contract/beside'
import path from 'node:path'
import { ffmpeg, SAFE_INPUT } from '../media/ffmpeg'
import { rotationOf, type FileFacts, type FrameTimes, type ProbeStream } from '../media/probe'

/** Pictures from one key picture to the next: few, so that any one is found fast. */
const TAKE_GOP = 15
const PROXY_GOP = 8
/** The preview's copy is no wider than this. */
const PROXY_WIDTH = 960
const BT709 = ['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv']

/** How a recording came to be as it is kept, and in how many places it was found damaged on the way. */
export interface Conformed {
  copied: boolean
  damaged: number
}
export interface Steps {
  signal: AbortSignal
  onShare: (share: number) => void
}

const limitFor = (durationUs: number) => 300 + (durationUs / 1e6) * 20

const HDR = new Set(['smpte2084', 'arib-std-b67'])
const TONE_MAP = [
  'zscale=t=linear:npl=100',
  'format=gbrpf32le',
  'zscale=p=bt709',
  'tonemap=hable:desat=0',
  'zscale=t=bt709:m=bt709:r=tv',
  'format=yuv420p,',
].join(',')
/** High dynamic range (BT.2100 PQ or HLG) brought to BT.709; nothing otherwise. */
const toneMapped = (v: FileFacts['video']): string => (HDR.has(v?.color_transfer ?? '') ? TONE_MAP : '')

/**
 * The filter that gives all pictures of a recording square pixels and an even size, that of the first. One of another
 * size, as streams have them that change it on the way, is fitted into that.
 *
 * @param how  more for the filter that scales
 */
function sizing(v: ProbeStream, how: string): string {
  const lies = Math.abs(rotationOf(v)) % 180 === 90
  const [iw, ih] = lies ? [v.height!, v.width!] : [v.width!, v.height!]
  const [n = 1, d = 1] = (v.sample_aspect_ratio ?? '1:1').split(':').map(Number)
  const own = n > 0 && d > 0 ? n / d : 1
  const sar = Math.max(0.001, lies ? 1 / own : own)
  const even = (px: number) => Math.max(2, Math.trunc(px / 2) * 2)
  const [width, height] = [even(iw * Math.max(sar, 1)), even(ih / Math.min(sar, 1))]
  const shape = 'a*max(sar,0.001)'
  const fits = (side: number, by: string) =>
    `'if(eq(iw,${iw})*eq(ih,${ih}),${side},max(2,2*trunc(${side}*min(1,${by})/2)))'`
  const to = `${fits(width, `${shape}*${height}/${width}`)}:${fits(height, `${width}/${height}/(${shape})`)}`
  return `scale=${to}:eval=frame${how},pad=${width}:${height}:(ow-iw)/2:(oh-ih)/2:eval=frame`
}

/** Whether a recording can be taken as it is: H.264 in BT.709, upright, square pixels, at a constant rate. */
export function fitsAsItIs(facts: FileFacts, times: FrameTimes): boolean {
  const v = facts.video!
  const bt709 = v.color_space === 'bt709' || (v.color_space === undefined && v.height! >= 720)
  const square =
    v.sample_aspect_ratio === undefined || v.sample_aspect_ratio === '1:1' || v.sample_aspect_ratio === '0:1'
  const startsAtZero = Math.abs(Number(v.start_time ?? 0)) < 0.001
  return (
    times.constant &&
    !HDR.has(v.color_transfer ?? '') &&
    v.codec_name === 'h264' &&
    v.pix_fmt === 'yuv420p' &&
    bt709 &&
    v.color_range !== 'pc' &&
    square &&
    startsAtZero &&
    rotationOf(v) === 0 &&
    (v.field_order === undefined || v.field_order === 'progressive' || v.field_order === 'unknown') &&
    v.width! % 2 === 0 &&
    v.height! % 2 === 0
  )
}

/** Arguments by which a recording that fits is copied as it is, with its colours named. */
const copying = (source: string, out: string): string[] => [
  ...SAFE_INPUT,
  ...['-i', source, '-map', '0:v:0', '-map', '0:a:0?', '-c', 'copy', '-map_metadata', '-1'],
  '-bsf:v',
  'h264_metadata=colour_primaries=1:transfer_characteristics=1:matrix_coefficients=1:video_full_range_flag=0',
  ...['-movflags', '+faststart', out],
]

/** The filters that bring a recording's pictures to a constant rate, upright, and to limited BT.709. */
function conforming(v: NonNullable<FileFacts['video']>, { rate }: FrameTimes): string {
  const known =
    v.color_space === 'bt709' ||
    HDR.has(v.color_transfer ?? '') ||
    v.color_space === 'gbr' ||
    (v.pix_fmt ?? '').match(/rgb|bgr|pal8|gray/)
  const told = v.color_space?.startsWith('bt2020') ? 'bt2020' : v.color_space || v.height! < 720 ? 'bt601' : 'bt709'
  const matrix = known ? '' : `in_color_matrix=${told}:`
  const interlaced = v.field_order && !['progressive', 'unknown'].includes(v.field_order) ? 'yadif,' : ''
  // Halfway up, the filter rounds to the later picture; `start_time=0` holds the first one from the very start.
  const constant = `fps=${rate.num}/${rate.den}:start_time=0:round=near`
  const scale = sizing(v, `:${matrix}out_color_matrix=bt709:out_range=tv:flags=bicubic`)
  return `${toneMapped(v)}${interlaced}${constant},${scale},setsar=1,format=yuv420p`
}

/** Arguments by which a recording is encoded anew: key pictures close together, none that wait for later ones. */
const encoding = (source: string, out: string, filter: string, { rate }: FrameTimes): string[] => [
  ...SAFE_INPUT,
  // Begun anew for pictures of another size, filters would count their times from nothing.
  ...['-reinit_filter:v', '0', '-i', source, '-map', '0:v:0', '-map', '0:a:0?', '-vf', filter],
  ...['-fps_mode', 'passthrough', '-video_track_timescale'],
  String(rate.num * (90000 % rate.num === 0 ? 90000 / rate.num : 100)),
  ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '15', '-g', String(TAKE_GOP), '-bf', '0', ...BT709],
  ...['-c:a', 'aac', '-b:a', '192k', '-af', 'aresample=48000:async=1:first_pts=0'],
  ...['-map_metadata', '-1', '-movflags', '+faststart', out],
]

/**
 * Writes `take.mp4` into `dir`: the recording at a constant rate, every picture at its own time
 * (each instant of the new rate shows the picture nearest to it, counted from the start, so that
 * nothing drifts). A recording that fits is copied, not encoded again, unless it is to be encoded `anew`.
 */
export async function conformTake(
  { source, dir }: { source: string; dir: string },
  facts: FileFacts,
  times: FrameTimes,
  steps: Steps,
  { anew = false } = {},
): Promise<Conformed> {
  const out = path.join(dir, BESIDE.take)
  const copied = !anew && fitsAsItIs(facts, times)
  const damaged = await ffmpeg(
    copied ? copying(source, out) : encoding(source, out, conforming(facts.video!, times), times),
    {
      signal: steps.signal,
      limit: limitFor(facts.durationUs),
      onTime: (us: number) => steps.onShare(Math.min(1, us / Math.max(1, times.durationUs))),
    },
  )
  return { copied, damaged }
}

/**
 * Writes `proxy.mp4`, a small copy of the take for playing and seeking: quick to decode, key pictures close together,
 * the same frames.
 */
export async function writeProxy(
  dir: string,
  take: { width: number; height: number; durationUs: number },
  steps: Steps,
): Promise<{ width: number; height: number; damaged: number }> {
  const width = Math.min(PROXY_WIDTH, take.width)
  const height = Math.max(2, Math.round((width * take.height) / take.width / 2) * 2)
  const damaged = await ffmpeg(
    [
      ...SAFE_INPUT,
      '-i',
      path.join(dir, BESIDE.take),
      '-map',
      '0:v:0',
      '-vf',
      `scale=${width}:${height}:flags=area`,
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-tune',
      'fastdecode',
      '-crf',
      '19',
      '-g',
      String(PROXY_GOP),
      '-bf',
      '0',
      '-fps_mode',
      'passthrough',
      ...BT709,
      '-movflags',
      '+faststart',
      path.join(dir, BESIDE.proxy),
    ],
    {
      signal: steps.signal,
      limit: limitFor(take.durationUs),
      onTime: (us) => steps.onShare(Math.min(1, us / Math.max(1, take.durationUs))),
    },
  )
  return { width, height, damaged }
}

/**
 * Writes `film.jpg`, small pictures of the take at even times, ten to a row; gives the seconds from one to the next.
 */
export async function writeFilm(
  dir: string,
  durationUs: number,
  steps: Steps,
): Promise<{ stepUs: number; count: number }> {
  const stepUs = Math.max(1_000_000, Math.ceil(durationUs / FILM.most / 1e6) * 1e6)
  const count = Math.max(1, Math.ceil(durationUs / stepUs))
  const rows = Math.ceil(count / FILM.columns)
  await ffmpeg(
    [
      '-skip_frame',
      'nokey',
      ...SAFE_INPUT,
      '-i',
      path.join(dir, BESIDE.proxy),
      '-an',
      '-vf',
      `fps=1000000/${stepUs}:round=up:eof_action=pass,scale=${FILM.width}:'max(2,2*round(ow*ih/iw/2))',` +
        `tile=${FILM.columns}x${rows}`,
      '-frames:v',
      '1',
      '-q:v',
      '5',
      path.join(dir, BESIDE.film),
    ],
    { signal: steps.signal, limit: limitFor(durationUs) },
  )
  return { stepUs, count }
}

/** Loudness peaks of a sound. */
export async function writePeaks(
  source: string,
  durationUs: number,
  steps: Steps,
): Promise<{ peaks: Buffer; damaged: number }> {
  const every = 8000 / PEAKS_PER_SECOND
  const peaks: number[] = []
  let held = 0
  let peak = 0
  let odd: number | null = null
  const sample = (low: number, high: number) => {
    const v = Math.abs((((high << 8) | low) << 16) >> 16)
    if (v > peak) peak = v
    if (++held === every) {
      peaks.push(Math.min(255, Math.round(peak / 128.5)))
      held = 0
      peak = 0
    }
  }
  const damaged = await ffmpeg(
    [
      ...SAFE_INPUT,
      '-i',
      source,
      '-map',
      '0:a:0',
      '-af',
      'aresample=8000:async=1:first_pts=0',
      '-ac',
      '1',
      '-f',
      's16le',
      'pipe:1',
    ],
    {
      signal: steps.signal,
      limit: limitFor(durationUs),
      onTime: (us) => steps.onShare(Math.min(1, us / Math.max(1, durationUs))),
      onData: (chunk) => {
        let i = 0
        if (odd !== null && chunk.length) {
          sample(odd, chunk[0]!)
          i = 1
          odd = null
        }
        for (; i + 1 < chunk.length; i += 2) sample(chunk[i]!, chunk[i + 1]!)
        if (i < chunk.length) odd = chunk[i]!
      },
    },
  )
  return { peaks: Buffer.from(peaks), damaged }
}
