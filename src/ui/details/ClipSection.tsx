import { Snowflake, Trash2 } from 'lucide-react'
import {
  blurredBehind,
  dip,
  dissolve,
  freezeAt,
  pushing,
  putAt,
  rampSpeed,
  rollCut,
  setSpeed,
  type Edit,
} from '@/core/edits'
import { cutNear, type Clip } from '@/core/lesson/clips'
import { isStill, speedOf } from '@/core/lesson/timeMap'
import { framesPerSecond, type Rate } from '@/core/time'
import { desk, edit, freshId, useDesk, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { NumberField, SECONDS } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { FileLine } from './FileLine'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

const perSecond = (rate: Rate) =>
  inWords('details.framesASecond', framesPerSecond(rate).toFixed(2).replace(/\.00$/, ''))

/** How a clip plays its medium: how fast, where it stands still, and what can be cut from it. */
export function ClipSection({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium) return null
  const { name } = clip.element
  const turn = (degrees: number) => {
    const e = clip.element
    edit(said('details.turn', name), putAt([clip.id], { rotation: (e.rotation + degrees) % 360 }))
  }
  const runs = medium.kind !== 'picture' && !isStill(clip.map)
  return (
    <Section title={inWords('details.clip')}>
      <FileLine>
        {medium.name}
        {medium.kind !== 'sound' && ` · ${medium.width} × ${medium.height}`}
        {medium.kind === 'take' && medium.rate && ` · ${perSecond(medium.rate)}`}
      </FileLine>
      {runs && <SpeedFields clip={clip} stands={medium.kind === 'take'} />}
      {medium.kind !== 'sound' && (
        <div className="flex flex-wrap gap-1.5">
          <Button onClick={() => turn(-90)}>{inWords('details.quarterTurnLeft')}</Button>
          <Button onClick={() => turn(90)}>{inWords('details.quarterTurnRight')}</Button>
        </div>
      )}
      {medium.kind !== 'sound' && (
        <Button onClick={() => edit(said('details.blurredBehind', name), blurredBehind(clip.id, freshId('clip')))}>
          {inWords('details.aBlurredCopyBehindIt')}
        </Button>
      )}
      {medium.kind !== 'sound' && <CutFields clip={clip} />}
      <Button onClick={() => runCommand('split')}>{inWords('details.splitAtThePlayhead')}</Button>
      <Button onClick={() => runCommand('take-clip-close')}>
        <Trash2 size={13} />
        {inWords('details.takeItOutAndClose')}
      </Button>
      <p className="text-muted">{inWords('details.toTakeAPartOut')}</p>
    </Section>
  )
}

/** A new speed is a new end, which pushes what follows where that is wanted. */
const pushed = (clip: Clip, change: Edit): Edit => (desk().pushes ? pushing(clip.id, change) : change)

/** How fast it runs; `stands`: it has pictures to freeze, and a speed that can change on the way. */
function SpeedFields({ clip, stands }: { clip: Clip; stands: boolean }) {
  const { name } = clip.element
  const speed = speedOf(clip.map)
  return (
    <>
      <NumberField
        label={inWords('details.speed')}
        unit="%"
        min={10}
        max={1000}
        value={speed ? (100 * speed.num) / speed.den : 100}
        onChange={(v) => edit(said('details.speedOf', name), pushed(clip, setSpeed(clip.id, Math.round(v), 100)))}
      />
      {!speed && <p className="text-muted">{inWords('details.itsSpeedChangesANew')}</p>}
      {stands && <FreezeFields clip={clip} />}
      {stands && <RampFields clip={clip} />}
    </>
  )
}
function FreezeFields({ clip }: { clip: Clip }) {
  const { rate } = useShown().lesson
  const { name } = clip.element
  const [freeze, setFreeze] = useKept('clip: freeze', 1)
  return (
    <>
      <NumberField
        label={inWords('details.toFreezeFor')}
        {...SECONDS}
        min={0.1}
        max={600}
        value={freeze}
        onChange={setFreeze}
      />
      <Button
        onClick={() => {
          const frames = Math.max(1, Math.round(freeze * framesPerSecond(rate)))
          edit(said('details.freezeForS', name, freeze), freezeAt(clip.id, desk().playhead, frames, true))
        }}
      >
        <Snowflake size={13} />
        {inWords(
          'details.freezeHereFor',
          freeze === 1 ? inWords('details.aSecond') : inWords('details.seconds', freeze),
        )}
      </Button>
    </>
  )
}
function RampFields({ clip }: { clip: Clip }) {
  const { rate } = useShown().lesson
  const { name } = clip.element
  const [after, setAfter] = useKept('clip: after', 200)
  const [over, setOver] = useKept('clip: over', 1)
  return (
    <>
      <NumberField
        label={inWords('details.speedFromHereOn')}
        unit="%"
        min={10}
        max={1000}
        value={after}
        onChange={setAfter}
      />
      <NumberField
        label={inWords('details.reachedAfter')}
        {...SECONDS}
        min={0.1}
        max={60}
        value={over}
        onChange={setOver}
      />
      <Button
        onClick={() => {
          const frames = Math.max(1, Math.round(over * framesPerSecond(rate)))
          const to = Math.round(after)
          edit(said('details.getsTo', name, to), pushed(clip, rampSpeed(clip.id, desk().playhead, frames, to, 100)))
        }}
      >
        {inWords('details.changeSpeedFromHereOn')}
      </Button>
    </>
  )
}
/** What can be done with the cut that is near. */
function CutFields({ clip }: { clip: Clip }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const [fade, setFade] = useKept('clip: fade', 15)
  const pair = cutNear(timed, clip, playhead)
  if (!pair) return null
  const touches = [pair[0].id, pair[1].id] as const
  return (
    <>
      <NumberField
        label={inWords('details.atItsCutOver')}
        unit="frames"
        perSecond={framesPerSecond(timed.lesson.rate)}
        min={2}
        max={600}
        value={fade}
        onChange={setFade}
      />
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => edit(said('details.dissolveAtTheCut'), dissolve(...touches, Math.round(fade)))}>
          {inWords('details.dissolve')}
        </Button>
        <Button onClick={() => edit(said('details.dipAtTheCut'), dip(...touches, Math.round(fade)))}>
          {inWords('details.dip')}
        </Button>
        <Button onClick={() => edit(said('details.rollTheCut'), rollCut(...touches, desk().playhead))}>
          {inWords('details.rollItToHere')}
        </Button>
      </div>
    </>
  )
}
