import { isView } from '@/core/kinds'
import { setElements, type Values } from '@/core/edits'
import type { Element, Loop } from '@/core/lesson/schema'
import { loopJump } from '@/core/review/seam'
import { edit, selectAlone, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { Choice, Row, Tick, Words } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { Section } from '../fields/section'
import { inWords, said, type Said } from '../../words/words'

/** What goes on by itself, without any moves that could be done again. */
const UNMOVED: readonly string[] = ['blink', 'pulse', 'tremble']

/** What an element rides on, what it does again and again, and what it is kept with. */
export function JoinSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const { lesson } = timed
  const on = e.rides?.on ? lesson.elements.find((x) => x.id === e.rides!.on) : undefined
  const set = (label: Said, values: Values) => edit(label, setElements([e.id], values))
  return (
    <Section title={inWords('details.ridesLoopsGroups')} folds="shut">
      {on ? (
        <>
          <p className="text-muted">{inWords('details.itGoesAlongInPlace')}</p>
          <Row label={inWords('details.ridesOn')}>
            <button type="button" className="truncate text-accent-deep underline" onClick={() => selectAlone([on.id])}>
              {on.name}
            </button>
          </Row>
          <Tick
            label={inWords('details.fadesWithIt')}
            value={e.rides!.fades}
            onChange={(v) =>
              set(said(v ? 'details.carryOpacityToo' : 'details.doNotCarryOpacity'), { 'rides.fades': v })
            }
          />
          <Button onClick={() => runCommand('ride-off')}>{inWords('details.stopRidingStayInPlace')}</Button>
        </>
      ) : (
        <Button onClick={() => runCommand('ride')}>{inWords('details.rideOnSomething')}</Button>
      )}
      <LoopFields element={e} set={set} />
      {e.group && (
        <Row label={inWords('details.inAGroup')}>
          <Button onClick={() => runCommand('ungroup')}>{inWords('details.ungroup')}</Button>
        </Row>
      )}
      <Tick
        label={inWords('details.followsTheMotionBlur')}
        value={e.motionBlur}
        onChange={(v) => set(said(v ? 'details.followTheMotionBlur' : 'details.noMotionBlur'), { motionBlur: v })}
      />
      <Tick label={inWords('details.locked')} value={e.locked} onChange={() => runCommand('lock')} />
      <Tick label={inWords('details.hidden')} value={e.hidden} onChange={() => runCommand('hide')} />
      <TagFields element={e} set={set} />
    </Section>
  )
}

interface SetProps {
  element: Element
  set: (label: Said, values: Values) => void
}
/** What it does again and again. */
function LoopFields({ element: e, set }: SetProps) {
  const loop = (change: Partial<Loop>) =>
    set(said('details.loopOf', e.name), {
      loop: { how: 'repeat', times: null, everyFrames: 15, ...e.loop, ...change },
    })
  return (
    <>
      {!isView(e) && (
        <Choice
          label={inWords('details.repeats')}
          value={e.loop?.how ?? 'no'}
          options={[
            { value: 'no', label: inWords('details.never') },
            { value: 'repeat', label: inWords('details.fromTheStartAgainAnd') },
            { value: 'there-and-back', label: inWords('details.thereAndBack') },
            { value: 'blink', label: inWords('details.blinks') },
            { value: 'pulse', label: inWords('details.pulses') },
            { value: 'tremble', label: inWords('details.trembles') },
          ]}
          onChange={(v) => (v === 'no' ? set(said('details.noLoop'), { loop: null }) : loop({ how: v }))}
        />
      )}
      {e.loop && <LoopValues element={e} of={e.loop} loop={loop} />}
    </>
  )
}
function LoopValues({ element: e, of, loop }: { element: Element; of: Loop; loop: (change: Partial<Loop>) => void }) {
  const timed = useShown()
  const own = timed.lesson.elements.find((x) => x.id === e.id)
  const jump = own ? loopJump(timed, own) : null
  return (
    <>
      <Tick
        label={inWords('details.untilItEnds')}
        value={of.times === null}
        onChange={(v) => loop({ times: v ? null : 3 })}
      />
      {of.times !== null && (
        <NumberField
          label={inWords('details.times')}
          min={1}
          max={10_000}
          value={of.times}
          onChange={(v) => loop({ times: v })}
        />
      )}
      {UNMOVED.includes(of.how) && (
        <NumberField
          label={of.how === 'blink' ? inWords('details.onThenOffFor') : inWords('details.eachTakes')}
          unit="frames"
          min={1}
          max={10_000}
          value={of.everyFrames}
          onChange={(v) => loop({ everyFrames: v })}
        />
      )}
      {(of.how === 'pulse' || of.how === 'tremble') && (
        <NumberField
          label={of.how === 'pulse' ? inWords('details.swellsBy') : inWords('details.atTheMost')}
          unit={of.how === 'pulse' ? '%' : 'px'}
          min={0}
          max={1000}
          value={of.by ?? 6}
          onChange={(v) => loop({ by: v })}
        />
      )}
      {of.how === 'tremble' && (
        <NumberField
          label={inWords('details.patternNumber')}
          min={0}
          max={1_000_000_000}
          value={of.seed ?? 1}
          onChange={(v) => loop({ seed: Math.round(v) })}
        />
      )}
      {jump && <p className="text-warn">{jump}</p>}
      {!UNMOVED.includes(of.how) && e.poses.length === 0 && (
        <p className="text-warn">{inWords('details.itHasNoMovesTo')}</p>
      )}
    </>
  )
}

/** The tags in a line, each once. */
const tagsIn = (text: string): string[] =>
  [
    ...new Set(
      text
        .split(',')
        .map((t) => t.trim().slice(0, 40))
        .filter(Boolean),
    ),
  ].slice(0, 20)
function TagFields({ element: e, set }: SetProps) {
  const { lesson } = useShown()
  return (
    <>
      <Row label={inWords('details.tags')}>
        <Words
          label={inWords('details.tagsWithCommasBetween')}
          value={e.tags.join(', ')}
          onChange={(v) => set(said('details.tagsOf', e.name), { tags: tagsIn(v) })}
        />
      </Row>
      {e.tags.length > 0 && (
        <Button
          onClick={() =>
            selectAlone(lesson.elements.filter((x) => x.tags.some((t) => e.tags.includes(t))).map((x) => x.id))
          }
        >
          {inWords('details.selectAllWithTheseTags')}
        </Button>
      )}
    </>
  )
}
