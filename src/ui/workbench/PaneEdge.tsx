import { ChevronLeft, ChevronRight, ChevronUp } from 'lucide-react'
import { keyOf, runCommand } from '../commands/commands'

const PANES = {
  order: { name: 'Running order', Icon: ChevronRight },
  details: { name: 'Details', Icon: ChevronLeft },
  timeline: { name: 'Timeline', Icon: ChevronUp },
}

/** Stands where a pane was that is put away, with its name: pressed, it brings the pane back. */
export function PaneEdge({ pane }: { pane: keyof typeof PANES }) {
  const { name, Icon } = PANES[pane]
  const says = `Bring the ${name.toLowerCase()} back`
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
