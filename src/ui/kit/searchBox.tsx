import { inWords } from '../../words/words'

/** A field for a part of a name; what is found stands elsewhere. */
export function SearchBox({
  label,
  hint = inWords('kit.searchByName'),
  value,
  onChange,
  className = '',
}: {
  label: string
  hint?: string
  value: string
  onChange: (text: string) => void
  className?: string
}) {
  return (
    <input
      type="search"
      aria-label={label}
      placeholder={hint}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className={`rounded border border-edge bg-card px-2 outline-none focus:border-accent ${className}`}
    />
  )
}
