import { Pipette } from 'lucide-react'
import { setLook } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { propertyOf } from '@/core/motion'
import { valueAt, type Field } from '@/core/values'
import { UNITS } from '@/core/values/unit'
import { tryPosed } from '../state/inPose'
import { begin, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Colour } from '../fields/colour'
import { Choice, Row, Tick, Words, worded } from '../fields/fields'
import { FontChoice } from '../fields/fontChoice'
import type { FaceName } from '../kit/fonts'
import { NumberField } from '../fields/numberField'
import { EasingEditor } from '../fields/easingEditor'
import { IconField } from './IconField'
import { KeyMark } from '../fields/keyMark'
import { useNow } from './useNow'
import { inWords, toWords } from '../../words/words'

/** Another element of the lesson, chosen by its name. */
function OtherElement({
  label,
  own,
  value,
  onChange,
}: {
  label: string
  own: string
  value: string | null
  onChange: (id: string | null) => void
}) {
  const { lesson } = useShown()
  const options = lesson.elements.filter((e) => e.id !== own).map((e) => ({ value: e.id, label: e.name }))
  return (
    <Choice
      label={label}
      value={value ?? ''}
      options={[{ value: '', label: inWords('details.noneYet') }, ...options]}
      onChange={(id) => onChange(id || null)}
    />
  )
}

/** Lets a colour be picked on the picture. */
function Picked({ field: { path, label }, element: e }: { field: Field; element: Element }) {
  const on = useDesk(({ doing }) => doing.do === 'pick' && doing.element === e.id && doing.path === path)
  return (
    <Button
      pressed={on}
      onClick={() => begin(on ? undefined : { do: 'pick', element: e.id, path, label: toWords(label) })}
    >
      <Pipette size={13} />
      {inWords('details.pickItOnThePicture')}
    </Button>
  )
}

/** A value of an element's look, as its field says. */
export function LookField({
  field: f,
  element: e,
  onChange,
}: {
  field: Field
  element: Element
  onChange: (v: unknown) => void
}) {
  const value = valueAt(e.look, f.path)
  const label = toWords(f.label)
  const now = useNow(e)
  const mark = propertyOf(e, `look.${f.path}`) ? <KeyMark element={e} path={`look.${f.path}`} label={label} /> : null
  switch (f.type) {
    case 'colour':
      return (
        <>
          <Colour
            mark={mark}
            owner={e.id}
            label={label}
            value={value as string | null}
            optional={f.optional}
            onChange={onChange}
          />
          {f.picked && <Picked field={f} element={e} />}
        </>
      )
    case 'icon':
      return <IconField element={e} label={label} />
    case 'easing':
      return <EasingEditor label={label} value={value as string} onChange={onChange} />
    case 'tick':
      return <Tick label={label} value={value as boolean} onChange={onChange} />
    case 'choice':
      return <Choice label={label} value={value as string} options={worded(f.options)} onChange={onChange} />
    case 'element':
      return <OtherElement label={label} own={e.id} value={value as string | null} onChange={onChange} />
    case 'text':
      return <Words label={label} lines={3} value={value as string} onChange={onChange} />
    case 'font': {
      const face = value as FaceName
      return (
        <Row label={label}>
          <FontChoice
            bare
            label={label}
            value={face}
            onChange={({ family, weight, file }) => {
              const rest = { ...face }
              delete rest.file
              onChange({ ...rest, family, weight, ...(file && { file }) })
            }}
          />
        </Row>
      )
    }
    default:
      return (
        <NumberField
          mark={mark}
          label={label}
          unit={UNITS[f.type].suffix}
          min={f.min}
          max={f.max}
          digits={f.digits ?? 0}
          value={value as number}
          now={now(`look.${f.path}`)}
          onLive={(v) => tryPosed(setLook([e.id], f.path, v))}
          onChange={onChange}
        />
      )
  }
}
