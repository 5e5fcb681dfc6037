import { clipEnd, type Clip } from '../../lesson/clips'
import { caught, isTiedTo } from '../../moments'
import type { Timed } from '../../timing'
import type { Edit } from '../ground/act'
import { moveClip, trimClip } from './clips'
import { overlapClip, slipClip, stretchClip } from './clipwork'

/** What of a clip's bar is dragged: all of it, or an end. */
export type ClipPart = 'body' | 'start' | 'end'

/** How a clip's bar is dragged. */
export interface ClipDrag {
  /** Frames to the right. */
  by: number
  /** It slips onto what lies so many frames near; 0: only onto what lies exactly there. */
  reach: number
  /** It slips onto nothing. */
  free: boolean
  /** Its footage is dragged, not itself; by an end, its speed, not its end. */
  other: boolean
  /** It lies over its neighbour, and they fade into each other. */
  over: boolean
  playhead: number
  /** The track that it is dragged onto, where that is another. */
  track?: string | null
}

/**
 * The frame that a dragged edge slips onto, where a cut, a moment of something else or the playhead is within reach;
 * else the frame itself.
 */
function slipped(timed: Timed, clip: Clip, frame: number, { reach, free, playhead }: ClipDrag): number {
  if (free) return frame
  const own = new Set([`cut:${clip.id}:start`, `cut:${clip.id}:end`])
  const hit = caught(
    timed.moments.values(),
    frame,
    reach,
    (m) => !own.has(m.id) && isTiedTo(m) && m.media !== clip.media,
  )
  if (hit) return hit.frame
  return Math.abs(playhead - frame) <= reach ? playhead : frame
}

/**
 * The edit that a drag of a clip's bar stands for.
 *
 * @param clip  as it stood before the drag
 */
export function draggedClip(timed: Timed, clip: Clip, part: ClipPart, drag: ClipDrag): Edit {
  const near = (frame: number) => slipped(timed, clip, frame, drag)
  const { by, other, over } = drag
  const at = { start: clip.at, end: clipEnd(clip) }
  if (part !== 'body') {
    const frame = near(at[part] + by)
    return other ? stretchClip(clip.id, part, frame) : trimClip(clip.id, part, frame)
  }
  if (other) return slipClip(clip.id, -by)
  if (over) return overlapClip(clip.id, at.start + by)
  const start = near(at.start + by)
  const to = start !== at.start + by ? start : near(at.end + by) - clip.length
  return drag.track ? moveClip(clip.id, to, drag.track) : moveClip(clip.id, to)
}
