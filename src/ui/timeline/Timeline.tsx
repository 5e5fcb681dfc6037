import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { clipEnd } from '@/core/lesson/clips'
import type { Catch } from '@/core/moments'
import { freeAfter, lanes } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { bench, goTo, select, setBench, useBench, useShown } from '../bench/store'
import { ClipBar } from './ClipBar'
import { ElementBar, LANE_PX } from './ElementBar'
import { EventStrip } from './EventStrip'
import { FramingRibbon } from './FramingRibbon'
import { KeyLanes } from './KeyLanes'
import { Playhead } from './Playhead'
import { Ruler } from './Ruler'
import { Threads } from './Threads'
import { TrackHead } from './TrackHead'
import { fitTimeline, HEAD_PX, useView, zoomTimeline } from './view'

const CLIP_PX = { takes: 42, sound: 32 }
const FOLDED_PX = 20

/** Where each element's bar lies: which track, which lane. */
function rowsOf(timed: Timed, folded: readonly string[]) {
  return timed.lesson.tracks.map((track) => {
    if (folded.includes(track.id)) return { track, height: FOLDED_PX, elements: [], lane: [] as number[], free: [] as number[], clips: [] }
    if (track.kind !== 'elements') return { track, height: CLIP_PX[track.kind], elements: [], lane: [] as number[], free: [] as number[], clips: timed.lesson.clips.filter((c) => c.track === track.id) }
    const elements = timed.lesson.elements.filter((e) => e.track === track.id)
    const spans = elements.map((e) => timed.spans.get(e.id)!)
    const packed = lanes(spans)
    return { track, height: packed.count * LANE_PX + 4, elements, lane: packed.lane, free: freeAfter(spans, packed.lane), clips: [] }
  })
}

export function Timeline() {
  const scroller = useRef<HTMLDivElement>(null)
  const timed = useShown()
  const { pxPerFrame, left, width, folded } = useView()
  const passage = useBench((b) => b.passage)
  const lessonId = useBench((b) => b.id)
  const keysOpen = useBench((b) => b.keysOpen)
  const ready = useBench((b) => b.ready)
  const [catching, setCatching] = useState<Catch | null>(null)
  const rows = useMemo(() => rowsOf(timed, folded), [timed, folded])
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
      zoomTimeline(e.deltaY < 0 ? 1.2 : 1 / 1.2, e.clientX - box.getBoundingClientRect().left - HEAD_PX, box, bench().timed.length)
    }
    box.addEventListener('wheel', wheel, { passive: false })
    return () => { watch.disconnect(); box.removeEventListener('wheel', wheel) }
  }, [])
  // What first comes into an empty lesson is seen whole.
  const empty = useBench((b) => b.lesson.clips.length === 0)
  useEffect(() => { if (ready) fitTimeline(bench().timed.length) }, [ready, lessonId, empty])
  const frameAt = (clientX: number) => {
    const box = scroller.current!
    return Math.round((clientX - box.getBoundingClientRect().left - HEAD_PX + box.scrollLeft) / pxPerFrame - 0.5)
  }
  const total = timed.length * pxPerFrame
  let y = 0
  const tops = new Map<string, number>()
  for (const r of rows) {
    r.elements.forEach((e, i) => tops.set(e.id, y + 2 + r.lane[i]! * LANE_PX))
    y += r.height + 1
  }
  return (
    <div
      ref={scroller} data-testid="timeline" className="thin-scroll relative h-full overflow-auto bg-paper select-none" onScroll={(e) => useView.setState({ left: e.currentTarget.scrollLeft })}
      onPointerDown={(e) => { if ((e.target as HTMLElement).dataset.lane !== undefined) { goTo(frameAt(e.clientX)); if (!e.shiftKey) { select([]); setBench({ moment: null }) } } }}
    >
      <div className="relative flex flex-col" style={{ width: HEAD_PX + total + 160, minHeight: '100%' }}>
        <div className="sticky top-0 z-20 border-b border-edge-strong bg-sheet">
          <Ruler frameAt={frameAt} from={from} to={to} />
          <EventStrip from={from} to={to} catching={catching} frameAt={frameAt} />
          <FramingRibbon from={from} to={to} />
        </div>
        <div className="relative shrink-0" style={{ height: y }}>
          <Threads tops={tops} from={from} to={to} height={y} />
          {rows.map((r, i) => (
            <div key={r.track.id} className="flex border-b border-edge" style={{ height: r.height + 1 }}>
              <TrackHead track={r.track} first={i === 0} last={i === rows.length - 1} />
              <div className="relative flex-1" data-lane={r.track.id}>
                {r.elements.map((e, n) => {
                  const span = timed.spans.get(e.id)!
                  return span.to >= from && span.from <= to ? <ElementBar key={e.id} element={e} span={span} lane={r.lane[n]!} free={r.free[n]!} onCatch={setCatching} /> : null
                })}
                {r.clips.map((c) => (clipEnd(c) >= from && c.at <= to ? <ClipBar key={c.id} clip={c} height={r.height} from={from} to={to} frameAt={frameAt} /> : null))}
              </div>
            </div>
          ))}
        </div>
        {passage && <div className="pointer-events-none absolute top-0 bottom-0 z-10 border-x border-accent bg-accent/10" style={{ left: HEAD_PX + passage.from * pxPerFrame, width: (passage.to - passage.from) * pxPerFrame }} />}
        {catching && <div className="pointer-events-none absolute top-0 bottom-0 z-20 w-0.5 bg-good" style={{ left: HEAD_PX + catching.frame * pxPerFrame }}><span className="absolute top-12 left-1 rounded bg-good px-1.5 py-0.5 whitespace-nowrap text-white" data-testid="catch">{catching.moment.label}{catching.edge === 'end' ? ' (its end)' : ''}</span></div>}
        <div className="flex-1" />
        {keysOpen && <KeyLanes frameAt={frameAt} />}
        <Playhead scroller={scroller} />
      </div>
    </div>
  )
}
