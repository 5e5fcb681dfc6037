import { ChevronLeft, ChevronRight, ChevronUp } from 'lucide-react'
import { keyOf, runCommand } from '../commands/commands'
import { inWords } from '../../words/words'

const PANES = {
  order: { name: inWords('workbench.runningOrder'), Icon: ChevronRight },
  details: { name: inWords('workbench.details'), Icon: ChevronLeft },
  timeline: { name: inWords('workbench.timeline'), Icon: ChevronUp },
}

/** Stands where a pane was that is put away, with its name: pressed, it brings the pane back. */
export function PaneEdge({ pane }: { pane: keyof typeof PANES }) {
  const { name, Icon } = PANES[pane]
  const says = inWords('workbench.bringTheBack', name.toLowerCase())
  const [box, words] = pane === 'timeline' ? ['h-6 w-full', ''] : ['w-6 flex-col', '[writing-mode:vertical-rl]']
  return (
    <button
      type="button"
      aria-label={says}
      data-tip={says}
      data-keys={keyOf(`pane-${pane}`)}
      onClick={() => runCommand(`pane-${pane}`)}
      className={`flex shrink-0 items-center justify-center gap-1.5 bg-sheet text-xs hover:bg-accent-wash ${box}`}
    >
      <Icon size={12} className="shrink-0" />
      <span className={words}>{name}</span>
    </button>
  )
}
