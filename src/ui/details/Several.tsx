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
import { isClip, kindOf, plays } from '@/core/kinds'
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
import { inWords, said } from '../../words/words'

const ALIGN = [
  ['left', AlignStartVertical, inWords('details.leftEdges')],
  ['centre', AlignCenterVertical, inWords('details.middlesAcross')],
  ['right', AlignEndVertical, inWords('details.rightEdges')],
  ['top', AlignStartHorizontal, inWords('details.topEdges')],
  ['middle', AlignCenterHorizontal, inWords('details.middlesDown')],
  ['bottom', AlignEndHorizontal, inWords('details.bottomEdges')],
] as const

/** What can be done with several elements at once. */
export function Several({ ids }: { ids: string[] }) {
  const timed = useShown()
  const all = ids.flatMap((id) => timed.lesson.elements.find((e) => e.id === id) ?? [])
  const first = all[0]
  if (!first) return null
  const shown = all.filter((e) => plays(e)?.what === 'footage' || kindOf(e).pulls === 'shape')
  return (
    <>
      <Section title={inWords('details.elements', ids.length)}>
        <p className="text-muted">{inWords('details.dragThemTogetherOnThe', first.name)}</p>
        <Button onClick={() => runCommand('read-gauge')}>{inWords('details.linkToOneGauge')}</Button>
        <NumberField
          label={inWords('details.opacityOfAll')}
          unit="%"
          min={0}
          max={100}
          value={first.opacity * 100}
          onLive={(v) => tryPosed(setElements(ids, { opacity: v / 100 }))}
          onChange={(v) => editPosed(said('details.opacityOfSeveralElements'), setElements(ids, { opacity: v / 100 }))}
        />
        <NumberField
          relative
          label={inWords('details.turnEachBy')}
          unit="°"
          min={-36_000}
          max={36_000}
          value={0}
          onLive={(v) => tryPosed(turnAndScale(ids, v, 1))}
          onChange={(v) => editPosed(said('details.turnSeveralElements'), turnAndScale(ids, v, 1))}
        />
        <NumberField
          relative
          label={inWords('details.sizeOfEachBy')}
          unit="%"
          min={1}
          max={10_000}
          value={100}
          onLive={(v) => tryPosed(turnAndScale(ids, 0, v / 100))}
          onChange={(v) => editPosed(said('details.scaleSeveralElements'), turnAndScale(ids, 0, v / 100))}
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
    <Section title={inWords('details.lineUpAndSpread')} folds="open">
      <Choice
        label={inWords('details.against')}
        value={to}
        options={[
          { value: 'each-other', label: inWords('details.eachOther') },
          { value: 'frame', label: inWords('details.theFrame') },
          { value: 'action', label: inWords('details.theActionSafeArea') },
          { value: 'title', label: inWords('details.theTitleSafeArea') },
        ]}
        onChange={setTo}
      />
      <div className="flex flex-wrap gap-0.5">
        {ALIGN.map(([edge, Icon, words]) => (
          <IconButton key={edge} label={words} onClick={() => alignNow(edge, to)}>
            <Icon size={16} />
          </IconButton>
        ))}
        <IconButton
          label={inWords('details.spreadAcross')}
          disabled={ids.length < 3}
          onClick={() => distributeNow('across')}
        >
          <AlignHorizontalSpaceAround size={16} />
        </IconButton>
        <IconButton
          label={inWords('details.spreadDown')}
          disabled={ids.length < 3}
          onClick={() => distributeNow('down')}
        >
          <AlignVerticalSpaceAround size={16} />
        </IconButton>
      </div>
      <div className="flex gap-1">
        <Button onClick={() => equalNow('width')}>{inWords('details.asWide')}</Button>
        <Button onClick={() => equalNow('height')}>{inWords('details.asTall')}</Button>
        <Button onClick={() => runCommand('group')}>{inWords('details.group')}</Button>
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
    <Section title={inWords('details.moves')} folds="open">
      <div className="grid grid-cols-2 gap-1">
        {[
          ['move-here', inWords('details.moveFromNow')],
          ['arrive-here', inWords('details.arriveByNow')],
          ['hold-here', inWords('details.holdUntilHere')],
          ['return', inWords('details.return')],
          ['start-together', inWords('details.startTogether')],
          ['land-together', inWords('details.landTogether')],
        ].map(([id, words]) => (
          <Button key={id} data-act={id} onClick={() => runCommand(id!)}>
            {words}
          </Button>
        ))}
      </div>
      {moves.length > 0 && (
        <EasingEditor
          label={inWords('details.easingOfAllMoves')}
          value={moves[0]!.easing}
          onChange={(v) => edit(said('details.easingOfSeveralMoves'), setMoveEasing(moves, v))}
        />
      )}
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-muted">{inWords('details.asTheFirst')}</span>
        {(['arrival', 'departure', 'look'] as const).map((w) => (
          <Button
            key={w}
            onClick={() =>
              edit(said('details.takeOverTheOf', said(`terms.${w}`), first.name), takeOver(ids, first.id, w))
            }
          >
            {inWords(`terms.${w}`)}
          </Button>
        ))}
        {first.poses.length > 0 && (
          <Button onClick={() => edit(said('details.takeOverTheMovesOf', first.name), takeMoves(ids, first.id))}>
            {inWords('details.movesOf')}
          </Button>
        )}
        <Button onClick={() => runCommand('follow-first')}>{inWords('details.allFromNowOn')}</Button>
      </div>
      <Button onClick={() => runCommand('ride')}>{inWords('details.rideOnSomething')}</Button>
    </Section>
  )
}

