import type { ReactNode } from 'react'
import { hexOf, opacityOf, parseColour, withOpacity } from '@/core/formats/colour'
import { BOX, Row } from './fields'
import { NumberField } from './numberField'
import { useTyped } from './useTyped'
import { inWords } from '../../words/words'

/** What a colour was before it was unticked, by what it belongs to. */
const remembered = new Map<string, string>()
const FIRST = '#2b2118'

interface Props {
  label: string
  mark?: ReactNode
  value: string | null
  optional?: boolean
  /** What it belongs to, so that an unticked colour comes back as it was. */
  owner?: string
  onChange: (v: string | null) => void
}

/**
 * A colour with its opacity: picked, or typed as hex (`#c33`, `#cc3333`, `#cc333380`); or none, where it is optional.
 */
export function Colour({ label, value, optional, mark, owner = '', onChange }: Props) {
  const key = `${owner} ${label}`
  const tick = (on: boolean) => {
    if (value !== null) remembered.set(key, value)
    onChange(on ? (remembered.get(key) ?? FIRST) : null)
  }
  const { field } = useTyped({
    shown: hexOf(value ?? FIRST),
    read(text) {
      const colour = parseColour(text)
      // Three or six figures say nothing of the opacity beside them: it stays.
      return colour && value !== null && colour.length <= 7 ? withOpacity(colour, opacityOf(value)) : colour
    },
    unread: (text) => inWords('fields.isNoColourTypeOne', text),
    give: (colour) => {
      if (colour !== value) onChange(colour)
    },
  })
  return (
    <Row label={label} mark={mark}>
      <span className="flex items-center gap-1">
        {optional && (
          <input
            type="checkbox"
            aria-label={inWords('fields.shown', label)}
            className="mr-0.5 size-4 accent-accent"
            checked={value !== null}
            onChange={(e) => tick(e.target.checked)}
          />
        )}
        {value !== null && (
          <input
            aria-label={inWords('fields.asHex', label)}
            {...field}
            className={`${BOX} figures w-[60px] !px-1 text-xs`}
            onFocus={(e) => e.target.select()}
          />
        )}
        <input
          type="color"
          aria-label={label}
          disabled={value === null}
          className="h-6 w-7 rounded border border-edge bg-card disabled:opacity-30"
          value={hexOf(value ?? '#000000')}
          onChange={(e) => onChange(withOpacity(e.target.value, opacityOf(value ?? '#000000')))}
        />
        {value !== null && (
          <NumberField
            compact
            narrow
            label={inWords('fields.opacityOf', label)}
            unit="%"
            min={0}
            max={100}
            value={Math.round(opacityOf(value) * 100)}
            onChange={(v) => onChange(withOpacity(hexOf(value), v / 100))}
          />
        )}
      </span>
    </Row>
  )
}
