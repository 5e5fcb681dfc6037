import type { Element } from '@/core/lesson/schema'
import { keyedOneByOne, likeFirst, poseMeant } from '@/core/edits'
import { motionOf } from '@/core/motion'
import { edit, goTo, select, setDesk, useDesk, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'

/**
 * Says plainly what an edit changes: the element, or which of its poses; and where it is, when it is not on screen
 * here.
 */
export function Edited({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const moveEnd = useDesk((b) => b.moveEnd)
  const wholePath = useDesk((b) => b.wholePath)
  const reach = useDesk((b) => b.reach)
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
      <Follows element={e} />
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
          <Button className="!h-[24px]" pressed={reach === 'pose'} onClick={() => setDesk({ reach: 'pose' })}>
            This pose
          </Button>
          <Button className="!h-[24px]" pressed={reach === 'later'} onClick={() => setDesk({ reach: 'later' })}>
            And all later ones
          </Button>
        </div>
      )}
    </div>
  )
}

const PARTS = { motion: 'how it moves, comes and goes', look: 'its look', timing: 'how long it is there' } as const
/** That an element does what another one does, in what, and the way out of it. */
function Follows({ element: { id, name, follows } }: { element: Element }) {
  const first = useShown().lesson.elements.find((e) => e.id === follows?.first)
  if (!follows || !first) return null
  const own = follows.own.length
  return (
    <div data-follows className="text-muted">
      <p>
        It does as{' '}
        <button type="button" className="text-accent-deep underline" onClick={() => select([first.id])}>
          {first.name}
        </button>{' '}
        does, in {follows.parts.map((p) => PARTS[p]).join(', ')}
        {own > 0 && `; ${own === 1 ? 'one thing is' : `${own} things are`} its own`}.
      </p>
      <div className="mt-1 flex gap-1">
        <Button className="!h-[24px]" onClick={() => runCommand('cut-loose')}>
          Cut it loose
        </Button>
        {own > 0 && (
          <Button className="!h-[24px]" onClick={() => edit(`“${name}” as the first again`, likeFirst([id]))}>
            All as the first again
          </Button>
        )}
      </div>
    </div>
  )
}
