import { keptAs, setMoveEdge, type Keeping } from '@/core/edits'
import type { Element, MoveEdge } from '@/core/lesson/schema'
import type { Move } from '@/core/motion'
import { framesPerSecond, timecode } from '@/core/time'
import { edit, goTo, useShown } from '../state/desk'
import { Choice } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { TieFields } from './TieEditor'
import { inWords, said } from '../../words/words'

const KEEPINGS: { value: Keeping; label: string }[] = [
  { value: 'moment', label: inWords('details.withAMoment') },
  { value: 'start', label: inWords('details.afterTheElementsStart') },
  { value: 'end', label: inWords('details.beforeTheElementsEnd') },
  { value: 'share', label: inWords('details.atAOfItsLength') },
  { value: 'length', label: inWords('details.byItsLength') },
  { value: 'take', label: inWords('details.atATimeOfThe') },
  { value: 'previous', label: inWords('details.rightAfterTheOneBefore') },
  { value: 'key', label: inWords('details.rightAfterItsOwnLast') },
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
      side === 'start' ? said('details.startAMoveOfElsewhere', e.name) : said('details.letAMoveOfLand', e.name),
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
        <strong>{side === 'start' ? inWords('details.starts') : inWords('details.lands')}</strong>
        <Choice
          bare
          label={side === 'start' ? inWords('details.howTheMoveStarts') : inWords('details.howTheMoveLands')}
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
          title={inWords('details.goThere')}
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
              label={edge.on === 'length' ? inWords('details.lengthOfTheMove') : inWords('details.frames')}
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
              label={inWords('details.shareOfItsLength')}
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
