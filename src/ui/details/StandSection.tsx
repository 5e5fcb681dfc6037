import { makeWay, outlineAs, standAt, standLeast, standWhole, usualMove, type FrameSpot } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { framesPerSecond } from '@/core/time'
import { actHere } from '../state/inPose'
import { edit, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { detailBelow } from './seeing'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

const SPOTS: [FrameSpot, string][] = [
  ['top-left', inWords('details.topLeft')],
  ['top', inWords('terms.top')],
  ['top-right', inWords('details.topRight')],
  ['left', inWords('terms.left')],
  ['middle', inWords('terms.middle')],
  ['right', inWords('terms.right')],
  ['bottom-left', inWords('details.bottomLeft')],
  ['bottom', inWords('terms.bottom')],
  ['bottom-right', inWords('details.bottomRight')],
]

const OUTLINES = ['circle', 'rounded', 'full'] as const
/** The nine spots of the frame, as they lie in it. */
function Spots({ onChoose }: { onChoose: (spot: FrameSpot, words: string) => void }) {
  return (
    <div
      role="group"
      aria-label={inWords('details.standAt')}
      className={'grid h-[94px] w-[140px] grid-cols-3 grid-rows-3 gap-1 rounded border border-edge-strong bg-card p-1'}
    >
      {SPOTS.map(([spot, words]) => (
        <button
          key={spot}
          type="button"
          aria-label={inWords('details.standAtThe', words)}
          title={inWords('details.standAtThe', words)}
          className="rounded-[3px] bg-ink/15 hover:bg-accent focus-visible:bg-accent"
          onClick={() => onChoose(spot, words)}
        />
      ))}
    </div>
  )
}
/** Lets what is shown stand small at a spot of the frame, from the playhead on, and fill the frame again. */
export function StandSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  const fps = framesPerSecond(lesson.rate)
  const [share, setShare] = useKept('stand: share', 25)
  const [frames, setFrames] = useKept<number | null>('stand: frames', null)
  const long = frames ?? usualMove(lesson)
  const go = (spot: FrameSpot, words: string) =>
    edit(said('details.standsAtThe', e.name, words), standAt([e.id], spot, share / 100, actHere(), long))
  return (
    <Section title={inWords('details.pictureInPicture')} folds="open">
      <p className="text-muted">{inWords('details.itGoesThereFromThe')}</p>
      <Spots onChoose={go} />
      <NumberField
        label={inWords('details.standsAsWideAs')}
        unit="%"
        min={2}
        max={100}
        value={share}
        onChange={setShare}
      />
      <NumberField
        label={inWords('details.goesThereIn')}
        unit="frames"
        perSecond={fps}
        min={1}
        max={10_000}
        value={long}
        onChange={setFrames}
      />
      <Button
        onClick={() =>
          edit(
            said('details.standsWhereItHidesLeast', e.name),
            standLeast(e.id, share / 100, actHere(), long, detailBelow(e.id)),
          )
        }
      >
        {inWords('details.standWhereItHidesLeast')}
      </Button>
      <Button
        onClick={() =>
          edit(
            said('details.goesOutOfTheWay', e.name),
            makeWay(e.id, Math.max(1, Math.round(fps * 0.4)), detailBelow(e.id)),
          )
        }
      >
        {inWords('details.outOfTheWayOf')}
      </Button>
      <div className="flex gap-1.5">
        {OUTLINES.map((outline) => (
          <Button
            key={outline}
            onClick={() => edit(said('details.outlined', e.name, said(`terms.${outline}`)), outlineAs([e.id], outline))}
          >
            {inWords(`terms.${outline}`)}
          </Button>
        ))}
      </div>
      <Button onClick={() => edit(said('details.fillsTheFrame', e.name), standWhole([e.id], actHere(), long))}>
        {inWords('details.fillTheFrameFromHere')}
      </Button>
    </Section>
  )
}
