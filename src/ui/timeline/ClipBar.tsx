import { besideUrl, FILM } from '@/contract/beside'
import { memo } from 'react'
import { draggedClip, type ClipPart } from '@/core/edits'
import { clipEnd, sourceUsAt, type Clip } from '@/core/lesson/clips'
import { isStill, speedOf } from '@/core/lesson/timeMap'
import type { Medium } from '@/core/lesson/schema'
import type { Catch } from '@/core/moments'
import { desk, goTo, select, selectAlone, setDesk, useDesk, useShownPart } from '../state/desk'
import { filmHeight } from '../kit/film'
import { LevelLine } from './LevelLine'
import { Notches } from './Notches'
import { leaveTracks, trackUnder } from './overTrack'
import { useTimeDrag } from './useTimeDrag'
import { CATCH_PX, useView } from '../state/view'
import { Wave } from './Wave'
import { inWords, said } from '../../words/words'

/** Poses are drawn on what is at least so long. */
const NOTCHED_PX = 36

interface ClipBarProps {
  clip: Clip
  /** Pixels from the top of its track, and how high it may be. */
  top: number
  height: number
  onCatch: (c: Catch | null) => void
  from: number
  to: number
  frameAt: (x: number) => number
}

/** Drags of a clip's bar and its ends; a press goes where it was pressed. */
function useClipDrags(clip: Clip, frameAt: ClipBarProps['frameAt']) {
  const { pxPerFrame } = useView()
  const selected = useDesk((b) => b.elements.includes(clip.id))
  const { begin, hand } = useTimeDrag()
  const { name } = clip.element
  const grasp = (part: ClipPart) => (e: React.PointerEvent) => {
    if (e.button !== 0) return
    e.stopPropagation()
    // Dragged with Ctrl its footage slips; pressed with it, it is chosen as well, or not any more.
    const more = e.ctrlKey || e.metaKey
    if (e.shiftKey) select([...new Set([...desk().elements, clip.id])])
    else if (!selected && !more) select([clip.id])
    setDesk({ moment: null, keys: [] })
    begin(e, {
      label: part === 'body' ? said('timeline.move', name) : said('timeline.trim', name),
      upright: part === 'body',
      over: leaveTracks,
      change: (by, now) => {
        const track = part === 'body' ? trackUnder(now, clip.track) : null
        if (by === 0 && !track) return null
        return draggedClip(desk().timed, clip, part, {
          track,
          by,
          reach: CATCH_PX / pxPerFrame,
          free: now.altKey,
          other: now.ctrlKey || now.metaKey,
          over: now.shiftKey,
          playhead: desk().playhead,
        })
      },
      click: (now) => {
        if (more) {
          const { elements } = desk()
          select(selected ? elements.filter((x) => x !== clip.id) : [...elements, clip.id])
          return
        }
        // What is taken together is chosen as one; a second press chooses one of it.
        if (selected && !now.shiftKey && desk().elements.length > 1) selectAlone([clip.id])
        goTo(frameAt(now.clientX))
      },
    })
  }
  return (part: ClipPart) => ({ onPointerDown: grasp(part), ...hand })
}

