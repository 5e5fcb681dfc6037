import { kindName, kindOf, placedIn } from '@/core/kinds'
import { ChevronRight, EyeOff, Lock } from 'lucide-react'
import { memo, type ReactNode } from 'react'
import { draggedBar, type BarPart } from '@/core/edits'
import type { Element, Passing } from '@/core/lesson/schema'
import { outsideIn } from '@/core/findings'
import type { Catch } from '@/core/moments'
import { motionOf } from '@/core/motion'
import { tieSentence, type Span } from '@/core/timing'
import { desk, goTo, select, setDesk, useDesk, useShownPart } from '../state/desk'
import { goInside } from '../state/inside'
import { KindIcon } from '../kit/kindIcon'
import { Notches } from './Notches'
import { leaveTracks, trackUnder } from './overTrack'
import { LANE_PX } from './rows'
import { useTimeDrag } from './useTimeDrag'
import { CATCH_PX, fold, useView } from '../state/view'
import { inWords, said, type Said } from '../../words/words'

/**
 * A bar shorter than this shows its icon and name beside it, where there is room, or nothing; poses are drawn on it
 * from the second on.
 */
const NAMED_PX = 72
const NOTCHED_PX = 36
const GRIP = 'pointer-events-none mx-auto block h-2 w-[5px] rounded-b-sm border border-ink bg-card'
const LABELS: Record<BarPart, (name: string) => Said> = {
  body: (n) => said('timeline.moveInTime', n),
  start: (n) => said('timeline.startElsewhere', n),
  end: (n) => said('timeline.endElsewhere', n),
  arrival: (n) => said('timeline.arrivalOf', n),
  departure: (n) => said('timeline.departureOf', n),
}

/**
 * An element on the timeline: drag its body or its ends; an end dropped on a moment is tied to it (Alt keeps it loose),
 * and with Shift its end pushes what follows on the track along.
 */
interface Props {
  element: Element
  span: Span
  /** Pixels from the top of its track. */
  top: number
  /** The frame up to which its lane is free behind it. */
  free: number
  /** How many groups it is in. */
  depth: number
  onCatch: (c: Catch | null) => void
}
function Bar({ element: e, span, top, free, depth, onCatch }: Props) {
  const { pxPerFrame, left } = useView()
  const selected = useDesk((b) => b.elements.includes(e.id))
  // What is seen of it beyond its end.
  const tail = useShownPart((t) => Math.min(t.length, kindOf(e).seen?.(e, span, t).to ?? 0)) - span.to
  const handlers = useGrasp(e, selected, onCatch)
  const width = Math.max(5, (span.to - span.from) * pxPerFrame)
  /** What is in a group is drawn a little smaller than the group itself. */
  const inset = depth > 0 ? 2 : 0
  const box = { top: top + inset, height: LANE_PX - 4 - 2 * inset }
  const firstMove = useShownPart((t) => (e.poses.length > 0 ? motionOf(t, e).moves[0]?.from : undefined))
  /** The name keeps off the curve of the first move: it stands before it where there is room, else beside the bar. */
  const room = firstMove === undefined ? Infinity : (firstMove - span.from) * pxPerFrame - 26
  const named = width >= NAMED_PX && room >= 44
  const slide = Math.max(0, Math.min(width - 60, left - span.from * pxPerFrame))
  const beside = named ? 0 : (free - span.to) * pxPerFrame
  return (
    <>
      {beside > 34 && (
        <NameBeside
          element={e}
          at={{ left: span.from * pxPerFrame + width + 4, top }}
          room={Math.min(160, beside - 6)}
          hand={handlers('body')}
        />
      )}
      {tail > 0 && (
        <span
          className="pointer-events-none absolute rounded-r border border-l-0 border-dashed border-ink/50"
          style={{
            left: span.to * pxPerFrame,
            width: tail * pxPerFrame,
            top: box.top + 3,
            height: box.height - 6,
            backgroundColor: kindOf(e).swatch.colour,
            opacity: 0.55,
          }}
          data-tail={e.id}
          aria-hidden
        />
      )}
      <div
        data-element={e.id}
        onPointerEnter={(event) => {
          const { timed } = desk()
          const ties = [tieSentence(timed, e.start), tieSentence(timed, e.end)] as const
          event.currentTarget.title = inWords('timeline.startsEnds', e.name, ...ties)
        }}
        className="absolute z-[6] cursor-grab text-[12px]"
        style={{ left: span.from * pxPerFrame, width, ...box }}
        {...handlers('body')}
        onDoubleClick={() => (placedIn(e) ? goInside(e.id) : goTo(span.from))}
      >
        <Face element={e} span={span} selected={selected} width={width}>
          {named && <NameWithin element={e} room={room} slide={slide} />}
        </Face>
        <OutsideMarks element={e} span={span} />
        {placedIn(e) && width >= NOTCHED_PX && <Fold id={e.id} name={e.name} />}
        {width >= NOTCHED_PX && <Notches element={e} span={span} onCatch={onCatch} />}
        {selected && width > 40 && <PassingGrips element={e} width={width} handlers={handlers} />}
        {(['start', 'end'] as const).map((side) => (
          <End key={side} element={e} side={side} span={span} width={width} handlers={handlers} />
        ))}
      </div>
    </>
  )
}

