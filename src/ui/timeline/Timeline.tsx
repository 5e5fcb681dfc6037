import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { elementIn } from '@/core/edits'
import { isClip, placedIn } from '@/core/kinds'
import type { Catch } from '@/core/moments'
import { freeAfter, innerElements, rowsWithGroups, type Rows } from '@/core/scene'
import { groupedBy } from '@/core/values'
import type { Element } from '@/core/lesson/schema'
import type { Timed } from '@/core/timing'
import { desk, goTo, select, setDesk, useDesk, useShown } from '../state/desk'
import { ClipBar } from './ClipBar'
import { ElementBar, LANE_PX } from './ElementBar'
import { EventStrip } from './EventStrip'
import { FramingRibbon } from './FramingRibbon'
import { InnerBar } from './InnerBar'
import { KeyLanes } from './KeyLanes'
import { Playhead } from './Playhead'
import { Ruler } from './Ruler'
import { Specks, type Speck } from './Specks'
import { Threads } from './Threads'
import { TrackHead } from './TrackHead'
import { holders, holds } from '@/core/motion'
import { fitTimeline, HEAD_PX, useView, zoomTimeline } from '../state/view'

/** How high a lane is on which clips lie. */
const CLIP_PX = { picture: 31, sound: 40 }
const FOLDED_PX = 25

/**
 * Where each element's bar lies: which track, which lane. Members of a group, and what is in a lesson that is placed in
 * this one, lie on its track, right below it.
 */
function rowsOf(timed: Timed, folded: readonly string[]) {
  const { lesson, spans } = timed
  const held = holders(lesson)
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const trackOf = (e: Element): string => {
    const group = held.get(e.id)
    return group ? trackOf(byId.get(group)!) : e.track
  }
  const tracks = groupedBy(lesson.elements, trackOf)
  const inner = innerElements(timed)
  const innerOn = groupedBy(
    [...inner].filter(([, { by }]) => !folded.includes(by.id)),
    ([, { by }]) => trackOf(by),
  )
  return lesson.tracks.map((track) => {
    const all = tracks.get(track.id) ?? []
    const heard = timed.clips.some((c) => c.track === track.id && lesson.media[c.media]?.sound)
    const clips = track.kind === 'sound' || all.some(isClip)
    const each = clips ? CLIP_PX[track.kind] : LANE_PX
    const none: Rows<Element> = { elements: [], lane: [], depth: [], count: 1, blocks: [] }
    const shut = folded.includes(track.id)
    const within = (innerOn.get(track.id) ?? []).map(([id, { element }]): Element => ({ ...element, id }))
    const spanOf = (e: Element) => spans.get(e.id) ?? inner.get(e.id)!
    const rows = shut
      ? none
      : rowsWithGroups(
          [...all, ...within],
          spanOf,
          (e) => inner.get(e.id)?.by.id ?? held.get(e.id),
          (e) => !inner.has(e.id) && (holds(e) || placedIn(e) !== null),
        )
    return {
      track,
      heard,
      each,
      height: shut ? FOLDED_PX : rows.count * each + (clips ? 0 : 4),
      ...rows,
      free: freeAfter(rows.elements.map(spanOf), rows.lane),
    }
  })
}

/** A bar shorter than this is drawn together with those around it, unless it is selected. */
const SPECK_PX = 6
interface RowProps {
  row: ReturnType<typeof rowsOf>[number]
  settled: Timed
  timed: Timed
  from: number
  to: number
  pxPerFrame: number
  selected: readonly string[]
  total: number
  onCatch: (c: Catch | null) => void
  frameAt: (x: number) => number
}
/**
 * The elements of a track that are in sight: in the lanes that they had before a drag, so that none jumps about
 * meanwhile.
 */
