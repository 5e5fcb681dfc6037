import { keptAs, setMoveEdge, type Keeping } from '@/core/edits'
import type { Element, MoveEdge } from '@/core/lesson/schema'
import type { Move } from '@/core/motion'
import { framesPerSecond, timecode } from '@/core/time'
import { tieTarget } from '@/core/timing'
import { edit, goTo, useShown } from '../bench/store'
import { Choice } from '../kit/fields'
import { NumberField } from '../kit/numberField'
import { MomentPicker } from './TieEditor'

const KEEPINGS: { value: Keeping; label: string }[] = [{ value: 'moment', label: 'with a moment' }, { value: 'start', label: 'after its start' }, { value: 'end', label: 'before its end' }, { value: 'share', label: 'at a share' }, { value: 'length', label: 'by its length' }, { value: 'previous', label: 'straight on' }]

/** Where a move starts or lands, as a sentence that can be edited. */
export function MoveEdgeEditor({ element: e, move, side }: { element: Element; move: Move; side: 'start' | 'end' }) {
  const timed = useShown()
  const fps = framesPerSecond(timed.lesson.rate)
  const edge = move.pose[side]
  const other = move.pose[side === 'start' ? 'end' : 'start']
  const at = side === 'start' ? move.from : move.to
  const set = (next: MoveEdge) => edit(side === 'start' ? `Start a move of “${e.name}” elsewhere` : `Let a move of “${e.name}” land elsewhere`, setMoveEdge(e.id, move.pose.id, side, next))
  const how: Keeping = edge.on === 'element' ? 'moment' : edge.on
  const tied = edge.on === 'moment' || edge.on === 'element' ? edge : null
  return (
    <div className={`rounded border bg-card p-1.5 ${move.lost && tied ? 'border-accent' : 'border-edge'}`} data-testid={`move-${side}`}>
      <div className="flex flex-wrap items-center gap-1.5">
        <strong>{side === 'start' ? 'Starts' : 'Lands'}</strong>
        <Choice bare label={side === 'start' ? 'How the move starts' : 'How the move lands'} value={how} options={KEEPINGS.filter((k) => (k.value !== 'previous' || side === 'start') && (k.value !== 'length' || other.on !== 'length'))} onChange={(k) => k !== how && set(keptAs(timed, e, move.pose, side, k))} />
        <button type="button" className="figures ml-auto rounded px-1 text-xs text-muted hover:bg-black/5" title="Go there" onClick={() => goTo(at)}>{timecode(Math.round(at), timed.lesson.rate)}</button>
      </div>
      {edge.on !== 'previous' && (
        <div className="mt-1 flex flex-wrap items-center gap-1.5">
          {(edge.on === 'start' || edge.on === 'end' || edge.on === 'length') && <NumberField compact label={edge.on === 'length' ? 'Length of the move' : 'Frames'} unit="frames" perSecond={fps} min={edge.on === 'length' ? 0 : -100_000} value={edge.frames} onChange={(v) => set({ ...edge, frames: v })} />}
          {edge.on === 'share' && <NumberField compact label="Share of its length" unit="%" digits={1} min={-100} max={200} value={edge.share * 100} onChange={(v) => set({ on: 'share', share: v / 100 })} />}
          {tied && (
            <>
              {tied.offset !== 0 && <NumberField compact label="Frames off the moment" perSecond={fps} min={0} value={Math.abs(tied.offset)} onChange={(v) => set({ ...tied, offset: Math.sign(tied.offset) * v })} />}
              {tied.offset !== 0 && <span>frames</span>}
              <Choice bare label="Before or after" value={tied.offset === 0 ? 'on' : tied.offset > 0 ? 'after' : 'before'} onChange={(w) => set({ ...tied, offset: w === 'on' ? 0 : (w === 'after' ? 1 : -1) * (Math.abs(tied.offset) || 4) })} options={[{ value: 'on', label: 'on' }, { value: 'after', label: 'after' }, { value: 'before', label: 'before' }]} />
              <MomentPicker label={tieTarget(timed, tied)} own={e.id} onPick={(next) => set({ ...next, offset: tied.offset, last: Math.round(at) })} />
            </>
          )}
        </div>
      )}
    </div>
  )
}
