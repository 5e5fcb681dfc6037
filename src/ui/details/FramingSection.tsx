import { followsOf, leads } from '@/core/kinds'
import { Crosshair, MousePointer2, Waves } from 'lucide-react'
import { toast } from 'sonner'
import { followPointer, goWithPointer, lockPose, smoothPointer, inOne } from '@/core/edits'
import { CALM, type FollowChoice } from '@/core/framing'
import type { Element } from '@/core/lesson/schema'
import { poseAt } from '@/core/motion'
import { edit, useDesk, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { FramingChart } from './FramingChart'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

/** Lets a zoom follow the pointer, keeps views of it, and shows how fast the framing goes. */
export function FramingSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const [kept, setKept] = useKept('framing: choice', CALM)
  // Of one that follows already it is the element's own, and what is changed applies at once.
  const own = followsOf(e)
  const choice = own ?? kept
  const setChoice = (next: FollowChoice) => {
    setKept(next)
    if (own) edit(said('details.followsThePointerOtherwise', e.name), followPointer(e.id, next))
  }
  const span = timed.spans.get(e.id)!
  const takes = Object.entries(timed.lesson.media).filter(([, m]) => m.pointer)
  const at = poseAt(timed, e, playhead).pose
  const pose = e.poses[at - 1]
  return (
    <Section title={inWords('details.followThePointer')} folds="open">
      {takes.length > 0 || timed.lesson.elements.some((x) => leads(x)) ? (
        <>
          <ChoiceFields choice={choice} onChange={setChoice} />
          <Button
            onClick={() => {
              if (!edit(said('details.followsThePointer', e.name), followPointer(e.id, choice)))
                toast(inWords('details.itFollowsThePointerLike'))
            }}
          >
            <MousePointer2 size={13} />
            {e.poses.length > 0 ? inWords('details.followItAnew') : inWords('details.followThePointer')}
          </Button>
          <Button
            onClick={() => {
              if (!edit(said('details.evenOutThePointersWay'), inOne(takes.map(([id]) => smoothPointer(id)))))
                toast(inWords('details.thePointersWayIsEven'))
            }}
          >
            <Waves size={13} />
            {inWords('details.evenOutAShakyPointer')}
          </Button>
          <CorrectButton />
          {pose && (
            <Tick
              label={inWords('details.poseIsKeptWhenIt', at + 1)}
              value={pose.locked === true}
              onChange={(v) =>
                edit(
                  said('details.keepOrReleasePose', v ? said('details.keep') : said('details.letGoOf'), at + 1, e.name),
                  lockPose(e.id, pose.id, v),
                )
              }
            />
          )}
        </>
      ) : (
        <p className="text-muted">{inWords('details.noTakeHereHasA')}</p>
      )}
      <FramingChart from={span.from} to={span.to} />
    </Section>
  )
}

/** How it follows: how large things are shown, with how much around them, how calmly. */
function ChoiceFields({ choice, onChange: setChoice }: { choice: FollowChoice; onChange: (c: FollowChoice) => void }) {
  return (
    <>
      <NumberField
        tried="kept"
        label={inWords('details.showsThings')}
        unit="timesLarger"
        digits={2}
        step={0.1}
        min={1}
        max={20}
        value={choice.zoom}
        onChange={(zoom) => setChoice({ ...choice, zoom })}
      />
      <NumberField
        tried="kept"
        label={inWords('details.marginAtEachSide')}
        unit="%"
        min={0}
        max={45}
        value={Math.round(choice.margin * 100)}
        onChange={(v) => setChoice({ ...choice, margin: v / 100 })}
      />
      <NumberField
        tried="kept"
        label={inWords('details.calmness')}
        unit="%"
        min={0}
        max={100}
        step={5}
        value={Math.round(choice.calmness * 100)}
        onChange={(v) => setChoice({ ...choice, calmness: v / 100 })}
      />
    </>
  )
}

/** Lets any other element go with the pointer. */
export function WithPointerSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const [offset, setOffset] = useKept('framing: offset', { x: 40, y: 40 })
  const [lag, setLag] = useKept('framing: lag', 3)
  if (!Object.values(timed.lesson.media).some((m) => m.pointer)) return null
  return (
    <Section title={inWords('details.goesWithThePointer')} folds="shut">
      <p className="text-muted">{inWords('details.thisPathReplacesItsPoses')}</p>
      <NumberField
        label={inWords('details.rightOfItBy')}
        unit="px"
        min={-4000}
        max={4000}
        value={offset.x}
        onChange={(x) => setOffset({ ...offset, x })}
      />
      <NumberField
        label={inWords('details.belowItBy')}
        unit="px"
        min={-4000}
        max={4000}
        value={offset.y}
        onChange={(y) => setOffset({ ...offset, y })}
      />
      <NumberField
        label={inWords('details.comesBehindBy')}
        unit="frames"
        min={0}
        max={120}
        value={lag}
        onChange={setLag}
      />
      <CorrectButton />
      <Button
        onClick={() => {
          if (!edit(said('details.goesWithThePointerName', e.name), goWithPointer(e.id, offset, lag)))
            toast(inWords('details.itGoesLikeThisAlready'))
        }}
      >
        <MousePointer2 size={13} />
        {inWords('details.goWithThePointer')}
      </Button>
    </Section>
  )
}

function CorrectButton() {
  const on = useDesk((b) => b.doing.do === 'correct')
  return (
    <Button pressed={on} onClick={() => runCommand('correct-pointer')}>
      <Crosshair size={13} />
      {inWords('details.correctThePointer')}
    </Button>
  )
}