function Row({ row, settled, timed, from, to, pxPerFrame, selected, total, onCatch, frameAt }: RowProps) {
  const { specks, bars } = useMemo(() => {
    const inside = innerElements(settled)
    const short: Speck[] = []
    const long: number[] = []
    row.elements.forEach((e, n) => {
      const span = settled.spans.get(e.id) ?? inside.get(e.id)
      if (!span || span.to < from || span.from > to) return
      const width = (span.to - span.from) * pxPerFrame
      if (width < SPECK_PX && !selected.includes(e.id) && !isClip(e) && !inside.has(e.id))
        short.push({ element: e, x: span.from * pxPerFrame, width, lane: row.lane[n]! })
      else long.push(n)
    })
    return { specks: short, bars: long }
  }, [row, settled, from, to, pxPerFrame, selected])
  const inside = innerElements(timed)
  return (
    <>
      {row.blocks.map(({ group, from: first, to: last, depth }) => (
        <span
          key={group.id}
          aria-hidden
          className="pointer-events-none absolute z-[3] rounded border-l-2 border-ink/40 bg-ink/[0.06]"
          style={{
            left: settled.spans.get(group.id)!.from * pxPerFrame - 4 + depth * 4,
            width: (settled.spans.get(group.id)!.to - settled.spans.get(group.id)!.from) * pxPerFrame + 8 - depth * 8,
            top: first * row.each + 1,
            height: (last - first) * row.each,
          }}
        />
      ))}
      <Specks specks={specks} width={total} height={row.height} lanePx={row.each} />
      {bars.map((n) => {
        const { id } = row.elements[n]!
        const inner = inside.get(id)
        const e = elementIn(timed.lesson, id)
        if (inner) return <InnerBar key={id} inner={inner} top={2 + row.lane[n]! * row.each} frameAt={frameAt} />
        const clip = e && isClip(e) ? timed.clips.find((c) => c.id === e.id) : undefined
        if (clip)
          return (
            <ClipBar
              key={clip.id}
              clip={clip}
              top={3 + row.lane[n]! * row.each}
              height={row.each}
              onCatch={onCatch}
              from={from}
              to={to}
              frameAt={frameAt}
            />
          )
        return (
          e && (
            <ElementBar
              key={e.id}
              element={e}
              span={timed.spans.get(e.id)!}
              top={2 + row.lane[n]! * row.each}
              free={row.free[n]!}
              depth={row.depth[n]!}
              onCatch={onCatch}
            />
          )
        )
      })}
    </>
  )
}