/** A take or a sound on its track, with its film strip or its waveform: drag to move, its ends to trim. */
export const ClipBar = memo(function ClipBar({ clip, top, height, onCatch, from, to, frameAt }: ClipBarProps) {
  const { pxPerFrame } = useView()
  const medium = useShownPart((t) => t.lesson.media)[clip.media]
  const selected = useDesk((b) => b.elements.includes(clip.id))
  const handlers = useClipDrags(clip, frameAt)
  if (!medium) return null
  const width = clip.length * pxPerFrame
  const tall = height - 6
  const posed = clip.element.poses.length > 0
  const sounds = medium.kind === 'sound'
  return (
    <div
      data-clip={clip.id}
      className="absolute z-[6] cursor-grab"
      style={{ left: clip.at * pxPerFrame, width: Math.max(4, width), top, height: tall }}
      {...handlers('body')}
    >
      <Face clip={clip} medium={medium} tall={tall} from={from} to={to} />
      {posed && width >= NOTCHED_PX && !sounds && (
        <Notches
          element={clip.element}
          span={{ from: clip.at, to: clipEnd(clip), startLost: false, endLost: false }}
          onCatch={onCatch}
        />
      )}
      {(selected || posed) && sounds && !clip.muted && (
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

/** What stands on a clip: its name, and what is particular about how it plays. */
function toldOf({ element, map, muted }: Clip, medium: Medium): string {
  const speed = speedOf(map)
  return [
    element.name,
    ...(speed && speed.num !== speed.den ? [`${Math.round((100 * speed.num) / speed.den)} %`] : []),
    ...(!speed && !isStill(map) ? [inWords('timeline.changingSpeed')] : []),
    ...(muted ? [inWords('timeline.muted')] : []),
    ...(medium.kind !== 'picture' && isStill(map) ? [inWords('timeline.freeze')] : []),
  ].join(' · ')
}

interface FaceProps {
  clip: Clip
  medium: Medium
  tall: number
  from: number
  to: number
}
/** What a clip looks like on its track. */
function Face({ clip, medium, tall, from, to }: FaceProps) {
  const selected = useDesk((b) => b.elements.includes(clip.id))
  const told = toldOf(clip, medium)
  const sounds = medium.kind === 'sound'
  return (
    <div
      data-clip-face
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${told}, ${inWords('counts.frame', clip.length)}`}
      className={
        `absolute inset-0 overflow-hidden rounded border ` +
        `${selected ? 'border-accent ring-2 ring-accent' : 'border-ink/60'} ` +
        `${sounds ? 'bg-[#e9e2d0]' : 'bg-surround'} ${clip.muted && sounds ? 'opacity-60' : ''}`
      }
      onKeyDown={(k) => {
        if (k.key !== 'Enter') return
        k.stopPropagation()
        select([clip.id])
        setDesk({ moment: null })
      }}
    >
      <Strip clip={clip} medium={medium} tall={tall} from={from} to={to} />
      {medium.kind === 'picture' && (
        <span
          className="pointer-events-none absolute inset-0 bg-contain bg-left bg-repeat-x"
          style={{ backgroundImage: `url(/${medium.file})` }}
        />
      )}
      {sounds && (
        <span className="absolute inset-0">
          <Wave clip={clip} height={tall - 2} from={from} to={to} colour="#5d7a6a" />
        </span>
      )}
      <span
        className={
          `pointer-events-none absolute bottom-0 left-0 max-w-full truncate px-1 text-[11px] ` +
          `${sounds ? 'bg-[#e9e2d0]/80 text-ink' : 'bg-black/60 text-white'}`
        }
      >
        {told}
      </span>
    </div>
  )
}

/** The pictures of a take that are in sight, side by side. */
function Strip({ clip, medium, tall, from, to }: FaceProps) {
  const { pxPerFrame } = useView()
  const rate = useShownPart((t) => t.lesson.rate)
  const film = medium.aids?.film
  if (!film) return null
  const shape = medium.width && medium.height ? medium.height / medium.width : 9 / 16
  const each = Math.max(8, tall / shape)
  const shrink = each / FILM.width
  const first = Math.max(0, Math.floor(((from - clip.at) * pxPerFrame) / each))
  const end = Math.min(clip.length, to - clip.at) * pxPerFrame
  const pieces = Array.from({ length: Math.max(0, Math.ceil(end / each) - first) }, (_, i) => {
    const x = (first + i) * each
    const n = Math.round(sourceUsAt(clip, clip.at + x / pxPerFrame, rate) / film.stepUs)
    return { x, n: Math.min(film.count - 1, Math.max(0, n)) }
  })
  return pieces.map(({ x, n }) => (
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
  ))
}
