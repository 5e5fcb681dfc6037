import { Trash2 } from 'lucide-react'
import { memo } from 'react'
import {
  changeRate,
  moveClip,
  moveMoment,
  renameMoment,
  removeMoment,
  resizeLesson,
  setClip,
  setLength,
  setBackground,
  setSpeed,
  removeClips,
} from '@/core/edits'
import { clipEnd } from '@/core/lesson/clips'
import type { Clip } from '@/core/lesson/schema'
import type { TimedMoment } from '@/core/moments'
import { framesPerSecond, lengthText, parseTimecode, timecode, type Rate } from '@/core/time'
import { momentName, tieSentence, type Timed } from '@/core/timing'
import { bench, edit, goTo, setBench, ShownContext, tryEdit, useBench, useShown } from '../bench/store'
import { useView } from '../timeline/view'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { Colour } from '../kit/colour'
import { Choice, Row, Tick, Words } from '../kit/fields'
import { MomentIcon } from '../kit/kindIcon'
import { NumberField } from '../kit/numberField'
import { useLagging } from '../kit/useLagging'
import { ElementDetails } from './ElementDetails'
import { Section } from './Section'
import { Several } from './Several'

const perSecond = (rate: Rate) => `${framesPerSecond(rate).toFixed(2).replace(/\.00$/, '')} frames a second`
const LAG_MS = 400
/** A drag that is under way, and what it started from. */
const DRAG = { get: () => ({ of: bench().timed, live: bench().live }), subscribe: useBench.subscribe }
/**
 * The values of what is selected: elements, clips, a moment; of the lesson when nothing is. They follow a drag twice a
 * second, so that the drag itself does not wait for them.
 */
export function Details() {
  const settled = useBench((b) => b.timed)
  const drag = useLagging(DRAG, LAG_MS)
  const dragged = useBench((b) => b.live !== null)
  // What is done is shown at once; what is still being dragged may lag behind.
  return <Values timed={(dragged && drag.of === settled && drag.live) || settled} />
}

/** Drawn again only when what it shows is another: not as a drag begins. */
const Values = memo(function Values({ timed }: { timed: Timed }) {
  const elements = useBench((b) => b.elements)
  const clips = useBench((b) => b.clips)
  const moment = useBench((b) => b.moment)
  const chosen = timed.lesson.elements.filter((e) => elements.includes(e.id))
  const clip = timed.lesson.clips.find((c) => c.id === clips[0])
  const m = moment ? timed.moments.get(moment) : undefined
  return (
    <ShownContext value={timed}>
      <section
        aria-label="Details"
        data-testid="details"
        className="thin-scroll h-full overflow-auto border-l border-edge bg-sheet"
      >
        {chosen.length === 1 ? (
          <ElementDetails key={chosen[0]!.id} element={chosen[0]!} />
        ) : chosen.length > 1 ? (
          <Several ids={elements} />
        ) : clip ? (
          <ClipDetails clip={clip} many={clips.length} />
        ) : m ? (
          <MomentDetails moment={m} />
        ) : (
          <LessonDetails />
        )}
      </section>
    </ShownContext>
  )
})

