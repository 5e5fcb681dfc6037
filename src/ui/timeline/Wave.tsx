import { besideUrl, PEAKS_PER_SECOND } from '@/contract/beside'
import { useEffect, useRef, useState } from 'react'
import { clipEnd, sourceUsAt, type Clip } from '@/core/lesson/clips'
import { gainsOf } from '@/core/sound'
import { useShown } from '../state/desk'
import { useView } from '../state/view'

const loads = new Map<string, Promise<Uint8Array>>()
/** The loudness peaks of a medium. */
export const peaksOf = (sha: string): Promise<Uint8Array> => {
  let load = loads.get(sha)
  if (!load)
    loads.set(
      sha,
      (load = fetch(besideUrl(sha, 'peaks')).then(async (r) =>
        r.ok ? new Uint8Array(await r.arrayBuffer()) : new Uint8Array(),
      )),
    )
  return load
}

const known = new Map<string, Uint8Array>()
/** The loudness peaks of a medium, as far as they are here. */
export const peaksNow = (sha: string): Uint8Array | null => {
  void peaksOf(sha).then((p) => known.set(sha, p))
  return known.get(sha) ?? null
}

/** The loudness of a clip as it is heard, with its level, fades and what lowers it, for the part of it in sight. */
export function Wave({
  clip,
  height,
  from,
  to,
  colour,
}: {
  clip: Clip
  height: number
  from: number
  to: number
  colour: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const timed = useShown()
  const { lesson } = timed
  const { pxPerFrame } = useView()
  const medium = lesson.media[clip.media]
  const [peaks, setPeaks] = useState<Uint8Array | null>(null)
  useEffect(() => {
    if (medium?.aids?.peaks)
      void peaksOf(medium.sha256).then((p) => {
        known.set(medium.sha256, p)
        setPeaks(p)
      })
  }, [medium?.sha256, medium?.aids?.peaks])
  const first = Math.max(clip.at, Math.floor(from))
  const last = Math.min(clipEnd(clip), Math.ceil(to))
  const width = Math.max(1, Math.round((last - first) * pxPerFrame))
  useEffect(() => {
    const ctx = canvas.current?.getContext('2d')
    if (!ctx || !peaks) return
    ctx.clearRect(0, 0, width, height)
    ctx.fillStyle = clip.muted ? '#c9bda6' : colour
    const gain = gainsOf(timed, clip)
    const indexAt = (x: number) => (sourceUsAt(clip, first + x / pxPerFrame, lesson.rate) * PEAKS_PER_SECOND) / 1e6
    for (let x = 0; x < width; x++) {
      let peak = 0
      for (let i = Math.max(0, Math.floor(indexAt(x))), end = Math.max(i + 1, Math.floor(indexAt(x + 1))); i < end; i++)
        peak = Math.max(peak, peaks[i] ?? 0)
      const h = Math.max(1, Math.min(1, (peak / 255) * gain(Math.floor(first + x / pxPerFrame))) * height)
      ctx.fillRect(x, (height - h) / 2, 1, h)
    }
  }, [peaks, width, height, first, pxPerFrame, clip, lesson.rate, colour, timed])
  return (
    <canvas
      ref={canvas}
      width={width}
      height={height}
      className="pointer-events-none absolute top-0"
      style={{ left: (first - clip.at) * pxPerFrame }}
      aria-hidden
    />
  )
}
