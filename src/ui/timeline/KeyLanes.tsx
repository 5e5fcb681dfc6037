import { ChevronLeft, ChevronRight, Trash2 } from 'lucide-react'
import { useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react'
import {
  keyedPaths,
  keyFrames,
  removeProperty,
  sameKeys,
  shiftKeys,
  stretchKeys,
  type Edit,
  type KeyRef,
} from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { motionOf, nameOfProperty, type Move } from '@/core/motion'
import type { Timed } from '@/core/timing'
import { desk, edit, goTo, setDesk, useDesk, useShown } from '../state/desk'
import { KeyMark } from '../fields/keyMark'
import { SpeedLane } from './SpeedLane'
import { useTimeDrag } from './useTimeDrag'
import { HEAD_PX, useView } from '../state/view'
import { inWords, said, type Said } from '../../words/words'
import { useGesture } from '../kit/gesture'

const ROW = 25
const SMALL = 'rounded p-px text-muted hover:bg-black/10 disabled:opacity-25'
interface Row {
  element: Element
  path: string
  label: string
  moves: Move[]
}

/** A row for each property that is keyed, of each element that is selected. */
function rowsOf(timed: Timed, ids: string[]): Row[] {
  const chosen = timed.lesson.elements.filter((e) => ids.includes(e.id) && e.poses.length > 0)
  return chosen.flatMap((e) =>
    [...keyedPaths(e)].map((path) => ({
      element: e,
      path,
      label: nameOfProperty(e, path),
      moves: motionOf(timed, e).moves.filter((m) => path in m.pose.values),
    })),
  )
}
const same = (a: KeyRef, b: KeyRef) =>
  a.element === b.element && a.pose === b.pose && (a.path === b.path || a.path === null || b.path === null)

/**
 * The keyframes of what is selected: a row for each keyed property, a peg for each keyframe. Pegs are chosen by a
 * click, with Shift several, or by a frame drawn around them; dragged together; and stretched or squeezed by the ends
 * of the band over them.
 */
export function KeyLanes({ frameAt }: { frameAt: (clientX: number) => number }) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const ids = useDesk((b) => b.elements)
  const keys = useDesk((b) => b.keys)
  const panel = useRef<HTMLDivElement>(null)
  const area = useRef<HTMLDivElement>(null)
  const rows = useMemo(() => rowsOf(timed, ids), [timed, ids])
  const pegs = rows.flatMap((row, r) =>
    row.moves.map((m) => ({
      ref: { element: row.element.id, pose: m.pose.id, path: row.path } as KeyRef,
      frame: m.to,
      r,
    })),
  )
  const chosen = pegs.filter((p) => keys.some((k) => same(k, p.ref)))
  const first = Math.min(...chosen.map((p) => p.frame))
  const last = Math.max(...chosen.map((p) => p.frame))

  useInSight(panel, ids, rows.length)
  const { grasp, stretch, hand } = usePegDrags(area, first, last)
  const { frame, beginSweep, sweep } = useSweep({ panel, area, pegs, pxPerFrame, frameAt })
  const several = new Set(rows.map((r) => r.element.id)).size > 1
  const onlyOne = timed.lesson.elements.find((e) => ids.length === 1 && e.id === ids[0])
  return (
    <div
      ref={panel}
      className="sticky bottom-0 z-[15] border-t-2 border-edge-strong bg-sheet shadow-[0_-3px_8px_#2b211822]"
      data-testid="key-lanes"
      {...sweep}
    >
      <div ref={area} className="relative" {...hand}>
        {rows.length === 0 && (
          <p className="sticky left-0 px-3 py-1.5 text-muted" style={{ width: 640 }}>
            {ids.length === 0 ? inWords('timeline.selectAnElementToSee') : inWords('timeline.nothingIsKeyedYetPress')}
          </p>
        )}
        {rows.map((row) => (
          <div
            key={row.element.id + row.path}
            className="group flex border-b border-edge"
            style={{ height: ROW }}
            data-key-row={row.path}
          >
            <LaneHead row={row} several={several} />
            <div className="relative flex-1" onPointerDown={beginSweep}>
              {row.moves.map((m) => {
                const ref = { element: row.element.id, pose: m.pose.id, path: row.path }
                const on = keys.some((k) => same(k, ref))
                return <Peg key={m.pose.id} of={ref} label={row.label} move={m} on={on} onGrasp={grasp(ref)} />
              })}
            </div>
          </div>
        ))}
        {chosen.length > 1 && last > first && <Band first={first} last={last} onStretch={stretch} />}
        {frame && <Swept of={frame} />}
      </div>
      {onlyOne && rows.length > 0 && <SpeedLane element={onlyOne} />}
    </div>
  )
}