function ClipDetails({ clip, many }: { clip: Clip; many: number }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium) return null
  const set = (label: string, change: (c: Clip) => void) => edit(label, setClip(clip.id, change))
  return (
    <>
      <div className="border-b border-edge p-3">
        <h2 className="font-semibold">{medium.name}</h2>
        <p className="text-muted">
          {many > 1
            ? `and ${many - 1} more`
            : medium.kind === 'sound'
              ? 'Sound'
              : `${medium.width} × ${medium.height}${medium.rate ? ` · ${perSecond(medium.rate)}` : ''}`}
        </p>
      </div>
      <Section title="Time">
        <Row label="Starts">
          <span className="figures">{timecode(clip.at, lesson.rate)}</span>
        </Row>
        <Row label="Ends">
          <span className="figures">{timecode(clipEnd(clip), lesson.rate)}</span>
        </Row>
        <Row label="Length">
          <span className="figures">
            {clip.length} frames · {lengthText(clip.length, lesson.rate)}
          </span>
        </Row>
        {medium.kind !== 'picture' && !clip.freeze && (
          <NumberField
            label="Speed"
            unit="%"
            min={10}
            max={1000}
            value={(100 * clip.speed.num) / clip.speed.den}
            onChange={(v) => edit(`Speed of “${medium.name}”`, setSpeed(clip.id, Math.round(v), 100))}
          />
        )}
      </Section>
      <Section title="Track">
        <Choice
          label="Lies on"
          value={clip.track}
          options={lesson.tracks
            .filter((t) => t.kind === (medium.kind === 'sound' ? 'sound' : 'takes'))
            .map((t) => ({ value: t.id, label: t.name }))}
          onChange={(v) => edit('Put a clip on another track', moveClip(clip.id, clip.at, v))}
        />
      </Section>
      {medium.kind !== 'sound' && (
        <Section title="Shape">
          <Choice
            label="In the frame"
            value={clip.fit}
            options={[
              { value: 'fit', label: 'fits, whole' },
              { value: 'fill', label: 'fills, cropped' },
              { value: 'stand', label: 'stands as it is' },
            ]}
            onChange={(v) =>
              set('Fit a clip', (c) => {
                c.fit = v
              })
            }
          />
        </Section>
      )}
      {medium.sound && (
        <Section title="Sound">
          <NumberField
            label="Level"
            unit="dB"
            min={-60}
            max={24}
            digits={1}
            value={clip.levelDb}
            onLive={(v) =>
              tryEdit(
                setClip(clip.id, (c) => {
                  c.levelDb = v
                }),
              )
            }
            onChange={(v) =>
              set('Level of a clip', (c) => {
                c.levelDb = v
              })
            }
          />
          <Tick
            label="Muted"
            value={clip.muted}
            onChange={(v) =>
              set(v ? 'Mute a clip' : 'Let a clip be heard', (c) => {
                c.muted = v
              })
            }
          />
        </Section>
      )}
      <Section title="Cut">
        <Button onClick={() => runCommand('split')}>Split at the playhead</Button>
        <p className="text-muted">
          To take a part out: set a passage with [ and ] (or Shift and drag on the time scale), then take it out with or
          without closing the gap.
        </p>
        <Button onClick={() => edit('Take a clip out', removeClips([clip.id]))}>
          <Trash2 size={13} />
          Take this clip out
        </Button>
        <Button onClick={() => runCommand('take-clip-close')}>
          <Trash2 size={13} />… and close the gap
        </Button>
      </Section>
    </>
  )
}

function MomentDetails({ moment: m }: { moment: TimedMoment }) {
  const timed = useShown()
  const hanging = timed.lesson.elements.flatMap((e) =>
    [e, ...e.poses].flatMap((x) =>
      (['start', 'end'] as const).flatMap((s) => {
        const edge = x[s]
        return edge.on === 'moment' && edge.moment === m.id
          ? [
              {
                key: x.id + s,
                words:
                  `${x === e ? '' : 'a move of '}${e.name} ` +
                  `${s === 'start' ? 'starts' : x === e ? 'ends' : 'lands'} ${tieSentence(timed, edge)}`,
              },
            ]
          : []
      }),
    ),
  )
  return (
    <>
      <div className="flex items-center gap-2 border-b border-edge p-3">
        <MomentIcon kind={m.kind} size={16} />
        {m.byHand ? (
          <Words
            label="Name of the moment"
            value={m.label}
            className="font-semibold"
            onChange={(v) => v.trim() && edit('Rename a moment', renameMoment(m.id, v.trim().slice(0, 200)))}
          />
        ) : (
          <h2 className="font-semibold">{momentName(m.kind, m.label)}</h2>
        )}
      </div>
      <Section title="Time">
        {m.frame === null ? (
          <p className="text-muted">It was cut away. What hangs on it keeps its place until it comes back.</p>
        ) : m.byHand ? (
          <Row label="At">
            <span className="w-[104px]">
              <Words
                label="Time of the moment"
                className="figures text-center"
                value={timecode(m.frame, timed.lesson.rate)}
                onChange={(t) => {
                  const f = parseTimecode(t, timed.lesson.rate, m.frame!)
                  if (f !== null) edit(`Move the moment “${m.label}”`, moveMoment(m.id, f))
                }}
              />
            </span>
          </Row>
        ) : (
          <Row label="At">
            <span className="figures">
              {timecode(m.frame, timed.lesson.rate)} · frame {m.frame}
            </span>
          </Row>
        )}
        {m.byHand && <p className="text-muted">Set by hand. Drag it on the timeline to move it.</p>}
        {m.byHand && (
          <Button onClick={() => edit(`Delete the moment “${m.label}”`, removeMoment(m.id))}>
            <Trash2 size={13} />
            Delete it
          </Button>
        )}
      </Section>
      <Section title="What hangs on it">
        {hanging.length === 0 && (
          <p className="text-muted">
            Nothing yet. Choose a kind above the picture and point at the spot; it starts here.
          </p>
        )}
        {hanging.map((h) => (
          <p key={h.key} className="first-letter:uppercase">
            {h.words}
          </p>
        ))}
      </Section>
    </>
  )
}

