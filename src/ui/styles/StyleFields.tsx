import { fieldsOf, newElement, titleOf, type ElementKind } from '@/core/kinds'
import { emptyLesson, noPassing } from '@/core/lesson/make'
import type { HouseStyle, Passing } from '@/core/lesson/schema'
import {
  PARTS_OF_PALETTE,
  STYLE_FACES,
  type PaletteColour,
  type StyleValue,
  type StyleVariant,
} from '@/core/lesson/style'
import { isNumber, UNITS, type Field } from '@/core/values'
import { PassingFields } from '../fields/passing'
import { Section } from '../fields/section'
import { Colour } from '../fields/colour'
import { useKept } from '../kit/useKept'
import { Choice, Tick, worded } from '../fields/fields'
import { FontChoice } from '../fields/fontChoice'
import { NumberField } from '../fields/numberField'
import { inWords, termOf, toWords } from '../../words/words'

const COLOURS: Record<PaletteColour, string> = {
  paper: inWords('styles.paper'),
  ink: inWords('styles.writing'),
  quiet: inWords('styles.quietWriting'),
  accent: inWords('styles.accent'),
  onAccent: inWords('styles.onTheAccent'),
  second: inWords('styles.secondColour'),
  onSecond: inWords('styles.onTheSecond'),
  ground: inWords('styles.ground'),
  onGround: inWords('styles.onTheGround'),
}
interface Props {
  style: HouseStyle
  onChange: (style: HouseStyle) => void
}

export function PaletteFields({ style, variant, onChange }: Props & { variant: StyleVariant }) {
  const palette = style.colours[variant]
  return (
    <Section title={inWords('styles.colours')}>
      {PARTS_OF_PALETTE.map((name) => (
        <Colour
          key={name}
          label={COLOURS[name]}
          owner={`${style.id} ${variant}`}
          value={palette[name]}
          onChange={(v) =>
            v && onChange({ ...style, colours: { ...style.colours, [variant]: { ...palette, [name]: v } } })
          }
        />
      ))}
    </Section>
  )
}

const FACES = { text: inWords('styles.text'), heading: inWords('styles.headings'), label: inWords('styles.labels') }
export function Faces({ style, onChange }: Props) {
  return (
    <Section title={inWords('styles.type')}>
      {STYLE_FACES.map((name) => (
        <FontChoice
          key={name}
          label={FACES[name]}
          value={style.faces[name]}
          onChange={(face) => onChange({ ...style, faces: { ...style.faces, [name]: face } })}
        />
      ))}
    </Section>
  )
}

const named = (look: string): string => {
  const [kind, more] = look.split('/')
  return `${titleOf(kind as ElementKind)}${more ? `: ${termOf(more)}` : ''}`
}

/** What a style says of each look, value by value. */
export function Looks({ style, onChange }: Props) {
  const names = Object.keys(style.looks).sort((a, b) => named(a).localeCompare(named(b)))
  const [chosen, setChosen] = useKept('style: look of', 'callout')
  const name = names.includes(chosen) ? chosen : names[0]!
  const look = style.looks[name]!
  const sample = newElement(emptyLesson('Sample'), name.split('/')[0] as ElementKind, 'sample', {
    start: { on: 'loose', frame: 0 },
    end: { on: 'length', frames: 60 },
  })
  const put = (path: string, value: StyleValue) =>
    onChange({ ...style, looks: { ...style.looks, [name]: { ...look, [path]: value } } })
  const passing = (which: 'arrival' | 'departure') => {
    const p = style.passings[name]?.[which] ?? noPassing()
    const own = (more: Partial<Passing>) => ({ ...style.passings[name], [which]: { ...p, ...more } })
    return (
      <PassingFields
        which={which}
        value={p}
        perSecond={30}
        onChange={(more) => onChange({ ...style, passings: { ...style.passings, [name]: own(more) } })}
      />
    )
  }
  return (
    <Section title={inWords('styles.looks')}>
      <Choice
        label={inWords('styles.lookOf')}
        value={name}
        options={names.map((value) => ({ value, label: named(value) }))}
        onChange={setChosen}
      />
      {Object.entries(look).map(([path, value]) => {
        const field = fieldsOf(sample).find((f) => f.path === path)
        return (
          field && <StyleField key={path} field={field} value={value} style={style} onChange={(v) => put(path, v)} />
        )
      })}
      {passing('arrival')}
      {passing('departure')}
    </Section>
  )
}

const FREE = 'other'
/** A colour of a look: one of the palette, or another. */
function TokenField({
  field,
  value,
  style,
  onChange,
}: {
  field: Field
  value: StyleValue
  style: HouseStyle
  onChange: (v: StyleValue) => void
}) {
  const text = typeof value === 'string' ? value : ''
  const token = /^@(\w+)/.exec(text)?.[1]
  const optional = field.type === 'colour' && field.optional
  return (
    <>
      <Choice
        label={toWords(field.label)}
        value={value === null ? 'none' : (token ?? FREE)}
        options={[
          ...(optional ? [{ value: 'none', label: inWords('styles.none') }] : []),
          ...PARTS_OF_PALETTE.map((v) => ({ value: v as string, label: COLOURS[v].toLowerCase() })),
          { value: FREE, label: inWords('styles.anotherColour') },
        ]}
        onChange={(v) =>
          onChange(
            v === 'none'
              ? null
              : v === FREE
                ? style.colours[style.variant][(token ?? 'ink') as PaletteColour]
                : `@${v}`,
          )
        }
      />
      {value !== null && !token && (
        <Colour
          label={inWords('styles.whichIs')}
          value={text}
          onChange={(v) => onChange(v)}
          owner={`${style.id} ${field.path}`}
        />
      )}
    </>
  )
}

function StyleField(props: { field: Field; value: StyleValue; style: HouseStyle; onChange: (v: StyleValue) => void }) {
  const { field, value, onChange } = props
  if (isNumber(field))
    return (
      <NumberField
        label={toWords(field.label)}
        unit={UNITS[field.type].suffix}
        min={field.min}
        max={field.max}
        digits={field.digits ?? 0}
        value={value as number}
        onChange={onChange}
      />
    )
  switch (field.type) {
    case 'colour':
      return <TokenField {...props} />
    case 'tick':
      return <Tick label={toWords(field.label)} value={value === true} onChange={onChange} />
    case 'choice':
      return (
        <Choice
          label={toWords(field.label)}
          value={value as string}
          options={worded(field.options)}
          onChange={onChange}
        />
      )
    case 'font':
      return (
        <Choice
          label={toWords(field.label)}
          value={String(value).slice(1)}
          options={STYLE_FACES.map((v) => ({ value: v as string, label: FACES[v].toLowerCase() }))}
          onChange={(v) => onChange(`@${v}`)}
        />
      )
    default:
      return null
  }
}
