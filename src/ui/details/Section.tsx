import { ChevronRight } from 'lucide-react'
import { useState, type ReactNode } from 'react'

const open = new Map<string, boolean>()
/** A titled part of the details. With `folds`, it can be folded up, and is remembered so while the page is open. */
export function Section({
  title,
  right,
  children,
  folds,
}: {
  title: string
  right?: ReactNode
  children: ReactNode
  folds?: 'open' | 'shut'
}) {
  const [shown, setShown] = useState(folds === undefined || (open.get(title) ?? folds === 'open'))
  const toggle = () => {
    open.set(title, !shown)
    setShown(!shown)
  }
  return (
    <section className="space-y-2 border-b border-edge p-3">
      <h3 className="flex items-center justify-between font-semibold">
        {folds ? (
          <button
            type="button"
            aria-expanded={shown}
            onClick={toggle}
            className="-ml-1 flex flex-1 items-center gap-1 text-left"
          >
            <ChevronRight size={14} className={shown ? 'rotate-90' : ''} />
            {title}
          </button>
        ) : (
          title
        )}
        {shown && right}
      </h3>
      {shown && children}
    </section>
  )
}
