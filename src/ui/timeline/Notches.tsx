import { draggedMove, type MovePart } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import type { Catch } from '@/core/moments'
import { ease } from '@/core/values'
import { motionOf, poseAt, type Move } from '@/core/motion'
import type { Span } from '@/core/timing'
import { desk, goTo, select, setDesk, useDesk, useShown } from '../state/desk'
import { useTimeDrag } from './useTimeDrag'
import { CATCH_PX, useView } from '../state/view'
import { inWords, said, type Said } from '../../words/words'

const HIGH = 17
const NOTCH =
  'absolute bottom-0 flex cursor-ew-resize items-end justify-center rounded-t-[5px] border border-b-0 ' +
  'text-[9px] leading-[11px] font-semibold'
const LIT = 'border-accent-deep bg-accent text-white'
const CHOSEN = 'border-accent bg-accent-wash text-ink'
const PLAIN = 'border-ink bg-card text-ink'

/** Whether a pose only holds the one before it. */
const isHold = ({ pose }: Move) => pose.holds === true && Object.keys(pose.values).length === 0
/**
 * The line that an easing draws between a move’s start and its landing; from the bar’s foot to its head and back by
 * turns.
 */
function lineOf(m: Move, up: boolean, x: (frame: number) => number): string {
  const steps = Math.max(1, Math.min(32, Math.round((x(m.to) - x(m.from)) / 3)))
  const ys = Array.from({ length: steps + 1 }, (_, i) => ease(m.pose.easing, i / steps))
  return ys
    .map(
      (k, i) =>
        `${i === 0 ? 'M' : 'L'}${x(m.from + ((m.to - m.from) * i) / steps).toFixed(1)} ` +
        `${(up ? HIGH - k * (HIGH - 4) : 4 + k * (HIGH - 4)).toFixed(1)}`,
    )
    .join(' ')
}
/** What is drawn between the notches: a curve for each move, and a level line while the pose before it is held. */
function linesOf(moves: readonly Move[], start: number, x: (frame: number) => number) {
  let up = true
  return moves.map((m, i) => {
    const before = i > 0 ? moves[i - 1]!.to : start
    const level = up ? HIGH : 4
    const until = isHold(m) ? m.to : m.from
    const held = until > before ? `M${x(before).toFixed(1)} ${level} H${x(until).toFixed(1)}` : null
    const line = isHold(m) ? null : lineOf(m, up, x)
    if (line) up = !up
    return { move: m, line, held }
  })
}

/**
 * The poses of an element on its bar: numbered notches, joined by the curves of the moves between them. The pose in
 * force is lit. Drag a notch to let the move land elsewhere, the start of a curve to let it start elsewhere, the curve
 * itself to shift the whole move; an end dropped on a moment is tied to it (Alt keeps it loose). Click a notch to go
 * there and choose it.
 */
export function Notches({
  element: e,
  span,
  onCatch,
}: {
  element: Element
  span: Span
  onCatch: (c: Catch | null) => void
}) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const selected = useDesk((b) => b.elements.includes(e.id))
  // Only when another pose comes into force is there something to draw again.
  const lit = useDesk((b) => {
    const now = poseAt(timed, e, b.playhead)
    return now.moving && b.moveEnd === 'end' ? now.pose + 1 : now.pose
  })
  const handlers = useMoveDrags(e, onCatch)
  if (e.poses.length === 0) return null
  const { moves } = motionOf(timed, e)
  const x = (frame: number) => (frame - span.from) * pxPerFrame
  const tight = moves.some((m, i) => i > 0 && x(m.to) - x(moves[i - 1]!.to) < 10)
  return (
    <>
      <Curves moves={moves} start={span.from} x={x} bold={selected} />
      {selected &&
        moves.map((m) => (
          <span
            key={m.pose.id}
            className="absolute inset-y-0 cursor-grab"
            style={{ left: x(m.from), width: Math.max(0, x(m.to) - x(m.from)) }}
            title={inWords('timeline.dragToShiftTheWhole')}
            data-move={m.pose.id}
            {...handlers('all', m)}
          />
        ))}
      {moves.map((m, i) => (
        <span key={m.pose.id}>
          {selected && x(m.to) - x(m.from) > 12 && (
            <SetOut
              at={x(m.from)}
              // Where the move before it lands, that one’s notch keeps the lower part to itself.
              over={i > 0 && x(m.from) - x(moves[i - 1]!.to) < 9}
              pose={m.pose.id}
              hand={handlers('start', m)}
            />
          )}
          <Notch
            n={i + 1}
            move={m}
            at={x(m.to)}
            tight={tight}
            tall={selected}
            lit={lit === i + 1}
            hand={handlers('end', m)}
          />
        </span>
      ))}
      <span
        className={
          `pointer-events-none absolute bottom-0 left-2 h-2.5 w-2.5 rounded-t-[5px] text-center ` +
          (`text-[9px] leading-[10px] font-semibold ` +
            `${lit === 0 ? 'bg-accent text-white' : 'bg-card text-ink'} ${x(moves[0]!.to) < 24 ? 'hidden' : ''}`)
        }
        data-notch={1}
        data-lit={lit === 0}
      >
        1
      </span>
    </>
  )
}

