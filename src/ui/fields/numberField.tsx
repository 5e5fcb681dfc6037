import { useContext, type ReactNode } from 'react'
import { bounded, boundsTold, parseTyped } from '@/core/formats/typed'
import { TypistContext, useTyped } from './useTyped'
import { inWords } from '../../words/words'
import { useGesture } from '../kit/gesture'

interface Props {
  label: string
  value: number
  /** What is shown after the number, and how it is named: px, %, frames … */
  unit?: string
  min?: number
  max?: number
  step?: number
  digits?: number
  /** Frames a second: then seconds can be typed as well, `1.5s`. Known where frames of a lesson are meant. */
  perSecond?: number
  /** What % is of, in px: then both can be typed. */
  of?: number
  /** Stands before the label. */
  mark?: ReactNode
  /** It is a multiple of this. */
  multiple?: number
  /** While it is dragged or stepped. */
  onLive?: (value: number) => void
  onChange: (value: number) => void
  compact?: boolean
  /** For two or three figures. */
  narrow?: boolean
  /** What it is at the playhead, where the value is that of a chosen pose: told beside it where the two differ. */
  now?: number | undefined
  /** Whether what would come of it is shown while it is typed; where that takes long it is only kept. */
  tried?: boolean | 'kept'
  /** The number is not kept but added each time: it stands at `value` again afterwards. */
  relative?: boolean
}

/** A unit as it is told. */
const unitWords = (unit: string): string =>
  unit === 'frames' ? inWords('units.frames') : unit === 'timesLarger' ? inWords('units.timesLarger') : unit

/** How a length in seconds is typed and stepped. */
export const SECONDS = { unit: 's', step: 0.5, digits: 1 } as const

/** How a number is written and read: its bounds, units, seconds where frames are meant, px where % are. */
function useReading({ unit, min = -Infinity, max = Infinity, multiple, digits = 0, perSecond, of }: Props) {
  const typist = useContext(TypistContext)
  const bounds = { min, max, digits, ...(multiple !== undefined && { multiple }) }
  const seconds = perSecond ?? (unit === 'frames' ? typist?.perSecond() : undefined)
  const raw = (text: string) => parseTyped(text, { unit, perSecond: seconds, of })
  const limit = (v: number) => bounded(v, bounds)
  return {
    bounds,
    raw,
    limit,
    parsed(text: string) {
      const number = raw(text)
      return number === null ? null : limit(number)
    },
    show: (v: number) => String(Math.round(v * 10 ** digits) / 10 ** digits),
  }
}

/** A number that is dragged by its label. */
function useLabelDrag({ value, step = 1, onLive, onChange }: Props, limit: (v: number) => number) {
  const { press, hand } = useGesture()
  return {
    ...hand,
    onPointerDown(e: React.PointerEvent) {
      e.preventDefault()
      const from = e.clientX
      let now = value
      const drag = (at: React.PointerEvent) => {
        now = limit(value + Math.round((at.clientX - from) / 2) * step * (at.shiftKey ? 10 : 1))
        onLive?.(now)
      }
      press(e, { drag, drop: () => now !== value && onChange(now), quit: () => onLive?.(value) })
    },
  }
}

/**
 * A number that can be typed, stepped with the arrow keys (Shift: ten steps) and dragged by its label; units and
 * arithmetic are understood. Escape puts it back.
 */
export function NumberField(props: Props) {
  const { label, value, unit, step = 1, mark, onChange, compact, narrow, relative, tried, now } = props
  const { bounds, raw, limit, parsed, show } = useReading(props)
  const drag = useLabelDrag(props, limit)
  const { typed, forget, field } = useTyped({
    shown: show(value),
    ...(tried !== undefined && { tried }),
    read: parsed,
    unread: (text) =>
      inWords('fields.isNoNumberStays', text, unit ? inWords('fields.of', unitWords(unit)) : '', label, show(value)),
    other: (text) => {
      const number = raw(text)
      return number === null ? null : boundsTold(label, unitWords(unit ?? ''), number, bounds)
    },
    give: (v) => {
      if (v !== value) onChange(v)
    },
  })
  const stepped = (e: React.KeyboardEvent) => {
    if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return
    e.preventDefault()
    const from = typed === null || relative ? value : (parsed(typed) ?? value)
    forget()
    onChange(limit(from + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1)))
  }
  return (
    <label className={`flex items-center gap-1.5 ${compact ? '' : 'justify-between'}`} data-label={label}>
      <span className={compact ? 'sr-only' : 'cursor-ew-resize text-muted select-none'} {...drag}>
        {mark}
        {label}
      </span>
      {now !== undefined && show(now) !== show(value) && (
        <span className="figures ml-auto text-xs text-muted" title={inWords('fields.whatItIsAtThe')} data-now>
          {inWords('fields.here', show(now))}
        </span>
      )}
      <span className="flex items-center rounded border border-edge bg-card focus-within:border-accent">
        <input
          aria-label={unit ? inWords('fields.inUnit', label, unitWords(unit)) : label}
          className={
            `figures ${narrow ? 'w-8 !px-0.5 text-xs' : 'w-16'} ` +
            `bg-transparent px-1.5 py-0.5 text-right outline-none`
          }
          inputMode="decimal"
          {...field}
          onFocus={(e) => e.target.select()}
          onKeyDown={(e) => {
            field.onKeyDown(e)
            stepped(e)
          }}
        />
        {unit && <span className="pr-1.5 text-xs text-muted">{unitWords(unit)}</span>}
      </span>
    </label>
  )
}
