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
import { Section } from '../fields/section'

const perSecond = (rate: Rate) => `${framesPerSecond(rate).toFixed(2).replace(/\.00$/, '')} frames a second`

/** How a clip plays its medium: how fast, where it stands still, and what can be cut from it. */
export function ClipSection({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium) return null
  const { name } = clip.element
  const turn = (degrees: number) => {
    const e = clip.element
    edit(`Turn “${name}”`, putAt([clip.id], { rotation: (e.rotation + degrees) % 360 }))
  }
  const runs = medium.kind !== 'picture' && !isStill(clip.map)
  return (
    <Section title="Clip">
      <p className="text-muted">
        {medium.name}
        {medium.kind !== 'sound' && ` · ${medium.width} × ${medium.height}`}
        {medium.kind === 'take' && medium.rate && ` · ${perSecond(medium.rate)}`}
      </p>
      {runs && <SpeedFields clip={clip} stands={medium.kind === 'take'} />}
      {medium.kind !== 'sound' && (
        <div className="flex flex-wrap gap-1.5">
          <Button onClick={() => turn(-90)}>Quarter turn left</Button>
          <Button onClick={() => turn(90)}>Quarter turn right</Button>
        </div>
      )}
      {medium.kind !== 'sound' && (
        <Button onClick={() => edit(`Blurred behind “${name}”`, blurredBehind(clip.id, freshId('clip')))}>
          A blurred copy behind it
        </Button>
      )}
      {medium.kind !== 'sound' && <CutFields clip={clip} />}
      <Button onClick={() => runCommand('split')}>Split at the playhead</Button>
      <Button onClick={() => runCommand('take-clip-close')}>
        <Trash2 size={13} />
        Take it out and close the gap
      </Button>
      <p className="text-muted">
        To take a part out: set a passage with [ and ] (or Shift and drag on the time scale), then take it out with or
        without closing the gap.
      </p>
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
        label="Speed"
        unit="%"
        min={10}
        max={1000}
        value={speed ? (100 * speed.num) / speed.den : 100}
        onChange={(v) => edit(`Speed of “${name}”`, pushed(clip, setSpeed(clip.id, Math.round(v), 100)))}
      />
      {!speed && <p className="text-muted">Its speed changes; a new one holds for all of it.</p>}
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
      <NumberField label="To freeze for" {...SECONDS} min={0.1} max={600} value={freeze} onChange={setFreeze} />
      <Button
        onClick={() => {
          const frames = Math.max(1, Math.round(freeze * framesPerSecond(rate)))
          edit(`Freeze “${name}” for ${freeze} s`, freezeAt(clip.id, desk().playhead, frames, true))
        }}
      >
        <Snowflake size={13} />
        Freeze here for {freeze === 1 ? 'a second' : `${freeze} s`}
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
      <NumberField label="Speed from here on" unit="%" min={10} max={1000} value={after} onChange={setAfter} />
      <NumberField label="Reached after" {...SECONDS} min={0.1} max={60} value={over} onChange={setOver} />
      <Button
        onClick={() => {
          const frames = Math.max(1, Math.round(over * framesPerSecond(rate)))
          const to = Math.round(after)
          edit(`“${name}” gets to ${to} %`, pushed(clip, rampSpeed(clip.id, desk().playhead, frames, to, 100)))
        }}
      >
        Change speed from here on
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
        label="At its cut, over"
        unit="frames"
        perSecond={framesPerSecond(timed.lesson.rate)}
        min={2}
        max={600}
        value={fade}
        onChange={setFade}
      />
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => edit('Dissolve at the cut', dissolve(...touches, Math.round(fade)))}>Dissolve</Button>
        <Button onClick={() => edit('Dip at the cut', dip(...touches, Math.round(fade)))}>Dip</Button>
        <Button onClick={() => edit('Roll the cut', rollCut(...touches, desk().playhead))}>Roll it to here</Button>
      </div>
    </>
  )
}
