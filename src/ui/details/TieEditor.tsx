import { Command as Cmd } from 'cmdk'
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import { nearTie, pushing, setEdge } from '@/core/edits'
import type { Edge, Element } from '@/core/lesson/schema'
import { framesPerSecond, parseTimecode, lengthText, timecode } from '@/core/time'
import { momentName, partName, tieTarget } from '@/core/timing'
import { desk, edit, goTo, useShown } from '../state/desk'
import { MomentIcon } from '../kit/kindIcon'
import { NumberField } from '../fields/numberField'
import { Choice, Words } from '../fields/fields'
import { isTiedTo, momentKind, type PresentMoment } from '@/core/moments'
import { inWords, said, type Said } from '../../words/words'
import { PullOut } from '../kit/pullOut'

type How = 'moment' | 'loose' | 'length'
/** An end of an element as a sentence that can be edited: “starts [4] frames [after] [the click on Lend out]”. */
export function TieEditor({ element: e, side }: { element: Element; side: 'start' | 'end' }) {
  const timed = useShown()
  const span = timed.spans.get(e.id)!
  const edge = e[side]
  const at = side === 'start' ? span.from : span.to
  const lost = side === 'start' ? span.startLost : span.endLost
  const set = (
    next: Edge,
    label: Said = said(side === 'start' ? 'timeline.startElsewhere' : 'timeline.endElsewhere', e.name),
  ) =>
    edit(label, side === 'end' && desk().pushes ? pushing(e.id, setEdge(e.id, side, next)) : setEdge(e.id, side, next))
  const how: How = edge.on === 'element' ? 'moment' : edge.on
  const other = e[side === 'start' ? 'end' : 'start']
  const change = (to: How) => {
    if (to === how) return
    if (to === 'loose') set({ on: 'loose', frame: at }, said('details.loosenTheOf', side, e.name))
    else if (to === 'length') set({ on: 'length', frames: Math.max(1, span.to - span.from) })
    else {
      const near = nearTie(timed, e.id, side)
      if (near) set(near, said('details.tieTheOf', side, e.name))
      else toast(inWords('details.thereIsNoMomentIn', e.name))
    }
  }
  return (
    <div className={`rounded border bg-card p-2 ${lost ? 'border-accent' : 'border-edge'}`} data-testid={`tie-${side}`}>
      <div className="flex flex-wrap items-center gap-1.5">
        <strong>{side === 'start' ? inWords('details.starts') : inWords('details.ends')}</strong>
        <Choice
          bare
          label={inWords('details.howTheIsSet', side)}
          value={how}
          onChange={change}
          options={[
            { value: 'moment', label: inWords('details.withAMoment') },
            { value: 'loose', label: inWords('details.atATime') },
            ...(other.on !== 'length' ? [{ value: 'length' as const, label: inWords('details.byItsLength') }] : []),
          ]}
        />
        <button
          type="button"
          className="figures ml-auto rounded px-1 text-xs text-muted hover:bg-black/5"
          title={inWords('details.goThere')}
          onClick={() => goTo(side === 'start' ? at : at - 1)}
        >
          {timecode(at, timed.lesson.rate)}
        </button>
      </div>
      <EdgeFields edge={edge} side={side} at={at} element={e} onChange={set} />
      {lost && <p className="mt-1 text-accent-deep">{inWords('details.thisMomentWasCutAway')}</p>}
    </div>
  )
}

/** The values of an end: its time, its length, or what it hangs on. */
function EdgeFields({
  edge,
  side,
  at,
  element: e,
  onChange: set,
}: {
  edge: Edge
  side: 'start' | 'end'
  at: number
  element: Element
  onChange: (next: Edge, label?: Said) => void
}) {
  const timed = useShown()
  const tied = edge.on === 'moment' || edge.on === 'element' ? edge : null
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
      {edge.on === 'loose' && (
        <span className="w-[104px]">
          <Words
            label={inWords('details.timeOfThe', side)}
            className="figures text-center"
            value={timecode(edge.frame, timed.lesson.rate)}
            onChange={(t) => {
              const f = parseTimecode(t, timed.lesson.rate, edge.frame)
              if (f !== null) set({ on: 'loose', frame: f })
            }}
          />
        </span>
      )}
      {edge.on === 'length' && (
        <>
          <NumberField
            compact
            label={inWords('details.length')}
            unit="frames"
            perSecond={framesPerSecond(timed.lesson.rate)}
            min={1}
            value={edge.frames}
            onChange={(v) => set({ on: 'length', frames: v }, said('details.changeTheLengthOf', e.name))}
          />
          <span className="text-muted">
            = {lengthText(edge.frames, timed.lesson.rate)}{' '}
            {side === 'end' ? inWords('details.afterItsStart') : inWords('details.beforeItsEnd')}
          </span>
        </>
      )}
      {tied && <TieFields tie={tied} at={at} own={e.id} onChange={set} />}
    </div>
  )
}

