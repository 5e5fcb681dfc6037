import { useState, type ReactNode } from 'react'

export const BOX = 'rounded border border-edge bg-card px-1.5 py-0.5 focus:border-accent outline-none'

export function Row({ label, children, mark }: { label: string; children: ReactNode; mark?: ReactNode }) {
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="shrink-0 text-muted">
        {mark}
        {label}
      </span>
      {children}
    </div>
  )
}

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
  return bare ? select : <Row label={label}>{select}</Row>
}

export function Tick({ label, value, onChange }: { label: string; value: boolean; onChange: (v: boolean) => void }) {
  return (
    <label className="flex items-center justify-between gap-2">
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

/** Text that is handed on when the field is left, or with Enter (Ctrl+Enter in several lines). */
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
  const [typed, setText] = useState<string | null>(null)
  const text = typed ?? value
  const common = {
    'aria-label': label,
    value: text,
    className: `${BOX} w-full ${className}`,
    onBlur: () => {
      setText(null)
      if (text !== value) onChange(text)
    },
    onChange: (e: { target: { value: string } }) => setText(e.target.value),
    onKeyDown: (e: React.KeyboardEvent<HTMLElement>) => {
      e.stopPropagation()
      // The key is used up: a question that the value opens must not be answered by it.
      if (e.key === 'Enter' && (lines === 1 || e.ctrlKey || e.metaKey)) {
        e.preventDefault()
        ;(e.target as HTMLElement).blur()
      }
      if (e.key === 'Escape') {
        setText(null)
        requestAnimationFrame(() => (e.target as HTMLElement).blur())
      }
    },
  }
  return lines > 1 ? <textarea rows={lines} {...common} /> : <input {...common} />
}
