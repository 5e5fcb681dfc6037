import { counted } from '@/core/formats/counted'
import { kindName, kindOf, placedIn } from '@/core/kinds'
import { ChevronRight, EyeOff, Lock } from 'lucide-react'
import { memo } from 'react'
import { edgeAt, pushing, setEdge, setElements, shiftElements, withMembers, type Edit } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { bornOf, caught, type Catch } from '@/core/moments'
import { motionOf } from '@/core/motion'
import { tieSentence, type Span } from '@/core/timing'
import { desk, goTo, select, setDesk, useDesk, useShownPart } from '../state/desk'
import { goInside } from '../state/inside'
import { KindIcon } from '../kit/kindIcon'
import { Notches } from './Notches'
import { useTimeDrag } from './useTimeDrag'
import { CATCH_PX, fold, useView } from '../state/view'

export const LANE_PX = 24
/**
 * A bar shorter than this shows its icon and name beside it, where there is room, or nothing; poses are drawn on it
 * from the second on.
 */
const NAMED_PX = 72
const NOTCHED_PX = 36
const GRIP = 'pointer-events-none mx-auto block h-2 w-[5px] rounded-b-sm border border-ink bg-card'
type Part = 'body' | 'start' | 'end' | 'arrival' | 'departure'
const LABELS: Record<Part, (name: string) => string> = {
  body: (n) => `Move “${n}” in time`,
  start: (n) => `Start “${n}” elsewhere`,
  end: (n) => `End “${n}” elsewhere`,
  arrival: (n) => `Arrival of “${n}”`,
  departure: (n) => `Departure of “${n}”`,
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
  const { begin, hand } = useTimeDrag()
  const look = kindOf(e).swatch
  // What is seen of it beyond its end.
  const tail = useShownPart((t) => Math.min(t.length, kindOf(e).seen?.(e, span, t).to ?? 0)) - span.to

  /** The edit that a drag to a frame stands for, and what it would catch. */
  const changeFor = (
    part: Part,
    by: number,
    loose: boolean,
    pushes: boolean,
  ): { change: Edit; caught: Catch | null } => {
    const { timed, elements } = desk()
    const reach = Math.max(0, CATCH_PX / pxPerFrame)
    const near = (frame: number) =>
      loose ? null : caught(timed.moments.values(), frame, reach, (m) => m.kind !== 'phrase' && !bornOf(m.id, e.id))
    const own = timed.spans.get(e.id)!
    const element = timed.lesson.elements.find((x) => x.id === e.id)!
    if (part === 'arrival' || part === 'departure') {
      const frames = Math.max(0, Math.min(own.to - own.from, element[part].frames + (part === 'arrival' ? by : -by)))
      return {
        change: setElements([e.id], { [`${part}.frames`]: frames }),
        caught: null,
      }
    }
    if (part !== 'body') {
      const frame = part === 'start' ? Math.min(own.from + by, own.to - 1) : Math.max(own.to + by, own.from + 1)
      const hit = near(frame)
      const fits = hit && (part === 'start' ? hit.frame < own.to : hit.frame > own.from)
      const put = setEdge(e.id, part, edgeAt(timed, element, part, fits ? hit.frame : frame, fits ? hit : null, loose))
      return {
        change: pushes !== desk().pushes && part === 'end' ? pushing(e.id, put) : put,
        caught: fits ? hit : null,
      }
    }
    const ids = withMembers(timed.lesson, elements.includes(e.id) ? elements : [e.id])
    const start = near(own.from + by)
    if (start)
      return {
        change: shiftElements(ids, start.frame - own.from, { id: e.id, side: 'start', caught: start }),
        caught: start,
      }
    const end = near(own.to + by)
    if (end)
      return {
        change: shiftElements(ids, end.frame - own.to, { id: e.id, side: 'end', caught: end }),
        caught: end,
      }
    return { change: shiftElements(ids, by), caught: null }
  }

  const grasp = (part: Part) => (event: React.PointerEvent) => {
    if (event.button !== 0) return
    event.stopPropagation()
    if (event.shiftKey && part === 'body') {
      select(selected ? desk().elements.filter((x) => x !== e.id) : [...desk().elements, e.id])
      return
    }
    if (!selected) select([e.id])
    else if (part === 'body') setDesk({ keys: [] })
    begin(event, {
      label: LABELS[part](e.name),
      change(by, now) {
        if (e.locked) return null
        const { change, caught: hit } = changeFor(part, by, now.altKey, now.shiftKey)
        onCatch(hit)
        return change
      },
      // Of several that were chosen, this one is meant.
      click: () => {
        if (desk().elements.length > 1) select([e.id])
      },
      over: () => onCatch(null),
    })
  }
  const handlers = (part: Part) => ({ onPointerDown: grasp(part), ...hand })
  const width = Math.max(5, (span.to - span.from) * pxPerFrame)
  /** What is in a group is drawn a little smaller than the group itself. */
  const inset = depth > 0 ? 2 : 0
  const pass = (frames: number) => Math.min(width / 2, frames * pxPerFrame)
  const firstMove = e.poses.length > 0 ? motionOf(desk().timed, e).moves[0] : undefined
  /** The name keeps off the curve of the first move: it stands before it where there is room, else beside the bar. */
  const room = firstMove ? (firstMove.from - span.from) * pxPerFrame - 26 : Infinity
  const named = width >= NAMED_PX && room >= 44
  const knot = (edge: Element['start'], lost: boolean) =>
    lost
      ? 'border-2 border-dashed border-accent bg-card'
      : edge.on === 'loose'
        ? 'bg-card border border-ink'
        : edge.on === 'length'
          ? 'hidden'
          : 'bg-accent border border-white'
  const beside = !named && (free - span.to) * pxPerFrame > 34
  const nameStyle = {
    left: span.from * pxPerFrame + width + 4,
    maxWidth: Math.min(160, (free - span.to) * pxPerFrame - 6),
    top,
    height: LANE_PX - 4,
  }
  const slide = Math.max(0, Math.min(width - 60, left - span.from * pxPerFrame))
  return (
    <>
      {beside && (
        <span
          className="pointer-events-none absolute z-[5] flex items-center gap-1 truncate text-[12px] text-ink"
          style={nameStyle}
          aria-hidden
        >
          <KindIcon kind={kindName(e)} size={12} />
          <span className="truncate">{e.name}</span>
        </span>
      )}
      {tail > 0 && (
        <span
          className="pointer-events-none absolute rounded-r border border-l-0 border-dashed border-ink/50"
          style={{
            left: span.to * pxPerFrame,
            width: tail * pxPerFrame,
            top: top + inset + 3,
            height: LANE_PX - 10 - 2 * inset,
            backgroundColor: look.colour,
            opacity: 0.55,
          }}
          data-tail={e.id}
          aria-hidden
        />
      )}
      <div
        data-element={e.id}
        title={`${e.name}\nstarts ${tieSentence(desk().timed, e.start)}\nends ${tieSentence(desk().timed, e.end)}`}
        className="absolute z-[6] cursor-grab text-[12px]"
        style={{ left: span.from * pxPerFrame, width, top: top + inset, height: LANE_PX - 4 - 2 * inset }}
        {...handlers('body')}
        onDoubleClick={() => (placedIn(e) ? goInside(e.id) : goTo(span.from))}
      >
        <div
          role="button"
          tabIndex={0}
          aria-pressed={selected}
          aria-label={`${e.name}, ${counted(span.to - span.from, 'frame')}`}
          data-bar
          className={
            `absolute inset-0 flex items-center overflow-hidden rounded border ` +
            `${e.hidden ? 'opacity-50' : ''} ${selected ? 'border-accent ring-2 ring-accent' : 'border-ink/50'}`
          }
          style={{
            backgroundColor: look.colour,
            backgroundImage: look.pattern,
            backgroundSize: look.tile,
          }}
          onKeyDown={(k) => {
            if (k.key === 'Enter') {
              k.stopPropagation()
              select([e.id])
              goTo(span.from)
            }
          }}
        >
          {e.arrival.how !== 'none' && (
            <span
              className="pointer-events-none absolute inset-y-0 left-0 bg-ink/25 [clip-path:polygon(0_0,100%_0,0_100%)]"
              style={{ width: pass(e.arrival.frames) }}
            />
          )}
          {e.departure.how !== 'none' && (
            <span
              className={
                'pointer-events-none absolute inset-y-0 right-0 bg-ink/25 ' +
                '[clip-path:polygon(0_0,100%_0,100%_100%)]'
              }
              style={{ width: pass(e.departure.frames) }}
            />
          )}
          {named && (
            <span
              className={
                `pointer-events-none ${e.poses.length > 0 ? 'ml-5.5' : placedIn(e) ? 'ml-6' : 'ml-2.5'} ` +
                `flex items-center gap-1 truncate rounded bg-card/70 px-1`
              }
              style={{ maxWidth: Number.isFinite(room) ? room : undefined, transform: `translateX(${slide}px)` }}
            >
              {e.locked ? (
                <Lock size={11} />
              ) : e.hidden ? (
                <EyeOff size={11} />
              ) : (
                <KindIcon kind={kindName(e)} size={12} />
              )}
              <span className="truncate">{e.name}</span>
            </span>
          )}
        </div>
        {placedIn(e) && width >= NOTCHED_PX && <Fold id={e.id} name={e.name} />}
        {width >= NOTCHED_PX && <Notches element={e} span={span} onCatch={onCatch} />}
        {selected &&
          (['arrival', 'departure'] as const).map(
            (which) =>
              e[which].how !== 'none' &&
              width > 40 && (
                <span
                  key={which}
                  data-passing={which}
                  title={
                    `${which === 'arrival' ? 'Arrival' : 'Departure'}: ` +
                    `${counted(e[which].frames, 'frame')}; drag to change`
                  }
                  className="absolute top-0 z-[1] h-2.5 w-2 -translate-x-1/2 cursor-ew-resize"
                  style={
                    which === 'arrival'
                      ? { left: Math.max(12, pass(e.arrival.frames)) }
                      : { left: width - Math.max(12, pass(e.departure.frames)) }
                  }
                  {...handlers(which)}
                >
                  <span className={GRIP} />
                </span>
              ),
          )}
        {(['start', 'end'] as const).map((side) => (
          <span
            key={side}
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
                (`${side === 'start' ? 'left-px' : 'right-px'} ` +
                  `${knot(e[side], side === 'start' ? span.startLost : span.endLost)}`)
              }
            />
          </span>
        ))}
      </div>
    </>
  )
}

/** Folds up the rows of what is in the lesson that an element places. */
function Fold({ id, name }: { id: string; name: string }) {
  const folded = useView((v) => v.folded.includes(id))
  return (
    <button
      type="button"
      aria-expanded={!folded}
      aria-label={folded ? `Unfold what is in “${name}”` : `Fold up what is in “${name}”`}
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
