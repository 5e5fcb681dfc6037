import type { Passing } from '@/core/lesson/schema'
import { EasingEditor } from './easingEditor'
import { Choice, Tick } from './fields'
import { NumberField } from './numberField'
import { inWords, said } from '../../words/words'

/** In which ways something comes or goes. */
export const HOWS = [
  { value: 'none', label: inWords('fields.atOnce') },
  { value: 'fade', label: inWords('fields.fade') },
  { value: 'slide', label: inWords('fields.slide') },
  { value: 'grow', label: inWords('fields.grow') },
  { value: 'draw', label: inWords('fields.drawItself') },
  { value: 'uncover', label: inWords('fields.uncover') },
  { value: 'typed', label: inWords('fields.fromTypedValues') },
] as const
const SIDES = (['left', 'right', 'top', 'bottom'] as const).map((v) => ({ value: v, label: inWords(`terms.${v}`) }))

/** How something comes, or goes. */
export function PassingFields({
  which,
  value: p,
  perSecond,
  hows = HOWS,
  onChange,
}: {
  which: 'arrival' | 'departure'
  value: Passing
  perSecond: number
  hows?: readonly (typeof HOWS)[number][]
  onChange: (more: Partial<Passing>) => void
}) {
  const arrives = which === 'arrival'
  return (
    <div className="space-y-1.5">
      <Choice
        label={arrives ? inWords('fields.arrives') : inWords('fields.departs')}
        value={p.how}
        options={hows}
        onChange={(how) => onChange({ how })}
      />
      {p.how !== 'none' && (
        <NumberField
          label={arrives ? inWords('fields.arrivalTakes') : inWords('fields.departureTakes')}
          unit="frames"
          perSecond={perSecond}
          min={0}
          max={10_000}
          value={p.frames}
          onChange={(frames) => onChange({ frames })}
        />
      )}
      {(p.how === 'slide' || p.how === 'uncover') && (
        <Choice
          label={arrives ? inWords('fields.fromThe') : inWords('fields.toThe')}
          value={p.from}
          options={SIDES}
          onChange={(from) => onChange({ from })}
        />
      )}
      {p.how === 'typed' && <Off off={p.off} before={arrives} onChange={(o) => onChange({ off: o })} />}
      {(p.how === 'slide' || p.how === 'grow') && (
        <Tick label={inWords('fields.alsoFades')} value={p.fades === true} onChange={(fades) => onChange({ fades })} />
      )}
      {p.how !== 'none' && (
        <EasingEditor
          label={arrives ? inWords('fields.easingOfItsArrival') : inWords('fields.easingOfItsDeparture')}
          value={p.easing}
          onChange={(easing) => onChange({ easing })}
        />
      )}
    </div>
  )
}

const STILL = { dx: 0, dy: 0, turn: 0, scale: 1, opacity: 1 }
/** How something stands off its place before it arrives, or after it has gone. */
function Off({
  off = STILL,
  before,
  onChange,
}: {
  off: Passing['off']
  before: boolean
  onChange: (off: NonNullable<Passing['off']>) => void
}) {
  const put = (change: Partial<typeof STILL>) => onChange({ ...off, ...change })
  const word = said(before ? 'terms.from' : 'terms.to')
  return (
    <>
      <NumberField
        label={inWords('fields.off', word, said('terms.across'))}
        unit="px"
        min={-100_000}
        max={100_000}
        value={off.dx}
        onChange={(dx) => put({ dx })}
      />
      <NumberField
        label={inWords('fields.off', word, said('terms.down'))}
        unit="px"
        min={-100_000}
        max={100_000}
        value={off.dy}
        onChange={(dy) => put({ dy })}
      />
      <NumberField
        label={inWords('fields.off', word, said('terms.turn'))}
        unit="°"
        min={-36_000}
        max={36_000}
        value={off.turn}
        onChange={(turn) => put({ turn })}
      />
      <NumberField
        label={inWords('fields.off', word, said('terms.size'))}
        unit="%"
        min={0}
        max={10_000}
        value={off.scale * 100}
        onChange={(v) => put({ scale: v / 100 })}
      />
      <NumberField
        label={inWords('fields.off', word, said('terms.opacity'))}
        unit="%"
        min={0}
        max={100}
        value={off.opacity * 100}
        onChange={(v) => put({ opacity: v / 100 })}
      />
    </>
  )
}
