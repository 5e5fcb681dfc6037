import type { Element } from '@/core/lesson/schema'
import { keyedOneByOne, poseMeant } from '@/core/edits'
import { motionOf } from '@/core/motion'
import { goTo, setBench, useBench, useShown } from '../bench/store'
import { Button } from '../kit/button'

/**
 * Says plainly what an edit changes: the element, or which of its poses; and where it is, when it is not on screen
 * here.
 */
export function Edited({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useBench((b) => b.playhead)
  const moveEnd = useBench((b) => b.moveEnd)
  const wholePath = useBench((b) => b.wholePath)
  const reach = useBench((b) => b.reach)
  const span = timed.spans.get(e.id)!
  const { moves } = motionOf(timed, e)
  const lit = poseMeant(timed, e, { frame: playhead, on: moveEnd })
  const away = playhead < span.from || playhead >= span.to
  const single = keyedOneByOne(e)
  const what =
    moves.length === 0 || (single && !wholePath)
      ? `“${e.name}”`
      : wholePath
        ? `All poses of “${e.name}”`
        : `Pose ${lit + 1} of “${e.name}”`
  return (
    <div
      className={`border-b border-edge px-3 py-1.5 ${away ? 'bg-accent-wash' : moves.length > 0 ? 'bg-[#f3e8d0]' : ''}`}
      data-testid="edited"
    >
      <p>
        Editing <strong>{what}</strong>
        {moves.length > 0 && !wholePath && reach === 'later' && lit < moves.length ? ' and all later ones' : ''}
      </p>
      {single && !wholePath && (
        <p className="text-xs text-muted">
          What has a lit peg is changed by keyframes, here at the playhead; all else is the whole element’s.
        </p>
      )}
      {moves.length > 0 && !single && !wholePath && lit > 0 && (
        <p className="text-xs text-muted">
          Place, size, turn and the like are keyed in this pose; look and sound are the whole element’s, unless their
          peg is lit.
        </p>
      )}
      {away && (
        <p className="flex items-center justify-between gap-2 text-accent-deep">
          It is not on screen here.
          <Button className="!h-[24px]" onClick={() => goTo(span.from)}>
            Go to it
          </Button>
        </p>
      )}
      {!away && moves.length > 0 && !wholePath && lit < moves.length && (
        <div className="mt-1 flex gap-1" role="group" aria-label="Which poses a change reaches">
          <Button className="!h-[24px]" pressed={reach === 'pose'} onClick={() => setBench({ reach: 'pose' })}>
            This pose
          </Button>
          <Button className="!h-[24px]" pressed={reach === 'later'} onClick={() => setBench({ reach: 'later' })}>
            And all later ones
          </Button>
        </div>
      )}
    </div>
  )
}
