import { ChevronRight } from 'lucide-react'
import { Fragment } from 'react'
import { lessonAt } from '@/core/edits'
import { keyOf } from '../commands/commands'
import { useDesk } from '../state/desk'
import { goOut } from '../state/inside'
import { inWords } from '../../words/words'

/** The lessons around the one that was gone into, the outermost first; each leads back to it. */
export function Trail() {
  const inside = useDesk((b) => b.inside)
  const outer = useDesk((b) => b.outer)
  if (!outer) return null
  const around = inside.map((_, depth) =>
    lessonAt(
      outer,
      inside.slice(0, depth).map((i) => i.part),
    )!,
  )
  return (
    <nav
      aria-label={inWords('workbench.lessonsAroundThisOne')}
      className="flex items-center gap-1 font-head text-[15px]"
    >
      {around.map((lesson, depth) => (
        <Fragment key={inside[depth]!.part}>
          <button
            type="button"
            className="max-w-40 truncate rounded px-1.5 text-accent-deep underline hover:bg-black/5"
            title={inWords('workbench.backTo', lesson.name, keyOf('go-out'))}
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
