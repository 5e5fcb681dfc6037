import { Search, X } from 'lucide-react'
import { createContext, useRef, useState, type ReactNode } from 'react'
import { BOX } from './fields'
import { IconButton } from '../kit/button'
import { inWords } from '../../words/words'

/** Whether a value is looked for by its name: then every section stands open. */
export const SoughtContext = createContext(false)

/** What is called by all of these words: values, buttons and sections. */
const named = (words: readonly string[]): string =>
  words.map((w) => `:is([data-label*=${quoted(w)} i], [aria-label*=${quoted(w)} i])`).join('')
/** The same, and what can be set to something that is called so. */
const called = (words: readonly string[]): string =>
  words
    .map((w) => `:is([data-label*=${quoted(w)} i], [aria-label*=${quoted(w)} i], [data-choices*=${quoted(w)} i])`)
    .join('')
const quoted = (word: string): string => `"${CSS.escape(word)}"`

/** Hides what is not called so: whole sections, and what stands beside what is found in the others. */
function rules(words: readonly string[]): string {
  const it = called(words)
  const others = `section[data-label]:not(${it})`
  return `
    [data-finding] ${others}:not(:has(${it})),
    [data-finding] ${others} > :not(h3):not(${it}):not(:has(${it})),
    [data-finding] ${others} [data-label]:not(${it}):not(:has(${it})):not(${it} *),
    [data-finding]:has(section ${it}, section${it}) [data-nothing] { display: none }`
}

/** Sections, with a field over them by which a value is found; `right` stands beside it. */
export function Findable({ children, right }: { children: ReactNode; right?: ReactNode }) {
  const [sought, setSought] = useState('')
  const within = useRef<HTMLDivElement>(null)
  const words = sought.trim().split(/\s+/).filter(Boolean)
  const finding = words.length > 0
  const goTo = () => {
    const seen = (it: string) =>
      [...within.current!.querySelectorAll<HTMLElement>(`section ${it}`)].find((e) => e.offsetParent)
    const first = seen(named(words)) ?? seen(called(words))
    const control = first?.matches('input, select, textarea, button')
      ? first
      : first?.querySelector<HTMLElement>('input, select, textarea, button:not([data-key])')
    control?.focus()
  }
  return (
    <SoughtContext value={finding}>
      <div className="sticky top-0 z-10 flex items-center border-b border-edge bg-sheet py-1.5 pr-1.5 pl-3">
        <Search size={13} className="pointer-events-none absolute left-5 text-muted" />
        <input
          type="search"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
          placeholder={inWords('fields.findAValue')}
          aria-label={inWords('fields.findAValue')}
          data-find-value
          className={`${BOX} w-full !pr-7 !pl-7 [&::-webkit-search-cancel-button]:hidden`}
          onKeyDown={(e) => {
            if (e.key === 'Enter') goTo()
            if (e.key !== 'Escape') return
            e.stopPropagation()
            setSought('')
            e.currentTarget.blur()
          }}
        />
        {finding && (
          <IconButton
            label={inWords('fields.showAllValues')}
            className="absolute right-9 !h-6"
            onClick={() => setSought('')}
          >
            <X size={13} />
          </IconButton>
        )}
        {right}
      </div>
      <div ref={within} data-finding={finding || undefined}>
        {finding && <style>{rules(words)}</style>}
        {children}
        {finding && (
          <p className="p-3 text-muted" data-nothing>
            {inWords('fields.noValueHereIsCalled', sought.trim())}
          </p>
        )}
      </div>
    </SoughtContext>
  )
}
