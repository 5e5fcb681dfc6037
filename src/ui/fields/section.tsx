import { ChevronRight } from 'lucide-react'
import { useContext, type ReactNode } from 'react'
import { useKept } from '../kit/useKept'
import { SoughtContext } from './sought'

/**
 * A titled part of the details. With `folds`, it can be folded up, and is remembered so in this browser; while a value
 * is looked for by its name, all that is within stands open.
 *
 * @param name  what its fold is remembered by, where its title changes
 */
export function Section({
  title,
  name = title,
  right,
  children,
  folds,
}: {
  title: string
  name?: string
  right?: ReactNode
  children: ReactNode
  folds?: 'open' | 'shut'
}) {
  const sought = useContext(SoughtContext)
  const [open, setOpen] = useKept(`section: ${name}`, folds !== 'shut')
  const shown = folds === undefined || open || sought
  return (
    <section className="space-y-2 border-b border-edge p-3" data-label={title}>
      <h3 className="flex items-center justify-between font-semibold">
        {folds ? (
          <button
            type="button"
            aria-expanded={shown}
            onClick={() => setOpen(!open)}
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
