import { spawn } from 'node:child_process'

/** What happened on a desktop, in wall-clock microseconds, and what was grabbed of it. */
export interface Happened {
  width: number
  height: number
  /** When each frame was taken. */
  taken: number[]
  /** Where the pointer is at a time. */
  pointer(us: number): { x: number; y: number }
  /** Size of the pointer's picture in pixels. */
  cursorPx: number
  presses: { us: number }[]
  keys: { us: number }[]
}

/** What comes within this of a press, and before the next act, answers it. */
const ANSWER_US = 500_000
/** A frame shows what was there some milliseconds after its time. */
const LATE_US = 8000
/** Frames longer before a press are not kept. */
const BEFORE_US = 1_000_000
const DIFFERS = 16
/** A caret that blinks is less. */
const LEAST_PIXELS = 40

/**
 * Which presses changed something on the screen besides the pointer, told by the frames themselves before they were
 * compressed.
 *
 * @param raw  the recording without loss
 * @throws Error when it does not have the frames that were taken
 */
export async function answered(raw: string, did: Happened): Promise<boolean[]> {
  const { width, height, taken, presses } = did
  const acts = [...presses, ...did.keys].map((a) => a.us)
  const open = presses.map(({ us }) => ({
    us,
    until: Math.min(us + ANSWER_US, ...acts.filter((a) => a > us)),
    before: null as { us: number; grey: Buffer } | null,
    changed: false,
  }))
  const reader = spawn(
    'ffmpeg',
    ['-v', 'fatal', '-i', raw, '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'gray', 'pipe:1'],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  )
  const size = width * height
  let grey = Buffer.alloc(size)
  let have = 0
  let n = 0
  for await (const chunk of reader.stdout as AsyncIterable<Buffer>) {
    for (let at = 0; at < chunk.length;) {
      const took = chunk.copy(grey, have, at)
      at += took
      have += took
      if (have < size) continue
      const us = taken[n++]
      if (us !== undefined && open.some((p) => us <= p.until && us + BEFORE_US > p.us)) {
        for (const p of open) {
          if (us + LATE_US <= p.us) p.before = { us, grey }
          else if (us > p.us && us <= p.until && p.before && !p.changed)
            p.changed = differs(p.before, { us, grey }, did)
        }
        grey = Buffer.alloc(size)
      }
      have = 0
    }
  }
  if (n !== taken.length) throw new Error(`${raw}: of ${taken.length} frames ${n} could be read.`)
  return open.map((p) => p.changed)
}

/** Whether two frames differ away from where the pointer is in either. */
function differs(
  a: { us: number; grey: Buffer },
  b: { us: number; grey: Buffer },
  { width, pointer, cursorPx }: Happened,
): boolean {
  const reach = cursorPx * 1.3 + 8
  const spots = [pointer(a.us), pointer(a.us + LATE_US), pointer(b.us), pointer(b.us + LATE_US)]
  let n = 0
  for (let i = 0; i < a.grey.length; i++) {
    const d = a.grey[i]! - b.grey[i]!
    if (d <= DIFFERS && d >= -DIFFERS) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    if (!spots.some((s) => Math.abs(x - s.x) < reach && Math.abs(y - s.y) < reach) && ++n >= LEAST_PIXELS) return true
  }
  return false
}
