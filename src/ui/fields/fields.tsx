import type { ReactNode } from 'react'
import { useTyped } from './useTyped'
import { toWords, type Said } from '../../words/words'

export const BOX = 'rounded border border-edge bg-card px-1.5 py-0.5 focus:border-accent outline-none'

interface RowProps {
  label: string
  children: ReactNode
  mark?: ReactNode
  /** What can be chosen in it, by which it is found as well. */
  choices?: string
}
export function Row({ label, children, mark, choices }: RowProps) {
  return (
    <div className="flex items-center justify-between gap-2" data-label={label} data-choices={choices}>
      <span className="min-w-0 text-muted">
        {mark}
        {label}
      </span>
      {children}
    </div>
  )
}

/** What can be chosen, put into words. */
export const worded = <T extends string>(options: readonly { value: T; label: Said }[]) =>
  options.map(({ value, label }) => ({ value, label: toWords(label) }))

export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  bare,
}: {
  label: string
  value: T
  options: readonly { value: T; label: string }[]
  onChange: (v: T) => void
  bare?: boolean
}) {
  const select = (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
      className={`${BOX} max-w-[210px]`}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
  )
  if (bare) return select
  return (
    <Row label={label} choices={options.map((o) => o.label).join(', ')}>
      {select}
    </Row>
  )
}

export function Tick({ label, value, onChange }: { label: string; value: boolean; onChange: (v: boolean) => void }) {
  return (
    <label className="flex items-center justify-between gap-2" data-label={label}>
      <span className="text-muted">{label}</span>
      <input
        type="checkbox"
        className="size-4 accent-accent"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
      />
    </label>
  )
}

/** A text that stands in the place of what it names only while it is written: Enter keeps it, however long it is. */
export function WrittenHere({
  label,
  value,
  rows,
  onChange,
  onEnd,
  className = '',
}: {
  label: string
  value: string
  /** As a field of so many lines; else of one. */
  rows?: number
  onChange: (v: string) => void
  onEnd: () => void
  className?: string
}) {
  const { field } = useTyped({ shown: value, read: (text) => text, give: onChange, end: onEnd })
  const common = {
    ...field,
    autoFocus: true,
    onFocus: (e: { target: { select: () => void } }) => e.target.select(),
    'aria-label': label,
    className: `${BOX} w-full ${className}`,
  }
  return rows ? <textarea rows={rows} {...common} /> : <input {...common} />
}

/** Text that is handed on when something else is done, or with Enter (Ctrl+Enter in several lines). */
export function Words({
  label,
  value,
  lines = 1,
  onChange,
  className = '',
}: {
  label: string
  value: string
  lines?: number
  onChange: (v: string) => void
  className?: string
}) {
  const { field } = useTyped({ shown: value, read: (text) => text, give: onChange, lines })
  const common = { ...field, 'aria-label': label, className: `${BOX} w-full ${className}` }
  return lines > 1 ? <textarea rows={lines} {...common} /> : <input {...common} />
}
