import { readFileSync } from 'node:fs'
import path from 'node:path'
import type { Trace } from '@/core/trace'
import { linesIn, PointerFinder, RegionTracker, type FrameSight, type Looked } from '@/core/vision'
import { exactTimes } from '../media/probe'
import { appRoot } from '../root'
import { eachFrame, greyOf } from './frames'
import { inWords } from '../../words/words'

export interface FoundTrace {
  width: number
  height: number
  frames: number
  /** What the edges of windows, dialogs and panels tell, a look every half second. */
  looks: Looked[]
}

const visionCode = () => new WebAssembly.Module(readFileSync(path.join(appRoot(), 'wasm/vision.wasm')))

/** Where a person says that the pointer is: seconds from the recording's first frame, pixels of the recording. */
export interface PointedAt {
  t: number
  x: number
  y: number
}
/** How often the edges of what is on the screen are looked at, in seconds. */
const LOOK_S = 0.5
/** So many seconds on both sides of it are searched again. */
const REACH_S = 6

/**
 * Finds the pointer in the pixels of a recording, frame by frame; needs no picture of it. Blocks between two pieces of
 * work: run it in a process of its own.
 *
 * @param give     called for each frame in order
 * @param onShare  how far it has come, 0 to 1
 * @param at       where the pointer is for certain: then only the seconds around it are searched
 * @throws Error with a sentence when the file cannot be read as a recording
 */
export async function findPointer(
  file: string,
  give: (frame: FrameSight) => void,
  onShare: (share: number) => void,
  at: PointedAt | null = null,
): Promise<FoundTrace> {
  const [{ width, height, filter }, all] = await Promise.all([greyOf(file), exactTimes(file)])
  const code = visionCode()
  let times = all
  if (at) times = (times ?? []).filter((t) => Math.abs(t - at.t) <= REACH_S)
  if (times?.length === 0) throw new Error(`${file}: it has no frame near ${at!.t} seconds.`)
  const pointed = at && times && { frame: nearest(times, at.t), x: at.x, y: at.y }
  let given = 0
  const looks: Looked[] = []
  const finder = new PointerFinder(
    code,
    width,
    height,
    (found, altered) => {
      give({ t: times?.[given] ?? given / 30, found, altered })
      given++
    },
    pointed,
  )
  const read = await eachFrame(
    file,
    filter,
    finder.grey,
    (n) => {
      finder.add()
      const t = times?.[n] ?? n / 30
      if (!at && t >= (looks.at(-1)?.t ?? -LOOK_S) + LOOK_S - 1e-6)
        looks.push({ t, lines: linesIn(finder.grey, width, height) })
      if (n % 64 === 63) onShare(Math.min(0.99, n / Math.max(1, times?.length ?? n)))
      return !at || n + 1 < times!.length
    },
    at ? { from: Math.max(0, times![0]! - 0.001), length: 2 * REACH_S + 1 } : undefined,
  )
  finder.end()
  if (read === 0) throw new Error(`${file}: none of its frames can be decoded. Save it again as an MP4.`)
  onShare(1)
  return { width, height, frames: read, looks }
}

const nearest = (times: number[], t: number) =>
  times.reduce((best, v, i) => (Math.abs(v - t) < Math.abs(times[best]! - t) ? i : best), 0)

/**
 * Where a region is over a passage of a recording: seconds from the recording's first frame, its top left corner,
 * whether it is in sight.
 */
export interface RegionPlace {
  t: number
  x: number
  y: number
  seen: boolean
}

/**
 * Follows what a rectangle shows at a time through the frames after it.
 *
 * @param rect  x, y, w, h in pixels of the recording
 * @param log   what was logged of the recording, if anything was: its turns of the wheel tell rows that look the same
 *   apart
 * @throws Error with a sentence when there is too little in the rectangle to hold on to, or the file cannot be read
 */
export async function followRegion(
  file: string,
  from: number,
  to: number,
  rect: readonly [number, number, number, number],
  log: Trace | null = null,
): Promise<RegionPlace[]> {
  const [{ width, height, filter }, all] = await Promise.all([greyOf(file), exactTimes(file)])
  const times = (all ?? []).filter((t) => t >= from - 0.002 && t <= to + 0.002)
  if (times.length === 0) throw new Error(`${file}: it has no frame between ${from} and ${to} seconds.`)
  const tracker = new RegionTracker(visionCode(), width, height)
  const out: RegionPlace[] = []
  let plain = false
  const wheel = log?.events.filter((e) => e.type === 'wheel' && e.t > times[0]!) ?? []
  let next = 0
  /** How far the wheel was turned since the frame before. */
  const turnedUntil = (t: number) => {
    const sum = { x: 0, y: 0 }
    for (let e = wheel[next]; e?.type === 'wheel' && e.t <= t; e = wheel[++next]) {
      sum.x += (e.deltaX * width) / log!.width
      sum.y += (e.deltaY * width) / log!.width
    }
    return sum
  }
  await eachFrame(
    file,
    filter,
    tracker.grey,
    (n) => {
      if (n === 0 && !tracker.start(...rect)) {
        plain = true
        return false
      }
      const at = n === 0 ? { x: rect[0], y: rect[1], seen: true } : tracker.next(turnedUntil(times[n] ?? Infinity))
      if (n < times.length) out.push({ t: times[n]!, ...at })
      return n + 1 < times.length
    },
    { from: times[0]! - 0.001 > 0 ? times[0]! - 0.001 : 0, length: to - from + 1 },
  )
  if (plain) throw new Error(inWords('pointer.thereIsTooLittleIn'))
  return out
}
