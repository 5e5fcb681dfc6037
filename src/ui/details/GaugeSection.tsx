import { Plus, X } from 'lucide-react'
import { addStep, fillLikeBar, mainReading, readTogether, setReading, usualReading } from '@/core/edits'
import { fieldsOf, hasPlace, isGround, isGauge } from '@/core/kinds'
import type { Reading } from '@/core/lesson/reading'
import type { Element } from '@/core/lesson/schema'
import { propertyOf } from '@/core/motion'
import { isNumber, type Field } from '@/core/values'
import { UNITS } from '@/core/values/unit'
import { edit, freshId, selectAlone, useShown } from '../state/desk'
import { Button, IconButton } from '../kit/button'
import { Choice, Row, Words } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { Section } from '../fields/section'
import { inWords, said, toWords, type Sentence } from '../../words/words'

/** Values that can come of a gauge: numbers that can be keyed, words, switches. */
const readable = (e: Element): Field[] =>
  fieldsOf(e).filter((f) =>
    isNumber(f) ? propertyOf(e, f.path) !== undefined || f.path === mainReading(e) : ['text', 'tick'].includes(f.type),
  )

/** What of an element reads a gauge, and how. */
export function GaugeSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  const gauges = lesson.elements.filter(isGauge)
  const fields = readable(e)
  const free = fields.filter((f) => !(f.path in e.reads))
  const put = (path: string, reading: Reading | null, what: Sentence) =>
    edit(said('app.of', e.name, what), setReading(e.id, path, reading))
  const begin = (path: string) => {
    const gauge = gauges[0]
    if (gauge) put(path, usualReading(e, path, gauge.id), said('details.readAGauge'))
    else edit(said('details.readsAGauge', e.name), readTogether([e.id], freshId('gauge')))
  }
  return (
    <Section title={inWords('details.gauge')} folds={Object.keys(e.reads).length > 0 ? 'open' : 'shut'}>
      {Object.entries(e.reads).map(([path, reading]) => {
        const field = fields.find((f) => f.path === path)
        const label = field ? toWords(field.label) : path
        const change = (next: Partial<Reading>) =>
          put(path, { ...reading, ...next }, said('details.howItReadsItsGauge'))
        return (
          <div key={path} className="space-y-1.5 rounded border border-edge bg-card p-2">
            <div className="flex items-center gap-1">
              <span className="min-w-0 flex-1 truncate font-semibold">{label}</span>
              <IconButton
                label={inWords('details.letBeItsOwnAgain', label)}
                onClick={() => put(path, null, said('details.noGauge'))}
              >
                <X size={13} />
              </IconButton>
            </div>
            <Choice
              label={inWords('details.reads')}
              value={reading.gauge}
              options={gauges.map((g) => ({ value: g.id, label: g.name }))}
              onChange={(gauge) => change({ gauge })}
            />
            <Button onClick={() => selectAlone([reading.gauge])}>{inWords('details.showThisGauge')}</Button>
            {reading.steps.length > 0 ? (
              <Steps reading={reading} element={e} path={path} onChange={change} />
            ) : (
              <Range
                reading={reading}
                suffix={field && isNumber(field) ? UNITS[field.type].suffix : ''}
                onChange={change}
              />
            )}
          </div>
        )
      })}
      {(hasPlace(e) || isGround(e)) && !('reveal.shown' in e.reads) && mainReading(e) !== 'look.given.share' && (
        <Button onClick={() => edit(said('details.fillLikeABar', e.name), fillLikeBar([e.id]))}>
          {inWords('details.fillItLikeABar')}
        </Button>
      )}
      {free.length > 0 && (
        <Choice
          label={
            Object.keys(e.reads).length > 0 ? inWords('details.letAnotherReadOne') : inWords('details.letItReadAGauge')
          }
          value=""
          options={[
            { value: '', label: inWords('details.chooseAValue') },
            ...free.map((f) => ({ value: f.path, label: toWords(f.label) })),
          ]}
          onChange={(path) => path && begin(path)}
        />
      )}
    </Section>
  )
}

/** Shares are shown in %. */
const shown = (suffix: string) => (suffix === '%' ? 100 : 1)
function Range({
  reading: { from, to, step },
  suffix,
  onChange,
}: {
  reading: Reading
  suffix: string
  onChange: (next: Partial<Reading>) => void
}) {
  // A share runs to 1, a percentage to 100; both are shown in %.
  const k = Math.max(Math.abs(to[0]), Math.abs(to[1])) <= 1 ? shown(suffix) : 1
  const ends = [0, 1] as const
  return (
    <>
      {ends.map((n) => (
        <div key={n} className="flex items-center gap-2">
          <NumberField
            label={n === 0 ? 'at' : 'to'}
            min={-1e9}
            max={1e9}
            digits={2}
            value={from[n]}
            onChange={(v) => onChange({ from: n === 0 ? [v, from[1]] : [from[0], v] })}
          />
          <NumberField
            label={inWords('details.itIs')}
            unit={suffix}
            min={-1e9}
            max={1e9}
            digits={2}
            value={to[n] * k}
            onChange={(v) => onChange({ to: n === 0 ? [v / k, to[1]] : [to[0], v / k] })}
          />
        </div>
      ))}
      <NumberField
        label={inWords('details.inStepsOf')}
        min={0}
        max={1e6}
        digits={3}
        value={step}
        onChange={(v) => onChange({ step: v })}
      />
    </>
  )
}

function Steps({
  reading: { steps },
  element: e,
  path,
  onChange,
}: {
  reading: Reading
  element: Element
  path: string
  onChange: (next: Partial<Reading>) => void
}) {
  const last = steps.at(-1)!
  const next = last.from < 100 ? 100 : last.from + 10
  return (
    <>
      {steps.map((s, n) => (
        <div key={s.from} className="space-y-1">
          <NumberField
            label={inWords('details.from')}
            min={-1e9}
            max={1e9}
            digits={2}
            value={s.from}
            onChange={(from) =>
              onChange({ steps: steps.map((x, i) => (i === n ? { ...x, from } : x)).sort((a, b) => a.from - b.from) })
            }
          />
          {typeof s.value === 'string' ? (
            <Words
              label={n === 0 ? inWords('details.says') : inWords('details.saysFromOn', s.from)}
              value={s.value}
              onChange={(value) => onChange({ steps: steps.map((x, i) => (i === n ? { ...x, value } : x)) })}
            />
          ) : (
            <Row label={inWords('details.colourIs')}>
              <Button
                onClick={() => onChange({ steps: steps.map((x, i) => (i === n ? { ...x, value: !x.value } : x)) })}
              >
                {inWords(s.value ? 'details.on' : 'details.off')}
              </Button>
            </Row>
          )}
        </div>
      ))}
      <Button
        onClick={() =>
          edit(
            said('details.fromOnSomethingElse', e.name, next),
            addStep(e.id, path, next, typeof last.value === 'boolean' ? !last.value : last.value),
          )
        }
      >
        <Plus size={13} />
        {inWords('details.fromOnSomethingElseNext', next)}
      </Button>
    </>
  )
}
