import { Search } from 'lucide-react'
import { BOX } from './fields'

/** A field to find something by; Enter takes the first that is found. */
export function SearchField({
  label,
  hint = label,
  value,
  onChange,
  onTake,
}: {
  label: string
  hint?: string
  value: string
  onChange: (v: string) => void
  onTake: () => void
}) {
  return (
    <label className="relative mb-3 block">
      <Search size={14} className="absolute top-2 left-2 text-muted" />
      <input
        type="search"
        autoFocus
        value={value}
        onChange={(e) => onChange(e.target.value)}
        placeholder={hint}
        aria-label={label}
        className={`${BOX} w-full !py-1 !pl-7`}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onTake()
        }}
      />
    </label>
  )
}
