import { counted } from '@/core/formats/counted'
import { besideUrl, FILM } from '@/contract/beside'
import { memo } from 'react'
import { moveClip, overlapClip, slipClip, stretchClip, trimClip, type Edit } from '@/core/edits'
import { clipEnd, sourceUsAt, type Clip } from '@/core/lesson/clips'
import { isStill, speedOf } from '@/core/lesson/timeMap'
import { caught, isTiedTo, type Catch } from '@/core/moments'
import { desk, goTo, select, setDesk, useDesk, useShownPart } from '../state/desk'
import { filmHeight } from '../kit/film'
import { LevelLine } from './LevelLine'
import { Notches } from './Notches'
import { useTimeDrag } from './useTimeDrag'
import { CATCH_PX, useView } from '../state/view'
import { Wave } from './Wave'

/** Poses are drawn on what is at least so long. */
const NOTCHED_PX = 36
type Part = 'body' | 'start' | 'end'
/**
 * How it is dragged: `free`, past what would catch it; `other`, its footage not itself, its speed not its end; `over`,
 * so that it lies over its neighbour and they fade into each other.
 */
interface How {
  free: boolean
  other: boolean
  over: boolean
}

/** A take or a sound on its track, with its film strip or its waveform: drag to move, its ends to trim. */
export const ClipBar = memo(function ClipBar({
  clip,
  top,
  height,
  onCatch,
  from,
  to,
  frameAt,
}: {
  clip: Clip
  /** Pixels from the top of its track, and how high it may be. */
  top: number
  height: number
  onCatch: (c: Catch | null) => void
  from: number
  to: number
  frameAt: (x: number) => number
}) {
  const { pxPerFrame } = useView()
  const media = useShownPart((t) => t.lesson.media)
  const rate = useShownPart((t) => t.lesson.rate)
  const selected = useDesk((b) => b.elements.includes(clip.id))
  const { begin, hand } = useTimeDrag()
  const medium = media[clip.media]
  if (!medium) return null

  /** A frame that a dragged edge slips onto, when one is within reach: a cut, a moment, the playhead. */
  const slip = (frame: number): number => {
    const { timed, playhead } = desk()
    const reach = CATCH_PX / pxPerFrame
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
  const changeFor = (part: Part, by: number, how: How, was: Clip): Edit => {
    const near = how.free ? (f: number) => f : slip
    if (how.other && part === 'body') return slipClip(clip.id, -by)
    if (how.other)
      return stretchClip(clip.id, part as 'start' | 'end', near((part === 'start' ? was.at : clipEnd(was)) + by))
    if (part === 'start') return trimClip(clip.id, 'start', near(was.at + by))
    if (part === 'end') return trimClip(clip.id, 'end', near(clipEnd(was) + by))
    if (how.over) return overlapClip(clip.id, was.at + by)
    const start = near(was.at + by)
    if (start !== was.at + by) return moveClip(clip.id, start)
    return moveClip(clip.id, near(clipEnd(was) + by) - was.length)
  }
  const grasp = (part: Part) => (e: React.PointerEvent) => {
    if (e.button !== 0) return
    e.stopPropagation()
    if (e.shiftKey) select([...new Set([...desk().elements, clip.id])])
    else if (!selected) select([clip.id])
    setDesk({ moment: null, keys: [] })
    const was = clip
    begin(e, {
      label: part === 'body' ? `Move “${element.name}”` : `Trim “${element.name}”`,
      change: (by, now) =>
        changeFor(part, by, { free: now.altKey, other: now.ctrlKey || now.metaKey, over: now.shiftKey }, was),
      click: (now) => {
        // What is taken together is chosen as one; a second press chooses one of it.
        if (selected && !now.shiftKey && desk().elements.length > 1) select([clip.id], true)
        goTo(frameAt(now.clientX))
      },
    })
  }
  const handlers = (part: Part) => ({ onPointerDown: grasp(part), ...hand })
  const width = clip.length * pxPerFrame
  const tall = height - 6
  const speed = speedOf(clip.map)
  const { element } = clip
  /** What stands on it: its name, and what is particular about how it plays. */
  const told = [
    element.name,
    ...(speed && speed.num !== speed.den ? [`${Math.round((100 * speed.num) / speed.den)} %`] : []),
    ...(!speed && !isStill(clip.map) ? ['changing speed'] : []),
    ...(clip.muted ? ['muted'] : []),
    ...(medium.kind !== 'picture' && isStill(clip.map) ? ['freeze'] : []),
  ].join(' · ')
  const film = medium.aids?.film
  const shape = medium.width && medium.height ? medium.height / medium.width : 9 / 16
  const each = Math.max(8, tall / shape)
  const pieces: { x: number; n: number }[] = []
  if (film) {
    for (
      let x = Math.max(0, Math.floor(((from - clip.at) * pxPerFrame) / each) * each);
      x < Math.min(width, (to - clip.at) * pxPerFrame);
      x += each
    ) {
      pieces.push({
        x,
        n: Math.min(
          film.count - 1,
          Math.max(0, Math.round(sourceUsAt(clip, clip.at + x / pxPerFrame, rate) / film.stepUs)),
        ),
      })
    }
  }
  const shrink = each / FILM.width
  return (
    <div
      data-clip={clip.id}
      className="absolute z-[6] cursor-grab"
      style={{ left: clip.at * pxPerFrame, width: Math.max(4, width), top, height: tall }}
      {...handlers('body')}
    >
      <div
        data-clip-face
        role="button"
        tabIndex={0}
        aria-pressed={selected}
        aria-label={`${told}, ${counted(clip.length, 'frame')}`}
        className={
          `absolute inset-0 overflow-hidden rounded border ` +
          (`${selected ? 'border-accent ring-2 ring-accent' : 'border-ink/60'} ` +
            (`${medium.kind === 'sound' ? 'bg-[#e9e2d0]' : 'bg-surround'} ` +
              `${clip.muted && medium.kind === 'sound' ? 'opacity-60' : ''}`))
        }
        onKeyDown={(k) => {
          if (k.key === 'Enter') {
            k.stopPropagation()
            select([clip.id])
            setDesk({ moment: null })
          }
        }}
      >
        {pieces.map(({ x, n }) => (
          <span
            key={x}
            className="pointer-events-none absolute top-0 h-full"
            style={{
              left: x,
              width: each,
              backgroundImage: `url(${besideUrl(medium.sha256, 'film')})`,
              backgroundSize: `${FILM.width * FILM.columns * shrink}px auto`,
              backgroundPosition:
                `-${(n % FILM.columns) * each}px ` + `-${Math.floor(n / FILM.columns) * filmHeight(shape) * shrink}px`,
            }}
          />
        ))}
        {medium.kind === 'picture' && (
          <span
            className="pointer-events-none absolute inset-0 bg-contain bg-left bg-repeat-x"
            style={{ backgroundImage: `url(/${medium.file})` }}
          />
        )}
        {medium.kind === 'sound' && (
          <span className="absolute inset-0">
            <Wave clip={clip} height={tall - 2} from={from} to={to} colour="#5d7a6a" />
          </span>
        )}
        <span
          className={
            `pointer-events-none absolute bottom-0 left-0 max-w-full truncate px-1 text-[11px] ` +
            `${medium.kind === 'sound' ? 'bg-[#e9e2d0]/80 text-ink' : 'bg-black/60 text-white'}`
          }
        >
          {told}
        </span>
      </div>
      {element.poses.length > 0 && width >= NOTCHED_PX && medium.kind !== 'sound' && (
        <Notches
          element={element}
          span={{ from: clip.at, to: clipEnd(clip), startLost: false, endLost: false }}
          onCatch={onCatch}
        />
      )}
      {(selected || element.poses.length > 0) && medium.kind === 'sound' && !clip.muted && (
        <LevelLine clip={clip} height={tall} from={from} to={to} frameAt={frameAt} held={selected} />
      )}
      {(['start', 'end'] as const).map((side) => (
        <span
          key={side}
          data-side={side}
          className={
            `absolute inset-y-0 w-2 cursor-ew-resize bg-white/25 ` +
            `hover:bg-accent/60 ${side === 'start' ? 'left-0' : 'right-0'}`
          }
          {...handlers(side)}
        />
      ))}
    </div>
  )
})
