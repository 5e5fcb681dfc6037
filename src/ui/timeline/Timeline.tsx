import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { isClip } from '@/core/kinds'
import type { Catch } from '@/core/moments'
import { desk, goTo, select, setDesk, useDesk, useShown } from '../state/desk'
import { fitTimeline, HEAD_PX, useView, zoomTimeline } from '../state/view'
import { showCommands, type RightPressed } from '../commands/RightPress'
import { EventStrip } from './EventStrip'
import { FramingRibbon } from './FramingRibbon'
import { KeyLanes } from './KeyLanes'
import { Playhead } from './Playhead'
import { useOverTrack } from './overTrack'
import { Row, type RowProps } from './Row'
import { rowsOf, topsOf } from './rows'
import { Ruler } from './Ruler'
import { Threads } from './Threads'
import { TrackHead } from './TrackHead'
import { inWords } from '../../words/words'

/** Keeps the width of the time in sight, zooms by wheel, and fits what first comes into an empty lesson. */
function useScroller() {
  const scroller = useRef<HTMLDivElement>(null)
  const ready = useDesk((b) => b.ready)
  const lessonId = useDesk((b) => b.id)
  const inside = useDesk((b) => b.inside)
  const empty = useDesk((b) => b.timed.clips.length === 0 && Object.keys(b.lesson.parts).length === 0)
  const nothing = useDesk((b) => b.timed.length <= 1)
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
  // What first comes into an empty lesson is seen whole, and so is a length that it is given.
  useEffect(() => {
    if (ready) fitTimeline(desk().timed.length, scroller.current)
  }, [ready, lessonId, empty, nothing, inside])
  return scroller
}

export function Timeline() {
  const scroller = useScroller()
  const timed = useShown()
  const { pxPerFrame, left, width, folded } = useView()
  const keysOpen = useDesk((b) => b.keysOpen)
  const [catching, setCatching] = useState<Catch | null>(null)
  const settled = useDesk((b) => b.timed)
  const rows = useMemo(() => rowsOf(settled, folded), [settled, folded])
  const { tops, tall } = useMemo(() => topsOf(rows), [rows])
  const from = left / pxPerFrame - 2
  const to = (left + width) / pxPerFrame + 2
  const frameAt = useCallback(
    (clientX: number) => {
      const box = scroller.current!
      return Math.round((clientX - box.getBoundingClientRect().left - HEAD_PX + box.scrollLeft) / pxPerFrame - 0.5)
    },
    [pxPerFrame, scroller],
  )
  const total = timed.length * pxPerFrame
  return (
    <div
      ref={scroller}
      data-testid="timeline"
      className="thin-scroll relative h-full overflow-auto bg-paper select-none"
      onScroll={(e) => useView.setState({ left: e.currentTarget.scrollLeft })}
      onContextMenu={(e) =>
        showCommands(
          e,
          pressedIn(e.target as HTMLElement, () => goTo(frameAt(e.clientX))),
        )
      }
      onPointerDown={(e) => {
        if (e.button !== 0) return
        if ((e.target as HTMLElement).dataset.lane === undefined) return
        goTo(frameAt(e.clientX))
        if (e.shiftKey) return
        select([])
        setDesk({ moment: null })
      }}
    >
      <div
        className="relative flex flex-col"
        style={{ width: HEAD_PX + total + 160, minWidth: '100%', minHeight: '100%' }}
      >
        <div className="sticky top-0 z-20 border-b border-edge-strong bg-sheet">
          <Ruler frameAt={frameAt} from={from} to={to} />
          <EventStrip from={from} to={to} catching={catching} frameAt={frameAt} />
          <FramingRibbon from={from} to={to} frameAt={frameAt} />
        </div>
        <div className="relative shrink-0" style={{ height: tall }}>
          <Threads tops={tops} from={from} to={to} height={tall} />
          {rows.map((r, i) => (
            <div key={r.track.id} className="flex border-b border-edge" style={{ height: r.height + 1 }}>
              <TrackHead
                track={r.track}
                heard={r.heard || r.track.kind === 'sound'}
                first={i === 0}
                last={i === rows.length - 1}
              />
              <Track row={r} from={from} to={to} onCatch={setCatching} frameAt={frameAt} />
            </div>
          ))}
        </div>
        <Passage />
        {catching && <CatchLine catching={catching} />}
        <div className="flex-1" />
        {keysOpen && <KeyLanes frameAt={frameAt} />}
        <Playhead scroller={scroller} />
      </div>
    </div>
  )
}