const RATES = [
  [24, 1],
  [25, 1],
  [30000, 1001],
  [30, 1],
  [50, 1],
  [60000, 1001],
  [60, 1],
] as const
const SIZES = [
  [1920, 1080],
  [1280, 720],
  [2560, 1440],
  [3840, 2160],
  [1080, 1920],
  [1080, 1080],
] as const
function LessonDetails() {
  const { lesson, length, findings } = useShown()
  const rate = `${lesson.rate.num}/${lesson.rate.den}`
  const size = `${lesson.frame.width}x${lesson.frame.height}`
  const rates = RATES.map(([n, d]) => ({
    value: `${n}/${d}`,
    label: `${(n / d).toFixed(2).replace(/\.00$/, '')} a second`,
  }))
  const sizes = SIZES.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` }))
  const resize = (w: number, h: number) =>
    edit(`Make the lesson ${w} × ${h}`, resizeLesson(Math.round(w / 2) * 2, Math.round(h / 2) * 2))
  return (
    <>
      <div className="border-b border-edge p-3">
        <h2 className="font-head text-[15px]">The lesson</h2>
        <p className="text-muted">Select an element, a clip or a moment to see its values here.</p>
      </div>
      <Section title="Frame">
        <Choice
          label="Size"
          value={size}
          options={
            sizes.some((s) => s.value === size)
              ? sizes
              : [{ value: size, label: `${lesson.frame.width} × ${lesson.frame.height}` }, ...sizes]
          }
          onChange={(v) => {
            const [w, h] = v.split('x').map(Number)
            resize(w!, h!)
          }}
        />
        <NumberField
          label="Width"
          unit="px"
          min={16}
          max={7680}
          step={2}
          value={lesson.frame.width}
          onChange={(v) => resize(v, lesson.frame.height)}
        />
        <NumberField
          label="Height"
          unit="px"
          min={16}
          max={4320}
          step={2}
          value={lesson.frame.height}
          onChange={(v) => resize(lesson.frame.width, v)}
        />
        <Choice
          label="Frames"
          value={rate}
          options={
            rates.some((r) => r.value === rate)
              ? rates
              : [{ value: rate, label: `${framesPerSecond(lesson.rate).toFixed(2)} a second` }, ...rates]
          }
          onChange={(v) => {
            const [num, den] = v.split('/').map(Number)
            if (!edit('Change the frame rate', (d) => changeRate(d, { num: num!, den: den! }))) return
            // The playhead stays at its time, and the timeline shows as much of it as before.
            const k = framesPerSecond(bench().lesson.rate) / framesPerSecond(lesson.rate)
            goTo(bench().playhead * k)
            setBench({ passage: null })
            useView.setState((view) => ({ pxPerFrame: view.pxPerFrame / k }))
          }}
        />
        <Colour
          label="Background"
          value={lesson.background}
          onChange={(v) => edit('Change the background', setBackground(v!))}
        />
      </Section>
      <Section title="Length">
        <Tick
          label="Until the last clip ends"
          value={lesson.length === null}
          onChange={(v) => edit('Change the length', setLength(v ? null : length))}
        />
        {lesson.length !== null && (
          <NumberField
            label="Length"
            unit="frames"
            min={1}
            max={10_000_000}
            value={lesson.length}
            onChange={(v) => edit('Change the length', setLength(v))}
          />
        )}
        <Row label="Total">
          {lesson.clips.length === 0 && length <= 1 ? (
            <span className="text-muted">nothing yet</span>
          ) : (
            <span className="figures">
              {lengthText(length, lesson.rate)} · {length} {length === 1 ? 'frame' : 'frames'}
            </span>
          )}
        </Row>
      </Section>
      <Section title="Motion blur">
        <Tick
          label="What moves is blurred"
          value={lesson.motionBlur.on}
          onChange={(v) =>
            edit(v ? 'Motion blur' : 'No motion blur', (d) => {
              d.motionBlur.on = v
            })
          }
        />
        {lesson.motionBlur.on && (
          <NumberField
            label="Shutter open for"
            unit="°"
            min={1}
            max={720}
            value={lesson.motionBlur.shutter}
            onChange={(v) =>
              edit('Change the shutter', (d) => {
                d.motionBlur.shutter = v
              })
            }
          />
        )}
        {lesson.motionBlur.on && (
          <NumberField
            label="Instants mixed"
            min={2}
            max={32}
            value={lesson.motionBlur.samples}
            onChange={(v) =>
              edit('Change the motion blur', (d) => {
                d.motionBlur.samples = Math.round(v)
              })
            }
          />
        )}
      </Section>
      {findings.length > 0 && (
        <Section title="To look at">
          {findings.map((f) => (
            <p key={f.element + f.code} className="text-accent-deep">
              {f.sentence}
            </p>
          ))}
        </Section>
      )}
    </>
  )
}