export function Timeline() {
  const scroller = useRef<HTMLDivElement>(null)
  const timed = useShown()
  const { pxPerFrame, left, width, folded } = useView()
  const passage = useDesk((b) => b.passage)
  const lessonId = useDesk((b) => b.id)
  const keysOpen = useDesk((b) => b.keysOpen)
  const ready = useDesk((b) => b.ready)
  const selected = useDesk((b) => b.elements)
  const [catching, setCatching] = useState<Catch | null>(null)
  const settled = useDesk((b) => b.timed)
  const rows = useMemo(() => rowsOf(settled, folded), [settled, folded])
  const from = left / pxPerFrame - 2
  const to = (left + width) / pxPerFrame + 2

  useLayoutEffect(() => {
    const box = scroller.current!
    const watch = new ResizeObserver(() => useView.setState({ width: Math.max(100, box.clientWidth - HEAD_PX) }))
    watch.observe(box)
    useView.setState({ width: Math.max(100, box.clientWidth - HEAD_PX) })
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey && !e.metaKey) return
      e.preventDefault()
      zoomTimeline(
        e.deltaY < 0 ? 1.2 : 1 / 1.2,
        e.clientX - box.getBoundingClientRect().left - HEAD_PX,
        box,
        desk().timed.length,
      )
    }
    box.addEventListener('wheel', wheel, { passive: false })
    return () => {
      watch.disconnect()
      box.removeEventListener('wheel', wheel)
    }
  }, [])
  // What first comes into an empty lesson is seen whole.
  const empty = useDesk((b) => b.timed.clips.length === 0 && Object.keys(b.lesson.parts).length === 0)
  const inside = useDesk((b) => b.inside)
  useEffect(() => {
    if (ready) fitTimeline(desk().timed.length)
  }, [ready, lessonId, empty, inside])
  const frameAt = useCallback(
    (clientX: number) => {
      const box = scroller.current!
      return Math.round((clientX - box.getBoundingClientRect().left - HEAD_PX + box.scrollLeft) / pxPerFrame - 0.5)
    },
    [pxPerFrame],
  )
  const total = timed.length * pxPerFrame
  /** Where a first take will lie; and whether there is nothing but clips yet. */
  const ground = timed.lesson.tracks.findLast((t) => t.kind === 'picture')?.id
  const bare = timed.lesson.elements.every(isClip)
  const { tops, y } = useMemo(() => {
    let below = 0
    const byId = new Map<string, number>()
    for (const r of rows) {
      r.elements.forEach((e, i) => byId.set(e.id, below + 2 + r.lane[i]! * r.each))
      below += r.height + 1
    }
    return { tops: byId, y: below }
  }, [rows])
  return (
    <div
      ref={scroller}
      data-testid="timeline"
      className="thin-scroll relative h-full overflow-auto bg-paper select-none"
      onScroll={(e) => useView.setState({ left: e.currentTarget.scrollLeft })}
      onPointerDown={(e) => {
        if ((e.target as HTMLElement).dataset.lane !== undefined) {
          goTo(frameAt(e.clientX))
          if (!e.shiftKey) {
            select([])
            setDesk({ moment: null })
          }
        }
      }}
    >
      <div
        className="relative flex flex-col"
        style={{ width: HEAD_PX + total + 160, minWidth: '100%', minHeight: '100%' }}
      >
        <div className="sticky top-0 z-20 border-b border-edge-strong bg-sheet">
          <Ruler frameAt={frameAt} from={from} to={to} />
          <EventStrip from={from} to={to} catching={catching} frameAt={frameAt} />
          <FramingRibbon from={from} to={to} />
        </div>
        <div className="relative shrink-0" style={{ height: y }}>
          <Threads tops={tops} from={from} to={to} height={y} />
          {rows.map((r, i) => (
            <div key={r.track.id} className="flex border-b border-edge" style={{ height: r.height + 1 }}>
              <TrackHead
                track={r.track}
                heard={r.heard || r.track.kind === 'sound'}
                first={i === 0}
                last={i === rows.length - 1}
              />
              <div className="relative flex-1" data-lane={r.track.id}>
                <Row
                  row={r}
                  settled={settled}
                  timed={timed}
                  from={from}
                  to={to}
                  pxPerFrame={pxPerFrame}
                  selected={selected}
                  total={total}
                  onCatch={setCatching}
                  frameAt={frameAt}
                />
                {timed.clips.length === 0 && r.elements.length === 0 && r.track.id === ground && (
                  <span className="pointer-events-none absolute left-2 top-1/2 -translate-y-1/2 text-muted">
                    Drop a screen recording here, or press A.
                  </span>
                )}
                {timed.clips.length > 0 && bare && r.track.kind === 'picture' && r.elements.length === 0 && (
                  <span className="pointer-events-none absolute left-2 top-1/2 -translate-y-1/2 text-muted">
                    Choose a moment, choose a kind above the picture, and point at the spot.
                  </span>
                )}
              </div>
            </div>
          ))}
        </div>
        {passage && (
          <div
            className="pointer-events-none absolute top-0 bottom-0 z-10 border-x border-accent bg-accent/10"
            style={{ left: HEAD_PX + passage.from * pxPerFrame, width: (passage.to - passage.from) * pxPerFrame }}
          />
        )}
        {catching && (
          <div
            className="pointer-events-none absolute top-0 bottom-0 z-20 w-0.5 bg-good"
            style={{ left: HEAD_PX + catching.frame * pxPerFrame }}
          >
            <span
              className="absolute top-12 left-1 rounded bg-good px-1.5 py-0.5 whitespace-nowrap text-white"
              data-testid="catch"
            >
              {catching.moment.label}
              {catching.edge === 'end' ? ' (its end)' : ''}
            </span>
          </div>
        )}
        <div className="flex-1" />
        {keysOpen && <KeyLanes frameAt={frameAt} />}
        <Playhead scroller={scroller} />
      </div>
    </div>
  )
}
