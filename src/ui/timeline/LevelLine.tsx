import { useState } from 'react'
import { removeKeys, setLevelAt, shiftKeys, shiftLevel, type Edit } from '@/core/edits'
import { clipEnd, type Clip } from '@/core/lesson/clips'
import { LEVEL_PATH } from '@/core/kinds'
import { motionOf, type Move } from '@/core/motion'
import { levelDbAt } from '@/core/sound'
import { desk, edit, useShown } from '../state/desk'
import { useTimeDrag } from './useTimeDrag'
import { useView } from '../state/view'
import { inWords, said } from '../../words/words'

/** The line lies at the top for the first, at the bottom for the second; dB. */
const RANGE = { top: 12, bottom: -36 }
/** It is drawn through a point every so many pixels. */
const STEP_PX = 3
const told = (db: number) => inWords('timeline.db', db > 0 ? '+' : '', db.toFixed(1))

/** What of the line is dragged: up or down, and along as well where that is wanted. */
interface LevelDrags {
  upright: (by: number) => Edit
  along?: (frames: number) => Edit
}
/** The level that is being set, and where. */
interface LevelAt {
  frame: number
  db: number
}
/** Drags of the line and its points: up or down from where it was grabbed, or along, as they were begun. */
function useLevelDrags(clip: Clip, dbPerPx: number) {
  const { begin, hand } = useTimeDrag()
  const [at, setAt] = useState<LevelAt | null>(null)
  const grasp = (e: React.PointerEvent, frame: number, { upright, along }: LevelDrags) => {
    e.stopPropagation()
    if (e.button !== 0 || e.altKey) return
    const grabbed = { x: e.clientX, y: e.clientY }
    const was = levelDbAt(desk().timed, clip, frame)
    let way: 'upright' | 'along' | null = along ? null : 'upright'
    begin(e, {
      label: said('timeline.levelOf', clip.element.name),
      upright: true,
      over: () => setAt(null),
      change: (frames, now) => {
        way ??= Math.abs(now.clientX - grabbed.x) > Math.abs(now.clientY - grabbed.y) ? 'along' : 'upright'
        if (way === 'along') {
          setAt({ frame: frame + frames, db: was })
          return frames === 0 ? null : along!(frames)
        }
        const each = now.shiftKey ? 10 : 2
        const by = Math.round((grabbed.y - now.clientY) * dbPerPx * (now.shiftKey ? 0.1 : 1) * each) / each
        setAt({ frame, db: was + by })
        return by === 0 ? null : upright(by)
      },
    })
  }
  return { grasp, hand, at }
}

interface LevelLineProps {
  clip: Clip
  height: number
  /** Frames of the lesson that are in sight. */
  from: number
  to: number
  frameAt: (clientX: number) => number
  /** Whether it can be dragged, not only seen. */
  held: boolean
}
/**
 * The level of a clip along its time. Where the clip is selected: drag the line up or down for all of it, double-click
 * it for a point, drag a point up and down or, as it was begun, along; Alt-click takes one away. With Shift a drag goes
 * in tenths of a dB.
 */
export function LevelLine({ clip, height, from, to, frameAt, held }: LevelLineProps) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const { grasp, hand, at } = useLevelDrags(clip, 48 / (height - 4))
  const y = (db: number) => ((RANGE.top - Math.max(RANGE.bottom, Math.min(RANGE.top, db))) * (height - 4)) / 48 + 2
  const x = (frame: number) => (frame - clip.at) * pxPerFrame
  const first = Math.max(clip.at, Math.floor(from))
  const last = Math.min(clipEnd(clip) - 1, Math.ceil(to))
  if (last <= first) return null
  const points = motionOf(timed, clip.element).moves.filter(
    (m) => LEVEL_PATH in m.pose.values && m.to >= clip.at && m.to < clipEnd(clip),
  )
  const step = Math.max(1, Math.round(STEP_PX / pxPerFrame))
  const frames =
    points.length > 0
      ? [...Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => first + i * step), last]
      : [first, last]
  const line = frames.map((f) => `${x(f).toFixed(1)},${y(levelDbAt(timed, clip, f)).toFixed(1)}`).join(' ')
  const { name } = clip.element
  return (
    <>
      <svg
        className="absolute top-0 left-0 overflow-visible"
        width={1}
        height={height}
        data-level-line
        aria-label={inWords('timeline.levelOf', name)}
        pointerEvents={held ? undefined : 'none'}
      >
        <polyline points={line} fill="none" stroke="#fffaf0" strokeWidth={3.5} className="pointer-events-none" />
        <polyline points={line} fill="none" stroke="#8a3b12" strokeWidth={1.5} className="pointer-events-none" />
        <polyline
          points={line}
          fill="none"
          stroke="transparent"
          strokeWidth={9}
          strokeLinejoin="round"
          pointerEvents={held ? 'stroke' : 'none'}
          className="cursor-ns-resize"
          onPointerDown={(e) => grasp(e, frameAt(e.clientX), { upright: (by) => shiftLevel(clip.id, by) })}
          onDoubleClick={(e) => {
            e.stopPropagation()
            const frame = Math.min(last, Math.max(first, frameAt(e.clientX)))
            edit(said('timeline.aPointOfTheLevel', name), setLevelAt(clip.id, frame, levelDbAt(timed, clip, frame)))
          }}
          {...hand}
        >
          <title>{inWords('timeline.dragUpOrDownDouble')}</title>
        </polyline>
        {points.map((m) => (
          <LevelPoint
            key={m.pose.id}
            clip={clip}
            move={m}
            x={x(m.to)}
            y={y(levelDbAt(timed, clip, m.to))}
            hand={{ grasp, hand }}
          />
        ))}
      </svg>
      {at && (
        <span
          className="figures pointer-events-none absolute z-10 rounded bg-ink px-1 text-[11px] text-white"
          style={{ left: x(at.frame) + 8, top: Math.min(height - 16, y(at.db) + 4) }}
        >
          {told(at.db)}
        </span>
      )}
    </>
  )
}

/** A point of the line: a keyframe of the level. */
function LevelPoint({
  clip,
  move: { pose, to },
  x,
  y,
  hand: { grasp, hand },
}: {
  clip: Clip
  move: Move
  x: number
  y: number
  hand: Pick<ReturnType<typeof useLevelDrags>, 'grasp' | 'hand'>
}) {
  const timed = useShown()
  const key = { element: clip.id, pose: pose.id, path: LEVEL_PATH }
  return (
    <circle
      data-level-point
      cx={x}
      cy={y}
      r={4.5}
      fill="#fffaf0"
      stroke="#8a3b12"
      strokeWidth={1.5}
      className="cursor-ns-resize"
      onPointerDown={(e) => {
        const was = levelDbAt(desk().timed, clip, to)
        grasp(e, to, {
          upright: (by) => setLevelAt(clip.id, to, was + by),
          along: (frames) => shiftKeys([key], frames),
        })
      }}
      onClick={(e) => {
        if (!e.altKey) return
        e.stopPropagation()
        edit(said('timeline.takeAPointOffThe', clip.element.name), removeKeys([key]))
      }}
      {...hand}
    >
      <title>{inWords('timeline.dragOrAltClickTo', told(levelDbAt(timed, clip, to)))}</title>
    </circle>
  )
}
