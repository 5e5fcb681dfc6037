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
import { FindingRow } from '../fields/FindingRow'
import { Section } from '../fields/section'
import { StyleSection } from './StyleSection'
import { inWords, said } from '../../words/words'

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
/** The values of the lesson as a whole; what is amiss with it first. */
export function LessonDetails() {
  const findings = findingsOf(useShown())
  return (
    <>
      <div className="border-b border-edge p-3">
        <h2 className="font-head text-[15px]">{inWords('details.lessonHead')}</h2>
        <p className="text-muted">{inWords('details.selectAnElementAClip')}</p>
      </div>
      {findings.length > 0 && (
        <Section title={inWords('details.toLookAt')} folds="open">
          {findings.map((f) => (
            <FindingRow key={f.element + f.code + f.sentence} of={f} />
          ))}
        </Section>
      )}
      <FrameSection />
      <LengthSection />
      <StyleSection />
      <IdleSection />
      <BlurSection />
    </>
  )
}

const perSecondText = (n: number) => n.toFixed(2).replace(/\.00$/, '')
/** What there is to choose from, with what is chosen now where that is another. */
const withNow = (options: readonly { value: string; label: string }[], value: string, label: string) =>
  options.some((o) => o.value === value) ? options : [{ value, label }, ...options]

/** Its size, its rate, and what lies behind everything. */
function FrameSection() {
  const { lesson } = useShown()
  const inside = useDesk((b) => b.outer !== null)
  const { width, height } = lesson.frame
  const sizes = SIZES.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` }))
  const resize = (w: number, h: number) =>
    edit(
      said('details.makeTheLesson', w, h),
      inOne([resizeLesson(Math.round(w / 2) * 2, Math.round(h / 2) * 2), setByHand('size')]),
    )
  const side = { unit: 'px', min: 16, step: 2, multiple: 2 }
  return (
    <Section title={inWords('details.frame')} folds="open">
      <Choice
        label={inWords('details.size')}
        value={`${width}x${height}`}
        options={withNow(sizes, `${width}x${height}`, `${width} × ${height}`)}
        onChange={(v) => {
          const [w, h] = v.split('x').map(Number)
          resize(w!, h!)
        }}
      />
      <NumberField
        {...side}
        label={inWords('details.width')}
        max={7680}
        value={width}
        onChange={(v) => resize(v, height)}
      />
      <NumberField
        {...side}
        label={inWords('details.height')}
        max={4320}
        value={height}
        onChange={(v) => resize(width, v)}
      />
      {inside ? (
        <Row label={inWords('details.frames')}>
          <span className="text-muted">{inWords('details.asManyASecondAs')}</span>
        </Row>
      ) : (
        <RateChoice lesson={lesson} />
      )}
      <OfTakes lesson={lesson} inside={inside} />
      <Colour
        label={inWords('details.background')}
        value={lesson.background}
        onChange={(v) => edit(said('details.changeTheBackground'), setBackground(v!))}
      />
    </Section>
  )
}
function RateChoice({ lesson }: { lesson: Lesson }) {
  const value = `${lesson.rate.num}/${lesson.rate.den}`
  const rates = RATES.map(([n, d]) => ({
    value: `${n}/${d}`,
    label: inWords('details.perSecond', perSecondText(n / d)),
  }))
  const set = (v: string) => {
    const [num, den] = v.split('/').map(Number)
    if (!edit(said('details.changeTheFrameRate'), inOne([setRate({ num: num!, den: den! }), setByHand('rate')]))) return
    // The playhead stays at its time, and the timeline shows as much of it as before.
    const k = framesPerSecond(desk().lesson.rate) / framesPerSecond(lesson.rate)
    goTo(desk().playhead * k)
    setDesk({ passage: null })
    useView.setState((view) => ({ pxPerFrame: view.pxPerFrame / k }))
  }
  const now = inWords('details.aSecondN', framesPerSecond(lesson.rate).toFixed(2))
  return <Choice label={inWords('details.frames')} value={value} options={withNow(rates, value, now)} onChange={set} />
}

function LengthSection() {
  const { lesson, length, clips } = useShown()
  return (
    <Section title={inWords('details.length')} folds="open">
      <Tick
        label={inWords('details.untilTheLastOfIt')}
        value={lesson.length === null}
        onChange={(v) => edit(said('details.changeTheLength'), setLength(v ? null : length))}
      />
      {lesson.length !== null && (
        <NumberField
          label={inWords('details.length')}
          unit="frames"
          min={1}
          max={10_000_000}
          value={lesson.length}
          onChange={(v) => edit(said('details.changeTheLength'), setLength(v))}
        />
      )}
      <Row label={inWords('details.total')}>
        {clips.length === 0 && length <= 1 ? (
          <span className="text-muted">{inWords('details.nothingYet')}</span>
        ) : (
          <span className="figures">
            {lengthText(length, lesson.rate)} · {inWords('counts.frame', length)}
          </span>
        )}
      </Row>
    </Section>
  )
}

function BlurSection() {
  const { on, shutter, samples } = useShown().lesson.motionBlur
  return (
    <Section title={inWords('details.motionBlur')} folds="open">
      <Tick
        label={inWords('details.whatMovesIsBlurred')}
        value={on}
        onChange={(v) =>
          edit(v ? said('details.motionBlur') : said('details.noMotionBlur'), setLesson({ 'motionBlur.on': v }))
        }
      />
      {on && (
        <NumberField
          label={inWords('details.shutterOpenFor')}
          unit="°"
          min={1}
          max={720}
          value={shutter}
          onChange={(v) => edit(said('details.changeTheShutter'), setLesson({ 'motionBlur.shutter': v }))}
        />
      )}
      {on && (
        <NumberField
          label={inWords('details.instantsMixed')}
          min={2}
          max={32}
          value={samples}
          onChange={(v) =>
            edit(said('details.changeTheMotionBlur'), setLesson({ 'motionBlur.samples': Math.round(v) }))
          }
        />
      )}
    </Section>
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
          said('details.takeTheSizeOf', m.name),
          inOne([resizeLesson(size.width, size.height), ...(paced ? [setRate(m.rate)] : [])]),
        )
      }
    >
      {inWords(
        'details.takeOnOf',
        size.width,
        size.height,
        paced ? inWords('details.andPerSecond', perSecondText(framesPerSecond(m.rate))) : '',
        m.name,
      )}
    </Button>
  ))
}
