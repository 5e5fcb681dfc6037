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

const SPOTS: [FrameSpot, string][] = [
  ['top-left', 'top left'],
  ['top', 'top'],
  ['top-right', 'top right'],
  ['left', 'left'],
  ['middle', 'middle'],
  ['right', 'right'],
  ['bottom-left', 'bottom left'],
  ['bottom', 'bottom'],
  ['bottom-right', 'bottom right'],
]

const OUTLINES = ['circle', 'rounded', 'full'] as const
/** Lets what is shown stand small at a spot of the frame, from the playhead on, and fill the frame again. */
export function StandSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  const fps = framesPerSecond(lesson.rate)
  const [share, setShare] = useKept('stand: share', 25)
  const [frames, setFrames] = useKept<number | null>('stand: frames', null)
  const long = frames ?? usualMove(lesson)
  const go = (spot: FrameSpot, words: string) =>
    edit(`“${e.name}” stands at the ${words}`, standAt([e.id], spot, share / 100, actHere(), long))
  return (
    <Section title="Picture-in-picture" folds="open">
      <p className="text-muted">It goes there from the playhead on; on a chosen moment, with that moment.</p>
      <div
        role="group"
        aria-label="Stand at"
        className={
          'grid h-[94px] w-[140px] grid-cols-3 grid-rows-3 gap-1 rounded border border-edge-strong bg-card p-1'
        }
      >
        {SPOTS.map(([spot, words]) => (
          <button
            key={spot}
            type="button"
            aria-label={`Stand at the ${words}`}
            title={`Stand at the ${words}`}
            className="rounded-[3px] bg-ink/15 hover:bg-accent focus-visible:bg-accent"
            onClick={() => go(spot, words)}
          />
        ))}
      </div>
      <NumberField label="Stands as wide as" unit="%" min={2} max={100} value={share} onChange={setShare} />
      <NumberField
        label="Goes there in"
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
            `“${e.name}” stands where it hides least`,
            standLeast(e.id, share / 100, actHere(), long, detailBelow(e.id)),
          )
        }
      >
        Stand where it hides least
      </Button>
      <Button
        onClick={() =>
          edit(
            `“${e.name}” goes out of the way of clicks`,
            makeWay(e.id, Math.max(1, Math.round(fps * 0.4)), detailBelow(e.id)),
          )
        }
      >
        Out of the way of clicks
      </Button>
      <div className="flex gap-1.5">
        {OUTLINES.map((outline) => (
          <Button key={outline} onClick={() => edit(`“${e.name}”: ${outline}`, outlineAs([e.id], outline))}>
            {outline}
          </Button>
        ))}
      </div>
      <Button onClick={() => edit(`“${e.name}” fills the frame`, standWhole([e.id], actHere(), long))}>
        Fill the frame from here
      </Button>
    </Section>
  )
}