const ORDERS = [
  { value: 'selection', label: inWords('details.asTheyWereChosen') },
  { value: 'left-to-right', label: inWords('details.leftToRight') },
  { value: 'top-to-bottom', label: inWords('details.topToBottom') },
  { value: 'nearest-first', label: inWords('details.nearestFirst') },
  { value: 'shuffled', label: inWords('details.shuffled') },
] as const
const STAGGERED = [
  { value: 'start', label: inWords('details.startsLater') },
  { value: 'element', label: inWords('details.comesLaterWhole') },
  { value: 'move', label: inWords('details.movesLater') },
] as const

/** Lets elements follow each other; laid again with other numbers at any time. */
function StaggerSection({ ids }: { ids: string[] }) {
  const { lesson } = useShown()
  const laid = lesson.staggers.filter(
    (s) => s.elements.length === ids.length && ids.every((id) => s.elements.includes(id)),
  )
  const lay = (s: Omit<Stagger, 'shifts'>) => edit(said('details.staggerElements', s.elements.length), setStagger(s))
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
    <Section title={inWords('details.stagger')} folds="open">
      {laid.map((s) => (
        <div key={s.id} className="space-y-1.5 rounded border border-edge bg-card p-2" data-testid="stagger">
          <Choice
            label={inWords('details.each')}
            value={s.what}
            options={STAGGERED}
            onChange={(what) => lay({ ...s, what })}
          />
          {s.what === 'move' && (
            <NumberField
              label={inWords('details.whichMove')}
              min={1}
              max={99}
              value={s.move}
              onChange={(move) => lay({ ...s, move })}
            />
          )}
          <NumberField
            label={inWords('details.by')}
            unit="frames"
            digits={1}
            min={-1000}
            max={1000}
            value={s.frames}
            onChange={(frames) => lay({ ...s, frames })}
          />
          <Choice
            label={inWords('details.order')}
            value={s.order}
            options={ORDERS}
            onChange={(order) => lay({ ...s, order })}
          />
          {(s.order === 'shuffled' || s.jitter > 0) && (
            <NumberField
              label={inWords('details.shuffleNumber')}
              min={0}
              max={9999}
              value={s.seed}
              onChange={(seed) => lay({ ...s, seed })}
            />
          )}
          <NumberField
            label={inWords('details.unevenByUpTo')}
            unit="frames"
            min={0}
            max={200}
            value={s.jitter}
            onChange={(jitter) => lay({ ...s, jitter })}
          />
          <Button onClick={() => edit(said('details.takeAStaggerOff'), removeStagger(s.id))}>
            {inWords('details.allAtOnceAgain')}
          </Button>
        </div>
      ))}
      <Button onClick={anew}>
        {laid.length ? inWords('details.staggerSomethingElseToo') : inWords('details.letThemFollowEachOther')}
      </Button>
    </Section>
  )
}