const DRAGGED: Record<MovePart, (name: string) => Said> = {
  start: (name) => said('timeline.startAMoveOfElsewhere', name),
  end: (name) => said('timeline.letAMoveOfLand', name),
  all: (name) => said('timeline.shiftAMoveOf', name),
}
type DragHand = { onPointerDown: (e: React.PointerEvent) => void } & ReturnType<typeof useTimeDrag>['hand']
/** Drags of an element's moves; a press on a landing chooses its pose, and goes there. */
function useMoveDrags(e: Element, onCatch: (c: Catch | null) => void): (part: MovePart, m: Move) => DragHand {
  const { pxPerFrame } = useView()
  const { begin, hand } = useTimeDrag()
  /** @returns whether it is to be dragged, and not only chosen */
  const choose = (pose: string, more: boolean): boolean => {
    const { keys } = desk()
    const has = keys.some((k) => k.pose === pose)
    const ref = { element: e.id, pose, path: null }
    if (more) setDesk({ keys: has ? keys.filter((k) => k.pose !== pose) : [...keys, ref] })
    else if (!has) setDesk({ keys: [ref] })
    return !more
  }
  const grasp = (part: MovePart, move: Move) => (event: React.PointerEvent) => {
    if (event.button !== 0 || e.locked) return
    event.stopPropagation()
    if (!desk().elements.includes(e.id)) select([e.id])
    if (part === 'end' && !choose(move.pose.id, event.shiftKey)) return
    begin(event, {
      label: DRAGGED[part](e.name),
      change(by, { altKey: loose }) {
        const { timed, keys } = desk()
        const drag = { by, reach: CATCH_PX / pxPerFrame, loose, keys }
        const { change, hit } = draggedMove(timed, e.id, move.pose.id, part, drag)
        onCatch(hit)
        return change
      },
      click: () => {
        if (part !== 'end') return
        goTo(move.to)
        setDesk({ moveEnd: 'end' })
      },
      over: () => onCatch(null),
    })
  }
  return (part, m) => ({ onPointerDown: grasp(part, m), ...hand })
}

/** The curves of the moves, and level lines where a pose is held. */
function Curves({
  moves,
  start,
  x,
  bold,
}: {
  moves: readonly Move[]
  start: number
  x: (frame: number) => number
  bold: boolean
}) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
      {linesOf(moves, start, x).map(({ move: m, line, held }) => (
        <g key={m.pose.id} fill="none" stroke={m.lost ? '#b8321a' : '#2b2118'}>
          {line && <path d={line} strokeDasharray={m.lost ? '3 2' : undefined} strokeWidth={bold ? 1.8 : 1.2} />}
          {held && <path data-held={m.pose.id} d={held} strokeWidth={isHold(m) ? 2.6 : 0.8} strokeOpacity={0.8} />}
        </g>
      ))}
    </svg>
  )
}

/** Where a move sets out, to be dragged. */
const SetOut = ({ at, over, pose, hand }: { at: number; over: boolean; pose: string; hand: DragHand }) => (
  <span
    className={`absolute top-0 w-[7px] cursor-ew-resize ${over ? 'h-[calc(100%-13px)]' : 'bottom-0'}`}
    style={{ left: at - 2 }}
    title={inWords('timeline.theMoveStartsHereDrag')}
    data-move-start={pose}
    {...hand}
  >
    <span className="absolute bottom-0.5 left-0.5 h-1.5 w-[3px] bg-ink" />
  </span>
)
/** Where a move lands: the nth pose after the first. */
function Notch({
  n,
  move: { pose },
  at,
  tight,
  tall,
  lit,
  hand,
}: {
  n: number
  move: Move
  at: number
  tight: boolean
  tall: boolean
  lit: boolean
  hand: DragHand
}) {
  const chosen = useDesk((b) => b.keys.some((k) => k.pose === pose.id))
  return (
    <span
      aria-hidden
      title={inWords('timeline.poseDragToLandElsewhere', n + 1)}
      data-notch={n + 1}
      data-lit={lit}
      className={`${NOTCH} ${lit ? LIT : chosen ? CHOSEN : PLAIN} ${chosen ? 'ring-1 ring-accent' : ''}`}
      style={{ left: at - (tight ? 3 : 6), width: tight ? 6 : 12, height: tall ? 13 : 10 }}
      {...hand}
    >
      {!tight && n + 1}
    </span>
  )
}