/** A track with what lies on it; where it is empty and something is wanted there, how that is done. */
function Track(props: RowProps) {
  const { row: r } = props
  const timed = useShown()
  const over = useOverTrack((o) => (o.over?.track === r.track.id ? o.over : null))
  const isEmpty = r.elements.length === 0
  /** Where a first take will lie; and whether there is nothing but clips yet. */
  const ground = timed.lesson.tracks.findLast((t) => t.kind === 'picture')?.id
  const bare = timed.clips.length > 0 && timed.lesson.elements.every(isClip)
  return (
    <div
      className={`relative flex-1 ${over ? (over.fits ? 'bg-accent-wash' : 'cursor-not-allowed bg-black/10') : ''}`}
      data-lane={r.track.id}
    >
      <Row {...props} />
      {over && !over.fits && (
        <Hint>
          {inWords(r.track.kind === 'sound' ? 'timeline.onlySoundsLieHere' : 'timeline.soundsLieOnTracksFor')}
        </Hint>
      )}
      {isEmpty && timed.clips.length === 0 && r.track.id === ground && (
        <Hint>{inWords('timeline.dropAScreenRecordingHere')}</Hint>
      )}
      {isEmpty && bare && r.track.kind === 'picture' && <Hint>{inWords('timeline.chooseAMomentChooseA')}</Hint>}
    </div>
  )
}
const Hint = ({ children }: { children: ReactNode }) => (
  <span className="pointer-events-none absolute top-1/2 left-2 -translate-y-1/2 text-muted">{children}</span>
)

/** The passage that is played or exported alone. */
function Passage() {
  const { pxPerFrame } = useView()
  const passage = useDesk((b) => b.passage)
  if (!passage) return null
  return (
    <div
      className="pointer-events-none absolute top-0 bottom-0 z-10 border-x border-accent bg-accent/10"
      style={{ left: HEAD_PX + passage.from * pxPerFrame, width: (passage.to - passage.from) * pxPerFrame }}
    />
  )
}
/** The moment that a drop would be tied to. */
function CatchLine({ catching: { frame, moment, edge } }: { catching: Catch }) {
  const { pxPerFrame } = useView()
  return (
    <div
      className="pointer-events-none absolute top-0 bottom-0 z-20 w-0.5 bg-good"
      style={{ left: HEAD_PX + frame * pxPerFrame }}
    >
      <span
        className="absolute top-12 left-1 rounded bg-good px-1.5 py-0.5 whitespace-nowrap text-white"
        data-testid="catch"
      >
        {moment.label}
        {edge === 'end' ? inWords('timeline.itsEnd') : ''}
      </span>
    </div>
  )
}

/** What lies where the timeline was pressed: it is selected; where nothing does, `beside` is done and nothing is. */
function pressedIn(target: HTMLElement, beside: () => void): RightPressed {
  const own = (name: string) => target.closest<HTMLElement>(`[data-${name}]`)?.dataset[name]
  const [clip, element, moment] = [own('clip'), own('element'), own('moment')]
  const id = clip ?? element
  if (id !== undefined) {
    if (!desk().elements.includes(id)) select([id])
    return clip === undefined ? 'element' : 'clip'
  }
  select([])
  setDesk({ moment: moment ?? null })
  const at = moment === undefined ? null : (desk().timed.moments.get(moment)?.frame ?? null)
  if (at === null) beside()
  else goTo(at)
  return moment === undefined ? 'timeline' : 'moment'
}
