import { ChevronRight } from 'lucide-react'
import { memo, useLayoutEffect, useRef } from 'react'
import { kindName } from '@/core/kinds'
import { type Timed } from '@/core/timing'
import { desk, ShownContext, useDesk } from '../state/desk'
import { keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { useLagging } from '../kit/useLagging'
import { ElementDetails } from './ElementDetails'
import { Several } from './Several'
import { LessonDetails } from './LessonDetails'
import { MomentDetails } from './MomentDetails'
import { Findable } from '../fields/sought'
import { inWords } from '../../words/words'

const LAG_MS = 400
/** A drag that is under way, and what it started from. */
const DRAG = { get: () => ({ of: desk().timed, live: desk().live }), subscribe: useDesk.subscribe }
/**
 * The values of what is selected: elements, a moment; of the lesson when nothing is. They follow a drag twice a
 * second, so that the drag itself does not wait for them.
 */
export function Details() {
  const settled = useDesk((b) => b.timed)
  const drag = useLagging(DRAG, LAG_MS)
  const dragged = useDesk((b) => b.live !== null)
  // What is done is shown at once; what is still being dragged may lag behind.
  return <Values timed={(dragged && drag.of === settled && drag.live) || settled} />
}

/** Drawn again only when what it shows is another: not as a drag begins. */
const Values = memo(function Values({ timed }: { timed: Timed }) {
  const elements = useDesk((b) => b.elements)
  const moment = useDesk((b) => b.moment)
  const chosen = timed.lesson.elements.filter((e) => elements.includes(e.id))
  const m = moment ? timed.moments.get(moment) : undefined
  const pane = useRef<HTMLElement>(null)
  // One of the same kind is shown from where the last one was; anything else from its top.
  const shows = chosen.length === 1 ? kindName(chosen[0]!) : chosen.length > 1 ? 'several' : m ? 'moment' : 'lesson'
  useLayoutEffect(() => {
    pane.current!.scrollTop = 0
  }, [shows])
  return (
    <ShownContext value={timed}>
      <section
        ref={pane}
        aria-label={inWords('details.details')}
        data-testid="details"
        className="thin-scroll h-full overflow-auto border-l border-edge bg-sheet"
      >
        <Findable
          key={shows}
          right={
            <IconButton
              label={inWords('details.putTheDetailsAway')}
              keys={keyOf('pane-details')}
              className="ml-1"
              onClick={() => runCommand('pane-details')}
            >
              <ChevronRight size={15} />
            </IconButton>
          }
        >
          {chosen.length === 1 ? (
            <ElementDetails key={chosen[0]!.id} element={chosen[0]!} />
          ) : chosen.length > 1 ? (
            <Several ids={elements} />
          ) : m ? (
            <MomentDetails moment={m} />
          ) : (
            <LessonDetails />
          )}
        </Findable>
      </section>
    </ShownContext>
  )
})