/** Drags of the pegs that are chosen, and of the ends of the band over them. */
function usePegDrags(area: RefObject<HTMLElement | null>, first: number, last: number) {
  const { begin, hand } = useTimeDrag()
  /** The pegs change while they are dragged; what holds the pointer does not. What was dragged stays chosen. */
  const drag = (event: React.PointerEvent, label: Said, make: (by: number) => Edit) => {
    event.stopPropagation()
    const { timed: before } = desk()
    begin(
      event,
      {
        label,
        change: (by) => (by === 0 ? null : make(by)),
        made: () => setDesk({ keys: sameKeys(desk().keys, before, desk().timed) }),
      },
      area.current!,
    )
  }
  const grasp = (ref: KeyRef) => (event: React.PointerEvent) => {
    if (event.button !== 0) return
    const { keys } = desk()
    const has = keys.some((k) => same(k, ref))
    if (event.shiftKey) {
      event.stopPropagation()
      setDesk({ keys: has ? keys.filter((k) => !same(k, ref)) : [...keys, ref] })
      return
    }
    if (!has) setDesk({ keys: [ref] })
    const meant = has ? keys : [ref]
    drag(event, said(meant.length === 1 ? 'timeline.shiftAKeyframe' : 'timeline.shiftKeyframes'), (by) =>
      shiftKeys(meant, by),
    )
  }
  const stretch = (side: 'start' | 'end') => (event: React.PointerEvent) => {
    const { keys: meant } = desk()
    const around = side === 'end' ? first : last
    const reach = Math.max(1, last - first)
    drag(event, said('timeline.stretchKeyframes'), (by) =>
      stretchKeys(meant, around, Math.max(0, 1 + (side === 'end' ? by : -by) / reach)),
    )
  }
  return { grasp, stretch, hand }
}

/** What is worked on stays in sight above its keyframes. */
function useInSight(panel: RefObject<HTMLElement | null>, ids: readonly string[], rows: number): void {
  useLayoutEffect(() => {
    const scroller = panel.current?.closest<HTMLElement>('[data-testid=timeline]')
    const bar = ids[0] && scroller?.querySelector<HTMLElement>(`[data-element="${CSS.escape(ids[0])}"]`)
    if (!panel.current || !scroller || !bar) return
    const below = bar.getBoundingClientRect().bottom + 6 - panel.current.getBoundingClientRect().top
    if (below > 0) scroller.scrollTop += below
  }, [panel, ids, rows])
}

/** A peg, and the row that it stands in. */
interface PegAt {
  ref: KeyRef
  frame: number
  r: number
}
interface SweptFrame {
  x: number
  y: number
  x2: number
  y2: number
}
/** A frame no larger than this, in pixels, is a press. */
const PRESS_PX = 4
/** Chooses the pegs around which a frame is drawn; a press alone goes to its time. */
function useSweep({
  panel,
  area,
  pegs,
  pxPerFrame,
  frameAt,
}: {
  panel: RefObject<HTMLElement | null>
  area: RefObject<HTMLElement | null>
  pegs: readonly PegAt[]
  pxPerFrame: number
  frameAt: (clientX: number) => number
}) {
  const [frame, setFrame] = useState<SweptFrame | null>(null)
  const place = (event: React.PointerEvent) => {
    const box = area.current!.getBoundingClientRect()
    return { x: event.clientX - box.left - HEAD_PX, y: event.clientY - box.top }
  }
  const within = ({ x, y, x2, y2 }: SweptFrame): KeyRef[] => {
    const between = (v: number, a: number, b: number) => v >= Math.min(a, b) && v <= Math.max(a, b)
    const meets = (r: number) => (r + 1) * ROW > Math.min(y, y2) && r * ROW < Math.max(y, y2)
    return pegs.filter((p) => between(p.frame * pxPerFrame, x, x2) && meets(p.r)).map((p) => p.ref)
  }
  const { press, hand: sweep } = useGesture()
  const beginSweep = (event: React.PointerEvent) => {
    if (event.button !== 0) return
    event.stopPropagation()
    const from = place(event)
    let swept = { ...from, x2: from.x, y2: from.y }
    const drag = (at: React.PointerEvent) => {
      const to = place(at)
      swept = { ...from, x2: to.x, y2: to.y }
      setFrame(swept)
    }
    const drop = (at: React.PointerEvent) => {
      const hit = within(swept)
      const { keys } = desk()
      setDesk({ keys: at.shiftKey ? [...keys, ...hit.filter((h) => !keys.some((k) => same(k, h)))] : hit })
    }
    const tap = (at: React.PointerEvent) => {
      goTo(frameAt(at.clientX))
      setDesk({ keys: [] })
    }
    press(event, { slop: PRESS_PX, drag, drop, tap, over: () => setFrame(null) }, { holder: panel.current! })
  }
  return { frame, beginSweep, sweep }
}
function Swept({ of: { x, y, x2, y2 } }: { of: SweptFrame }) {
  return (
    <div
      className="pointer-events-none absolute border border-accent bg-accent/10"
      style={{
        left: HEAD_PX + Math.min(x, x2),
        top: Math.min(y, y2),
        width: Math.abs(x2 - x),
        height: Math.abs(y2 - y),
      }}
    />
  )
}