/** Where more than a tenth of it is outside the picture. */
function OutsideMarks({ element: e, span }: { element: Element; span: Span }) {
  const { pxPerFrame } = useView()
  const runs = useDesk((b) => outsideIn(b.timed).get(e.id))
  return runs?.map(([from, to]) => (
    <span
      key={from}
      data-outside={e.id}
      className="pointer-events-none absolute bottom-0 h-[3px] bg-accent"
      style={{ left: (from - span.from) * pxPerFrame, width: Math.max(3, (to - from) * pxPerFrame) }}
      aria-hidden
    />
  ))
}

type Handlers = (part: BarPart) => object
/** A bar is dragged by its body, by an end, or by how long it takes to come or to go. */
function useGrasp(e: Element, selected: boolean, onCatch: Props['onCatch']): Handlers {
  const { pxPerFrame } = useView()
  const { begin, hand } = useTimeDrag()
  const grasp = (part: BarPart) => (event: React.PointerEvent) => {
    if (event.button !== 0) return
    event.stopPropagation()
    if ((event.shiftKey || event.ctrlKey || event.metaKey) && part === 'body') {
      select(selected ? desk().elements.filter((x) => x !== e.id) : [...desk().elements, e.id])
      return
    }
    if (!selected) select([e.id])
    else if (part === 'body') setDesk({ keys: [] })
    begin(event, {
      label: LABELS[part](e.name),
      change(by, now) {
        if (e.locked) return null
        const { timed, elements, pushes } = desk()
        const track = part === 'body' ? trackUnder(now, e.track) : null
        if (by === 0 && !track) return null
        const { change, hit } = draggedBar(timed, e.id, part, {
          track,
          by,
          reach: CATCH_PX / pxPerFrame,
          loose: now.altKey,
          pushes: now.shiftKey !== pushes,
          selected: elements,
        })
        onCatch(hit)
        return change
      },
      // Of several that were chosen, this one is meant.
      click: () => {
        if (desk().elements.length > 1) select([e.id])
      },
      upright: part === 'body',
      over: () => {
        leaveTracks()
        onCatch(null)
      },
    })
  }
  return (part) => ({ onPointerDown: grasp(part), ...hand })
}

interface Beside {
  element: Element
  at: { left: number; top: number }
  room: number
  /** It is grasped like the bar itself. */
  hand: object
}
/** The name of a bar that is too short for it. */
function NameBeside({ element: e, at, room, hand }: Beside) {
  return (
    <span
      className="absolute z-[5] flex cursor-grab items-center gap-1 truncate text-[12px] text-ink"
      style={{ ...at, maxWidth: room, height: LANE_PX - 4 }}
      data-name-of={e.id}
      aria-hidden
      {...hand}
    >
      <KindIcon kind={kindName(e)} size={12} />
      <span className="truncate">{e.name}</span>
    </span>
  )
}
/** The name on a bar: in sight where the bar begins to the left of what is. */
function NameWithin({ element: e, room, slide }: { element: Element; room: number; slide: number }) {
  const from = e.poses.length > 0 ? 'ml-5.5' : placedIn(e) ? 'ml-6' : 'ml-2.5'
  const icon = e.locked ? (
    <Lock size={11} />
  ) : e.hidden ? (
    <EyeOff size={11} />
  ) : (
    <KindIcon kind={kindName(e)} size={12} />
  )
  return (
    <span
      className={`pointer-events-none ${from} flex items-center gap-1 truncate rounded bg-card/70 px-1`}
      style={{ maxWidth: Number.isFinite(room) ? room : undefined, transform: `translateX(${slide}px)` }}
    >
      {icon}
      <span className="truncate">{e.name}</span>
    </span>
  )
}

/** So much of a bar its arrival or departure takes up, in pixels. */
const passingPx = ({ how, frames }: Passing, width: number, pxPerFrame: number): number =>
  how === 'none' ? 0 : Math.min(width / 2, frames * pxPerFrame)

