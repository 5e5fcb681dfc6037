import { ChevronRight } from 'lucide-react'
import { Fragment } from 'react'
import { lessonAt } from '@/core/edits'
import { keyOf } from '../commands/commands'
import { useBench } from './store'
import { goOut } from './inside'

/** The lessons around the one that was gone into, the outermost first; each leads back to it. */
export function Trail() {
  const inside = useBench((b) => b.inside)
  const outer = useBench((b) => b.outer)
  if (!outer) return null
  const around = inside.map((_, depth) =>
    lessonAt(
      outer,
      inside.slice(0, depth).map((i) => i.part),
    )!,
  )
  return (
    <nav aria-label="Lessons around this one" className="flex items-center gap-1 font-head text-[15px]">
      {around.map((lesson, depth) => (
        <Fragment key={inside[depth]!.part}>
          <button
            type="button"
            className="max-w-40 truncate rounded px-1.5 text-accent-deep underline hover:bg-black/5"
            title={`Back to “${lesson.name}” (${keyOf('go-out')})`}
            onClick={() => goOut(depth)}
          >
            {lesson.name}
          </button>
          <ChevronRight size={14} aria-hidden className="text-muted" />
        </Fragment>
      ))}
    </nav>
  )
}
