import { keptAs, setMoveEdge, type Keeping } from '@/core/edits'
import type { Element, MoveEdge } from '@/core/lesson/schema'
import type { Move } from '@/core/motion'
import { framesPerSecond, timecode } from '@/core/time'
import { edit, goTo, useShown } from '../state/desk'
import { Choice } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { TieFields } from './TieEditor'

const KEEPINGS: { value: Keeping; label: string }[] = [
  { value: 'moment', label: 'with a moment' },
  { value: 'start', label: 'after its start' },
  { value: 'end', label: 'before its end' },
  { value: 'share', label: 'at a % of its length' },
  { value: 'length', label: 'by its length' },
  { value: 'take', label: 'at a time of the recording' },
  { value: 'previous', label: 'right after the one before' },
  { value: 'key', label: 'right after its own last one' },
]

/** Where a move starts or lands, as a sentence that can be edited. */
export function MoveEdgeEditor({ element: e, move, side }: { element: Element; move: Move; side: 'start' | 'end' }) {
  const timed = useShown()
  const fps = framesPerSecond(timed.lesson.rate)
  const edge = move.pose[side]
  const other = move.pose[side === 'start' ? 'end' : 'start']
  const at = side === 'start' ? move.from : move.to
  const set = (next: MoveEdge) =>
    edit(
      side === 'start' ? `Start a move of “${e.name}” elsewhere` : `Let a move of “${e.name}” land elsewhere`,
      setMoveEdge(e.id, move.pose.id, side, next),
    )
  const how: Keeping = edge.on === 'element' ? 'moment' : edge.on
  const tied = edge.on === 'moment' || edge.on === 'element' ? edge : null
  return (
    <div
      className={`rounded border bg-card p-1.5 ${move.lost && tied ? 'border-accent' : 'border-edge'}`}
      data-testid={`move-${side}`}
    >
      <div className="flex flex-wrap items-center gap-1.5">
        <strong>{side === 'start' ? 'Starts' : 'Lands'}</strong>
        <Choice
          bare
          label={side === 'start' ? 'How the move starts' : 'How the move lands'}
          value={how}
          options={KEEPINGS.filter(
            (k) =>
              ((k.value !== 'previous' && k.value !== 'key') || side === 'start') &&
              (k.value !== 'length' || other.on !== 'length'),
          )}
          onChange={(k) => k !== how && set(keptAs(timed, e, move.pose, side, k))}
        />
        <button
          type="button"
          className="figures ml-auto rounded px-1 text-xs text-muted hover:bg-black/5"
          title="Go there"
          onClick={() => goTo(at)}
        >
          {timecode(Math.round(at), timed.lesson.rate)}
        </button>
      </div>
      {edge.on !== 'previous' && edge.on !== 'key' && edge.on !== 'take' && (
        <div className="mt-1 flex flex-wrap items-center gap-1.5">
          {(edge.on === 'start' || edge.on === 'end' || edge.on === 'length') && (
            <NumberField
              compact
              label={edge.on === 'length' ? 'Length of the move' : 'Frames'}
              unit="frames"
              perSecond={fps}
              min={edge.on === 'length' ? 0 : -100_000}
              value={edge.frames}
              onChange={(v) => set({ ...edge, frames: v })}
            />
          )}
          {edge.on === 'share' && (
            <NumberField
              compact
              label="Share of its length"
              unit="%"
              digits={1}
              min={-100}
              max={200}
              value={edge.share * 100}
              onChange={(v) => set({ on: 'share', share: v / 100 })}
            />
          )}
          {tied && <TieFields tie={tied} at={at} own={e.id} onChange={set} />}
        </div>
      )}
    </div>
  )
}