/** The bar itself: its kind's colour and pattern, and how it comes and goes. */
function Face({
  element: e,
  span,
  selected,
  width,
  children,
}: {
  element: Element
  span: Span
  selected: boolean
  width: number
  children: ReactNode
}) {
  const pxPerFrame = useView((v) => v.pxPerFrame)
  const look = kindOf(e).swatch
  const slope = 'pointer-events-none absolute inset-y-0 bg-ink/25 '
  return (
    <div
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${e.name}, ${inWords('counts.frame', span.to - span.from)}`}
      data-bar
      className={
        `absolute inset-0 flex items-center overflow-hidden rounded border ` +
        `${e.hidden ? 'opacity-50' : ''} ${selected ? 'border-accent ring-2 ring-accent' : 'border-ink/50'}`
      }
      style={{ backgroundColor: look.colour, backgroundImage: look.pattern, backgroundSize: look.tile }}
      onKeyDown={(k) => {
        if (k.key !== 'Enter') return
        k.stopPropagation()
        select([e.id])
        goTo(span.from)
      }}
    >
      {e.arrival.how !== 'none' && (
        <span
          className={`${slope} left-0 [clip-path:polygon(0_0,100%_0,0_100%)]`}
          style={{ width: passingPx(e.arrival, width, pxPerFrame) }}
        />
      )}
      {e.departure.how !== 'none' && (
        <span
          className={`${slope} right-0 [clip-path:polygon(0_0,100%_0,100%_100%)]`}
          style={{ width: passingPx(e.departure, width, pxPerFrame) }}
        />
      )}
      {children}
    </div>
  )
}

/** By these it is dragged how long something takes to come, and to go. */
function PassingGrips({ element: e, width, handlers }: { element: Element; width: number; handlers: Handlers }) {
  const pxPerFrame = useView((v) => v.pxPerFrame)
  return (['arrival', 'departure'] as const).map((which) => {
    if (e[which].how === 'none') return null
    const off = Math.max(12, passingPx(e[which], width, pxPerFrame))
    const name = which === 'arrival' ? inWords('timeline.arrival') : inWords('timeline.departure')
    return (
      <span
        key={which}
        data-passing={which}
        title={inWords('timeline.passing', name, said('counts.frame', e[which].frames))}
        className="absolute top-0 z-[1] h-2.5 w-2 -translate-x-1/2 cursor-ew-resize"
        style={{ left: which === 'arrival' ? off : width - off }}
        {...handlers(which)}
      >
        <span className={GRIP} />
      </span>
    )
  })
}

/** An end of a bar; whether it is tied shows. */
function End({
  element: e,
  side,
  span,
  width,
  handlers,
}: {
  element: Element
  side: 'start' | 'end'
  span: Span
  width: number
  handlers: Handlers
}) {
  const { on } = e[side]
  const lost = side === 'start' ? span.startLost : span.endLost
  const tied =
    on === 'loose' ? 'border border-ink bg-card' : on === 'length' ? 'hidden' : 'border border-white bg-accent'
  const knot = lost ? 'border-2 border-dashed border-accent bg-card' : tied
  return (
    <span
      data-side={side}
      className={
        `absolute inset-y-0 w-2 cursor-ew-resize ${side === 'start' ? 'left-0' : 'right-0'} ` +
        `${width < 14 && side === 'start' ? 'hidden' : ''}`
      }
      {...handlers(side)}
    >
      <span
        className={
          `pointer-events-none absolute top-1/2 size-[7px] -translate-y-1/2 rounded-full ` +
          `${side === 'start' ? 'left-px' : 'right-px'} ${knot}`
        }
      />
    </span>
  )
}

/** Folds up the rows of what is in the lesson that an element places. */
function Fold({ id, name }: { id: string; name: string }) {
  const folded = useView((v) => v.folded.includes(id))
  return (
    <button
      type="button"
      aria-expanded={!folded}
      aria-label={folded ? inWords('timeline.unfoldWhatIsIn', name) : inWords('timeline.foldUpWhatIsIn', name)}
      className="absolute inset-y-0 left-2.5 z-[1] grid place-items-center rounded hover:bg-black/10"
      onPointerDown={(e) => e.stopPropagation()}
      onDoubleClick={(e) => e.stopPropagation()}
      onClick={() => fold(id)}
    >
      <ChevronRight size={12} className={folded ? '' : 'rotate-90'} />
    </button>
  )
}

/** Drawn again only when something of it has changed: in a drag, hardly any of thousands has. */
export const ElementBar = memo(
  Bar,
  (a, b) =>
    a.element === b.element &&
    a.top === b.top &&
    a.free === b.free &&
    a.depth === b.depth &&
    a.onCatch === b.onCatch &&
    a.span.from === b.span.from &&
    a.span.to === b.span.to &&
    a.span.startLost === b.span.startLost &&
    a.span.endLost === b.span.endLost,
)
