import { useState } from 'react'
import { removeKeys, setLevelAt, shiftKeys, shiftLevel, type Edit } from '@/core/edits'
import { clipEnd, type Clip } from '@/core/lesson/clips'
import { motionOf } from '@/core/motion'
import { levelDbAt } from '@/core/sound'
import { desk, edit, useShown } from '../state/desk'
import { useTimeDrag } from './useTimeDrag'
import { useView } from '../state/view'

/** The line lies at the top for the first, at the bottom for the second; dB. */
const RANGE = { top: 12, bottom: -36 }
/** It is drawn through a point every so many pixels. */
const STEP_PX = 3
const LEVEL = 'look.levelDb'
const told = (db: number) => `${db > 0 ? '+' : ''}${db.toFixed(1)} dB`

/**
 * The level of a clip along its time. Where the clip is selected: drag the line up or down for all of it, double-click
 * it for a point, drag a point up and down or, as it was begun, along; Alt-click takes one away. With Shift a drag goes
 * in tenths of a dB.
 */
export function LevelLine({
  clip,
  height,
  from,
  to,
  frameAt,
  held,
}: {
  clip: Clip
  height: number
  /** Frames of the lesson that are in sight. */
  from: number
  to: number
  frameAt: (clientX: number) => number
  /** Whether it can be dragged, not only seen. */
  held: boolean
}) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const { begin, hand } = useTimeDrag()
  const [at, setAt] = useState<{ frame: number; db: number } | null>(null)
  const y = (db: number) => ((RANGE.top - Math.max(RANGE.bottom, Math.min(RANGE.top, db))) * (height - 4)) / 48 + 2
  const x = (frame: number) => (frame - clip.at) * pxPerFrame
  const first = Math.max(clip.at, Math.floor(from))
  const last = Math.min(clipEnd(clip) - 1, Math.ceil(to))
  if (last <= first) return null
  const points = motionOf(timed, clip.element).moves.filter(
    (m) => LEVEL in m.pose.values && m.to >= clip.at && m.to < clipEnd(clip),
  )
  const keyed = points.length > 0
  const step = Math.max(1, Math.round(STEP_PX / pxPerFrame))
  const frames = keyed
    ? [...Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => first + i * step), last]
    : [first, last]
  const line = frames.map((f) => `${x(f).toFixed(1)},${y(levelDbAt(timed, clip, f)).toFixed(1)}`).join(' ')
  const perPx = 48 / (height - 4)
  const name = clip.element.name
  /** Dragged up or down from where it was grabbed; along as well, where that is wanted. */
  const grasp = (
    e: React.PointerEvent,
    frame: number,
    { upright, along }: { upright: (by: number) => Edit; along?: (frames: number) => Edit },
  ) => {
    e.stopPropagation()
    if (e.button !== 0 || e.altKey) return
    const grabbed = { x: e.clientX, y: e.clientY }
    const was = levelDbAt(desk().timed, clip, frame)
    let way: 'upright' | 'along' | null = along ? null : 'upright'
    begin(e, {
      label: `Level of “${name}”`,
      upright: true,
      over: () => setAt(null),
      change: (frames, now) => {
        way ??= Math.abs(now.clientX - grabbed.x) > Math.abs(now.clientY - grabbed.y) ? 'along' : 'upright'
        if (way === 'along') {
          setAt({ frame: frame + frames, db: was })
          return frames === 0 ? null : along!(frames)
        }
        const each = now.shiftKey ? 10 : 2
        const by = Math.round((grabbed.y - now.clientY) * perPx * (now.shiftKey ? 0.1 : 1) * each) / each
        setAt({ frame, db: was + by })
        return by === 0 ? null : upright(by)
      },
    })
  }
  return (
    <>
      <svg
        className="absolute top-0 left-0 overflow-visible"
        width={1}
        height={height}
        data-level-line
        aria-label={`Level of “${name}”`}
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
            edit(`A point of the level of “${name}”`, setLevelAt(clip.id, frame, levelDbAt(timed, clip, frame)))
          }}
          {...hand}
        >
          <title>Drag up or down; double-click for a point</title>
        </polyline>
        {points.map((m) => (
          <circle
            key={m.pose.id}
            data-level-point
            cx={x(m.to)}
            cy={y(levelDbAt(timed, clip, m.to))}
            r={4.5}
            fill="#fffaf0"
            stroke="#8a3b12"
            strokeWidth={1.5}
            className="cursor-ns-resize"
            onPointerDown={(e) => {
              const was = levelDbAt(desk().timed, clip, m.to)
              grasp(e, m.to, {
                upright: (by) => setLevelAt(clip.id, m.to, was + by),
                along: (frames) => shiftKeys([{ element: clip.id, pose: m.pose.id, path: LEVEL }], frames),
              })
            }}
            onClick={(e) => {
              if (!e.altKey) return
              e.stopPropagation()
              edit(
                `Take a point off the level of “${name}”`,
                removeKeys([{ element: clip.id, pose: m.pose.id, path: LEVEL }]),
              )
            }}
            {...hand}
          >
            <title>{`${told(levelDbAt(timed, clip, m.to))}; drag, or Alt-click to take it off`}</title>
          </circle>
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