type Tied = Extract<Edge, { on: 'moment' | 'element' }>
/** How far from what it hangs on, and on what: “[4] frames [after] [the click on Lend out]”. */
export function TieFields({
  tie,
  at,
  own,
  onChange,
}: {
  tie: Tied
  at: number
  own: string
  onChange: (next: Tied) => void
}) {
  const timed = useShown()
  return (
    <>
      {tie.offset !== 0 && (
        <NumberField
          compact
          label={inWords('details.framesOffTheMoment')}
          perSecond={framesPerSecond(timed.lesson.rate)}
          min={0}
          value={Math.abs(tie.offset)}
          onChange={(v) => onChange({ ...tie, offset: Math.sign(tie.offset) * v })}
        />
      )}
      {tie.offset !== 0 && <span>{inWords('details.framesUnit')}</span>}
      <Choice
        bare
        label={inWords('details.beforeOrAfter')}
        value={tie.offset === 0 ? 'on' : tie.offset > 0 ? 'after' : 'before'}
        onChange={(w) =>
          onChange({ ...tie, offset: w === 'on' ? 0 : (w === 'after' ? 1 : -1) * (Math.abs(tie.offset) || 4) })
        }
        options={[
          { value: 'on', label: inWords('details.on') },
          { value: 'after', label: inWords('details.after') },
          { value: 'before', label: inWords('details.before') },
        ]}
      />
      <MomentPicker
        label={tieTarget(timed, tie)}
        own={own}
        onPick={(next) => onChange({ ...next, offset: tie.offset, last: Math.round(at) })}
      />
    </>
  )
}

type Target =
  | { on: 'moment'; moment: string; edge: 'start' | 'end' }
  | Pick<Extract<Edge, { on: 'element' }>, 'on' | 'element' | 'edge' | 'pose'>
/** What of an element something can hang on: its ends, its arrival and departure where it has them, its poses. */
const partsOf = (e: Element): Omit<Extract<Target, { on: 'element' }>, 'on'>[] => [
  { element: e.id, edge: 'start' },
  ...(e.arrival.how === 'none' ? [] : [{ element: e.id, edge: 'arrived' as const }]),
  ...e.poses.map((p) => ({ element: e.id, edge: 'lands' as const, pose: p.id })),
  ...(e.departure.how === 'none' ? [] : [{ element: e.id, edge: 'leaves' as const }]),
  { element: e.id, edge: 'end' },
]
/** Finds a moment, a word, or an end of another element to hang something on. */
function MomentPicker({ label, own, onPick }: { label: string; own: string; onPick: (t: Target) => void }) {
  const [open, setOpen] = useState(false)
  const pick = (t: Target) => {
    setOpen(false)
    onPick(t)
  }
  return (
    <PullOut
      open={open}
      onOpenChange={setOpen}
      className="w-80 p-2"
      from={
        <button
          type="button"
          className={
            'max-w-full truncate rounded border border-dashed border-edge-strong px-1.5 ' +
            'py-0.5 text-left text-accent-deep hover:bg-accent-wash'
          }
          title={inWords('details.chooseAnotherMoment')}
        >
          {label}
        </button>
      }
    >
      <Found own={own} onPick={pick} />
    </PullOut>
  )
}

const ITEM = 'flex cursor-pointer items-center gap-1.5 rounded px-2 py-0.5 data-[selected=true]:bg-accent-wash'
/** What can be tied to, to be looked through by its name. */
function Found({ own, onPick }: { own: string; onPick: (t: Target) => void }) {
  const timed = useShown()
  const entries = useMemo(
    () =>
      [...timed.moments.values()]
        .filter((m): m is PresentMoment => m.frame !== null && isTiedTo(m))
        .sort((a, b) => a.frame - b.frame),
    [timed],
  )
  return (
    <Cmd label={inWords('common.moments')} defaultValue={entries.find((m) => m.frame >= desk().playhead)?.id}>
      <Cmd.Input
        autoFocus
        placeholder={inWords('details.findAMomentAWord')}
        className="mb-1 w-full rounded border border-edge bg-card px-2 py-1 outline-none focus:border-accent"
      />
      <Cmd.List label={inWords('details.suggestions')} className="thin-scroll max-h-64 overflow-auto">
        <Cmd.Empty className="p-2 text-muted">{inWords('details.thereIsNoSuchMoment')}</Cmd.Empty>
        {entries.map((m) => (
          <MomentItem key={m.id} of={m} edge="start" onPick={onPick} />
        ))}
        {entries
          .filter((m) => m.untilFrame !== null && momentKind(m).endsToo)
          .map((m) => (
            <MomentItem key={`${m.id} end`} of={m} edge="end" onPick={onPick} />
          ))}
        {timed.lesson.elements
          .filter((e) => e.id !== own)
          .flatMap((e) =>
            partsOf(e).map((part) => {
              const words = partName(timed.lesson, part)
              return (
                <Cmd.Item
                  key={words}
                  value={`${e.id} ${part.edge} ${part.pose ?? ''}`}
                  keywords={[words]}
                  className={ITEM}
                  onSelect={() => onPick({ on: 'element', ...part })}
                >
                  <span className="truncate">{words}</span>
                </Cmd.Item>
              )
            }),
          )}
      </Cmd.List>
    </Cmd>
  )
}
function MomentItem({
  of: m,
  edge,
  onPick,
}: {
  of: PresentMoment
  edge: 'start' | 'end'
  onPick: (t: Target) => void
}) {
  const { rate } = useShown().lesson
  return (
    <Cmd.Item
      value={edge === 'start' ? m.id : `${m.id} end`}
      keywords={[m.label, edge === 'start' ? m.kind : 'end']}
      className={ITEM}
      onSelect={() => onPick({ on: 'moment', moment: m.id, edge })}
    >
      <MomentIcon kind={m.kind} size={12} />
      <span className="truncate">{momentName(m, edge)}</span>
      <span className="figures ml-auto text-[11px] text-muted">
        {timecode(edge === 'start' ? m.frame : m.untilFrame!, rate)}
      </span>
    </Cmd.Item>
  )
}
