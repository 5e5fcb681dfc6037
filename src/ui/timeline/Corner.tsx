import { ChevronDown, ZoomIn, ZoomOut } from 'lucide-react'
import { desk, useDesk } from '../state/desk'
import { keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { fitTimeline, HEAD_PX, useView, zoomTimeline } from '../state/view'
import { inWords } from '../../words/words'

const STEP = 1.5
const KEY = '!h-6 !w-6'
/** The playhead on the timeline where it is in sight, so that what is looked at stays in sight. */
function aroundPlayhead(): number {
  const { pxPerFrame, left, width } = useView.getState()
  const x = desk().playhead * pxPerFrame - left
  return x >= 0 && x <= width ? x : width / 3
}

/** Beside the ruler: how long a frame is drawn on the timeline, and the key that puts it away. */
export function Corner() {
  const length = useDesk((b) => b.timed.length)
  const scroller = () => document.querySelector<HTMLElement>('[data-testid=timeline]')
  const by = (factor: number) => zoomTimeline(factor, aroundPlayhead(), scroller(), length)
  return (
    <div
      className="sticky left-0 z-10 flex shrink-0 items-center gap-0.5 bg-sheet pl-1.5"
      style={{ width: HEAD_PX }}
      role="group"
      aria-label={inWords('timeline.scaleOfTheTimeline')}
    >
      <IconButton
        className={KEY}
        label={inWords('timeline.shorterOnTheTimeline')}
        keys="Ctrl+wheel"
        onClick={() => by(1 / STEP)}
      >
        <ZoomOut size={14} />
      </IconButton>
      <IconButton
        className={KEY}
        label={inWords('timeline.allOfItOnThe')}
        onClick={() => fitTimeline(length, scroller())}
      >
        <span className="text-xs">{inWords('timeline.all')}</span>
      </IconButton>
      <IconButton
        className={KEY}
        label={inWords('timeline.longerOnTheTimeline')}
        keys="Ctrl+wheel"
        onClick={() => by(STEP)}
      >
        <ZoomIn size={14} />
      </IconButton>
      <span className="flex-1" />
      <IconButton
        className={KEY}
        label={inWords('timeline.putTheTimelineAway')}
        keys={keyOf('pane-timeline')}
        onClick={() => runCommand('pane-timeline')}
      >
        <ChevronDown size={14} />
      </IconButton>
    </div>
  )
}
