import { inOne, resizeLesson, setLength, setBackground, setByHand, setRate, setLesson } from '@/core/edits'
import { findingsOf } from '@/core/findings'
import { frameFor } from '@/core/lesson/limits'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { framesPerSecond, lengthText } from '@/core/time'
import { desk, edit, goTo, setDesk, useDesk, useShown } from '../state/desk'
import { useView } from '../state/view'
import { Button } from '../kit/button'
import { Colour } from '../fields/colour'
import { Choice, Row, Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { IdleSection } from './IdleSection'
import { Section } from '../fields/section'
import { StyleSection } from './StyleSection'

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
export function LessonDetails() {
  const timed = useShown()
  const { lesson, length, clips } = timed
  const findings = findingsOf(timed)
  const inside = useDesk((b) => b.outer !== null)
  const rate = `${lesson.rate.num}/${lesson.rate.den}`
  const size = `${lesson.frame.width}x${lesson.frame.height}`
  const rates = RATES.map(([n, d]) => ({
    value: `${n}/${d}`,
    label: `${(n / d).toFixed(2).replace(/\.00$/, '')} a second`,
  }))
  const sizes = SIZES.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` }))
  const resize = (w: number, h: number) =>
    edit(
      `Make the lesson ${w} × ${h}`,
      inOne([resizeLesson(Math.round(w / 2) * 2, Math.round(h / 2) * 2), setByHand('size')]),
    )
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
          multiple={2}
          value={lesson.frame.width}
          onChange={(v) => resize(v, lesson.frame.height)}
        />
        <NumberField
          label="Height"
          unit="px"
          min={16}
          max={4320}
          step={2}
          multiple={2}
          value={lesson.frame.height}
          onChange={(v) => resize(lesson.frame.width, v)}
        />
        {inside ? (
          <Row label="Frames">
            <span className="text-muted">as many a second as the lesson around it</span>
          </Row>
        ) : (
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
              if (!edit('Change the frame rate', inOne([setRate({ num: num!, den: den! }), setByHand('rate')]))) return
              // The playhead stays at its time, and the timeline shows as much of it as before.
              const k = framesPerSecond(desk().lesson.rate) / framesPerSecond(lesson.rate)
              goTo(desk().playhead * k)
              setDesk({ passage: null })
              useView.setState((view) => ({ pxPerFrame: view.pxPerFrame / k }))
            }}
          />
        )}
        <OfTakes lesson={lesson} inside={inside} />
        <Colour
          label="Background"
          value={lesson.background}
          onChange={(v) => edit('Change the background', setBackground(v!))}
        />
      </Section>
      <Section title="Length">
        <Tick
          label="Until the last of it ends"
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
          {clips.length === 0 && length <= 1 ? (
            <span className="text-muted">nothing yet</span>
          ) : (
            <span className="figures">
              {lengthText(length, lesson.rate)} · {length} {length === 1 ? 'frame' : 'frames'}
            </span>
          )}
        </Row>
      </Section>
      <StyleSection />
      <IdleSection />
      <Section title="Motion blur">
        <Tick
          label="What moves is blurred"
          value={lesson.motionBlur.on}
          onChange={(v) => edit(v ? 'Motion blur' : 'No motion blur', setLesson({ 'motionBlur.on': v }))}
        />
        {lesson.motionBlur.on && (
          <NumberField
            label="Shutter open for"
            unit="°"
            min={1}
            max={720}
            value={lesson.motionBlur.shutter}
            onChange={(v) => edit('Change the shutter', setLesson({ 'motionBlur.shutter': v }))}
          />
        )}
        {lesson.motionBlur.on && (
          <NumberField
            label="Instants mixed"
            min={2}
            max={32}
            value={lesson.motionBlur.samples}
            onChange={(v) => edit('Change the motion blur', setLesson({ 'motionBlur.samples': Math.round(v) }))}
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

/** The size and rate of the recordings, where the lesson has others: taken on in one press. */
function OfTakes({ lesson, inside }: { lesson: Lesson; inside: boolean }) {
  const takes = Object.values(lesson.media).filter(
    (m): m is Medium & Required<Pick<Medium, 'width' | 'height' | 'rate'>> =>
      Boolean(m.kind === 'take' && m.width && m.height && m.rate),
  )
  const others = takes.flatMap((m) => {
    const size = frameFor(m.width, m.height)
    const sized = size.width !== lesson.frame.width || size.height !== lesson.frame.height
    const paced = !inside && m.rate.num * lesson.rate.den !== lesson.rate.num * m.rate.den
    return sized || paced ? [{ m, size, paced }] : []
  })
  return others.slice(0, 3).map(({ m, size, paced }) => (
    <Button
      key={m.sha256}
      className="!h-auto w-full !whitespace-normal py-1 text-left"
      onClick={() =>
        edit(
          `Take the size of “${m.name}”`,
          inOne([resizeLesson(size.width, size.height), ...(paced ? [setRate(m.rate)] : [])]),
        )
      }
    >
      Take on {size.width} × {size.height}
      {paced ? `, ${framesPerSecond(m.rate).toFixed(2).replace(/\.00$/, '')} a second` : ''} of “{m.name}”
    </Button>
  ))
}
