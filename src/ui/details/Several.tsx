import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
} from 'lucide-react'
import {
  removeStagger,
  setElements,
  setMoveEasing,
  setStagger,
  takeMoves,
  takeOver,
  type AlignTo,
  turnAndScale,
} from '@/core/edits'
import type { Element, Stagger } from '@/core/lesson/schema'
import { isClip, kindOf } from '@/core/kinds'
import { motionOf } from '@/core/motion'
import { editPosed, tryPosed } from '../state/inPose'
import { edit, freshId, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { alignNow, distributeNow, equalNow } from '../commands/placing'
import { Button, IconButton } from '../kit/button'
import { Choice } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { EasingEditor } from '../fields/easingEditor'
import { Actions } from './ElementDetails'
import { BesideSection } from './BesideSection'
import { Section } from '../fields/section'

const ALIGN = [
  ['left', AlignStartVertical, 'Left edges'],
  ['centre', AlignCenterVertical, 'Middles, across'],
  ['right', AlignEndVertical, 'Right edges'],
  ['top', AlignStartHorizontal, 'Top edges'],
  ['middle', AlignCenterHorizontal, 'Middles, down'],
  ['bottom', AlignEndHorizontal, 'Bottom edges'],
] as const

/** What can be done with several elements at once. */
export function Several({ ids }: { ids: string[] }) {
  const timed = useShown()
  const all = ids.flatMap((id) => timed.lesson.elements.find((e) => e.id === id) ?? [])
  const first = all[0]
  if (!first) return null
  const shown = all.filter((e) => kindOf(e).plays === 'footage' || kindOf(e).pulls === 'shape')
  return (
    <>
      <Section title={`${ids.length} elements`}>
        <p className="text-muted">
          Drag them together on the picture or the timeline. The first chosen leads: “{first.name}”.
        </p>
        <Button onClick={() => runCommand('read-gauge')}>Link to one gauge</Button>
        <NumberField
          label="opacity of all"
          unit="%"
          min={0}
          max={100}
          value={first.opacity * 100}
          onLive={(v) => tryPosed(setElements(ids, { opacity: v / 100 }))}
          onChange={(v) => editPosed('Opacity of several elements', setElements(ids, { opacity: v / 100 }))}
        />
        <NumberField
          relative
          label="turn each by"
          unit="°"
          min={-36_000}
          max={36_000}
          value={0}
          onLive={(v) => tryPosed(turnAndScale(ids, v, 1))}
          onChange={(v) => editPosed('Turn several elements', turnAndScale(ids, v, 1))}
        />
        <NumberField
          relative
          label="size of each, by"
          unit="%"
          min={1}
          max={10_000}
          value={100}
          onLive={(v) => tryPosed(turnAndScale(ids, 0, v / 100))}
          onChange={(v) => editPosed('Scale several elements', turnAndScale(ids, 0, v / 100))}
        />
        <Actions />
      </Section>
      {all.some(isClip) && all.length > 1 && <BesideSection elements={all} shown={shown} />}
      <LineUp ids={ids} />
      <MovesOfAll all={all} ids={ids} />
      <StaggerSection ids={ids} />
    </>
  )
}

/** Lines several up, spreads them, makes them of one size. */
function LineUp({ ids }: { ids: readonly string[] }) {
  const [to, setTo] = useKept<AlignTo>('several: to', 'each-other')
  return (
    <Section title="Line up and spread" folds="open">
      <Choice
        label="Against"
        value={to}
        options={[
          { value: 'each-other', label: 'each other' },
          { value: 'frame', label: 'the frame' },
          { value: 'action', label: 'the action safe area' },
          { value: 'title', label: 'the title safe area' },
        ]}
        onChange={setTo}
      />
      <div className="flex flex-wrap gap-0.5">
        {ALIGN.map(([edge, Icon, words]) => (
          <IconButton key={edge} label={words} onClick={() => alignNow(edge, to)}>
            <Icon size={16} />
          </IconButton>
        ))}
        <IconButton label="Spread across" disabled={ids.length < 3} onClick={() => distributeNow('across')}>
          <AlignHorizontalSpaceAround size={16} />
        </IconButton>
        <IconButton label="Spread down" disabled={ids.length < 3} onClick={() => distributeNow('down')}>
          <AlignVerticalSpaceAround size={16} />
        </IconButton>
      </div>
      <div className="flex gap-1">
        <Button onClick={() => equalNow('width')}>As wide</Button>
        <Button onClick={() => equalNow('height')}>As tall</Button>
        <Button onClick={() => runCommand('group')}>Group</Button>
      </div>
    </Section>
  )
}

/** What is done with the moves of several; what is taken over from the first. */
function MovesOfAll({ all, ids }: { all: readonly Element[]; ids: string[] }) {
  const timed = useShown()
  const first = all[0]!
  const moves = all.flatMap((e) =>
    motionOf(timed, e).moves.map((m) => ({ element: e.id, pose: m.pose.id, easing: m.pose.easing })),
  )
  return (
    <Section title="Moves" folds="open">
      <div className="grid grid-cols-2 gap-1">
        {[
          ['move-here', 'Move from now'],
          ['arrive-here', 'Arrive by now'],
          ['hold-here', 'Hold until here'],
          ['return', 'Return'],
          ['start-together', 'Start together'],
          ['land-together', 'Land together'],
        ].map(([id, words]) => (
          <Button key={id} data-act={id} onClick={() => runCommand(id!)}>
            {words}
          </Button>
        ))}
      </div>
      {moves.length > 0 && (
        <EasingEditor
          label="Easing of all moves"
          value={moves[0]!.easing}
          onChange={(v) => edit('Easing of several moves', setMoveEasing(moves, v))}
        />
      )}
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-muted">As the first:</span>
        {(['arrival', 'departure', 'look'] as const).map((w) => (
          <Button key={w} onClick={() => edit(`Take over the ${w} of “${first.name}”`, takeOver(ids, first.id, w))}>
            {w}
          </Button>
        ))}
        {first.poses.length > 0 && (
          <Button onClick={() => edit(`Take over the moves of “${first.name}”`, takeMoves(ids, first.id))}>
            moves
          </Button>
        )}
        <Button onClick={() => runCommand('follow-first')}>all, from now on</Button>
      </div>
      <Button onClick={() => runCommand('ride')}>Ride on something…</Button>
    </Section>
  )
}

const ORDERS = [
  { value: 'selection', label: 'as they were chosen' },
  { value: 'left-to-right', label: 'left to right' },
  { value: 'top-to-bottom', label: 'top to bottom' },
  { value: 'nearest-first', label: 'nearest first' },
  { value: 'shuffled', label: 'shuffled' },
] as const
/** Lets elements follow each other; laid again with other numbers at any time. */
function StaggerSection({ ids }: { ids: string[] }) {
  const { lesson } = useShown()
  const laid = lesson.staggers.filter(
    (s) => s.elements.length === ids.length && ids.every((id) => s.elements.includes(id)),
  )
  const lay = (s: Omit<Stagger, 'shifts'>) => edit(`Stagger ${s.elements.length} elements`, setStagger(s))
  const anew = () =>
    lay({
      id: freshId('stagger'),
      elements: ids,
      what: 'start',
      move: 1,
      frames: 2,
      order: 'selection',
      seed: 1,
      jitter: 0,
    })
  return (
    <Section title="Stagger" folds="open">
      {laid.map((s) => (
        <div key={s.id} className="space-y-1.5 rounded border border-edge bg-card p-2" data-testid="stagger">
          <Choice
            label="Each"
            value={s.what}
            options={[
              { value: 'start', label: 'starts later' },
              { value: 'element', label: 'comes later, whole' },
              { value: 'move', label: 'moves later' },
            ]}
            onChange={(what) => lay({ ...s, what })}
          />
          {s.what === 'move' && (
            <NumberField label="which move" min={1} max={99} value={s.move} onChange={(move) => lay({ ...s, move })} />
          )}
          <NumberField
            label="by"
            unit="frames"
            digits={1}
            min={-1000}
            max={1000}
            value={s.frames}
            onChange={(frames) => lay({ ...s, frames })}
          />
          <Choice label="Order" value={s.order} options={ORDERS} onChange={(order) => lay({ ...s, order })} />
          {(s.order === 'shuffled' || s.jitter > 0) && (
            <NumberField
              label="shuffle number"
              min={0}
              max={9999}
              value={s.seed}
              onChange={(seed) => lay({ ...s, seed })}
            />
          )}
          <NumberField
            label="uneven by up to"
            unit="frames"
            min={0}
            max={200}
            value={s.jitter}
            onChange={(jitter) => lay({ ...s, jitter })}
          />
          <Button onClick={() => edit('Take a stagger off', removeStagger(s.id))}>All at once again</Button>
        </div>
      ))}
      <Button onClick={anew}>{laid.length ? 'Stagger something else too' : 'Let them follow each other'}</Button>
    </Section>
  )
}