/** Goes to the next keyframe of a row, or to the one before. */
function jump({ element, path }: Row, way: 1 | -1): void {
  const { playhead, timed } = desk()
  const to = keyFrames(timed, element, path)
    .filter((f) => (way > 0 ? f > playhead : f < playhead))
    .sort((a, b) => (a - b) * way)[0]
  if (to !== undefined) goTo(to)
}
/** Which property a row is of; beside it, while it is pointed at, what can be done with all of its keyframes. */
function LaneHead({ row, several }: { row: Row; several: boolean }) {
  const { element, path, label } = row
  const removal = () =>
    edit(said('timeline.deleteEveryKeyframeOf', label.toLowerCase()), removeProperty([element.id], path))
  return (
    <div
      className="sticky left-0 z-[16] flex shrink-0 items-center border-r border-edge bg-sheet pl-2 text-[12px]"
      style={{ width: HEAD_PX }}
    >
      <KeyMark element={element} path={path} label={label} />
      <span className="flex-1 truncate" title={`${element.name}: ${label}`}>
        {several ? `${element.name}: ` : ''}
        {label}
      </span>
      <span className="hidden group-focus-within:flex group-hover:flex">
        <button
          type="button"
          className={SMALL}
          aria-label={inWords('timeline.previousKeyframeOf', label)}
          onClick={() => jump(row, -1)}
        >
          <ChevronLeft size={12} />
        </button>
        <button
          type="button"
          className={SMALL}
          aria-label={inWords('timeline.nextKeyframeOf', label)}
          onClick={() => jump(row, 1)}
        >
          <ChevronRight size={12} />
        </button>
        <button
          type="button"
          className={SMALL}
          aria-label={inWords('timeline.deleteEveryKeyframeOfLabel', label)}
          title={inWords('timeline.deleteEveryKeyframeOfIt')}
          onClick={removal}
        >
          <Trash2 size={12} />
        </button>
      </span>
    </div>
  )
}

/** A keyframe, and the time that its move takes. */
function Peg({
  of: ref,
  label,
  move: m,
  on,
  onGrasp,
}: {
  of: KeyRef
  label: string
  move: Move
  on: boolean
  onGrasp: (event: React.PointerEvent) => void
}) {
  const { pxPerFrame } = useView()
  return (
    <span>
      <span
        className={`pointer-events-none absolute top-1/2 h-px ${on ? 'bg-accent' : 'bg-edge-strong'}`}
        style={{ left: m.from * pxPerFrame, width: Math.max(0, (m.to - m.from) * pxPerFrame) }}
      />
      <span
        data-peg
        role="button"
        tabIndex={0}
        aria-pressed={on}
        aria-label={inWords('timeline.keyframeOfAtFrame', label, Math.round(m.to))}
        className={
          `absolute top-[6px] h-3 w-[7px] cursor-ew-resize rounded-t-full border ` +
          `${on ? 'border-accent-deep bg-accent' : 'border-ink bg-card'}`
        }
        style={{ left: m.to * pxPerFrame - 3 }}
        onPointerDown={onGrasp}
        onDoubleClick={() => goTo(m.to)}
        onKeyDown={(k) => {
          if (k.key !== 'Enter') return
          k.stopPropagation()
          setDesk({ keys: [ref] })
          goTo(m.to)
        }}
      />
    </span>
  )
}

/** The band over several pegs, by whose ends they are stretched. */
function Band({
  first,
  last,
  onStretch,
}: {
  first: number
  last: number
  onStretch: (side: 'start' | 'end') => (event: React.PointerEvent) => void
}) {
  const { pxPerFrame } = useView()
  return (
    <div
      className="pointer-events-none absolute top-0 bottom-0 bg-accent/10"
      style={{ left: HEAD_PX + first * pxPerFrame, width: (last - first) * pxPerFrame }}
    >
      {(['start', 'end'] as const).map((side) => (
        <span
          key={side}
          className={
            'pointer-events-auto absolute inset-y-0 w-1.5 cursor-ew-resize bg-accent ' +
            (side === 'start' ? '-left-2.5' : '-right-2.5')
          }
          title={inWords('timeline.dragToStretchOrSqueeze')}
          data-testid={`stretch-${side}`}
          onPointerDown={onStretch(side)}
        />
      ))}
    </div>
  )
}
