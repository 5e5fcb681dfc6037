import type { Element } from '@/core/lesson/schema'
import { keyedOneByOne, likeFirst, poseMeant } from '@/core/edits'
import { motionOf } from '@/core/motion'
import { edit, goTo, select, setDesk, useDesk, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { inWords, said } from '../../words/words'

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
        ? inWords('details.allPosesOf', e.name)
        : inWords('details.poseOf', lit + 1, e.name)
  return (
    <div
      className={`border-b border-edge px-3 py-1.5 ${away ? 'bg-accent-wash' : moves.length > 0 ? 'bg-[#f3e8d0]' : ''}`}
      data-testid="edited"
    >
      <p>
        {inWords('details.editing')} <strong>{what}</strong>
        {moves.length > 0 && !wholePath && reach === 'later' && lit < moves.length
          ? inWords('details.andAllLaterOnes')
          : ''}
      </p>
      {single && !wholePath && <p className="text-xs text-muted">{inWords('details.whatHasALitPeg')}</p>}
      {moves.length > 0 && !single && !wholePath && lit > 0 && (
        <p className="text-xs text-muted">{inWords('details.placeSizeTurnAndThe')}</p>
      )}
      <Follows element={e} />
      {away && (
        <p className="flex items-center justify-between gap-2 text-accent-deep">
          {inWords('details.itIsNotOnScreen')}
          <Button className="!h-[24px]" onClick={() => goTo(span.from)}>
            {inWords('details.goToIt')}
          </Button>
        </p>
      )}
      {!away && moves.length > 0 && !wholePath && lit < moves.length && (
        <div className="mt-1 flex gap-1" role="group" aria-label={inWords('details.whichPosesAChangeReaches')}>
          <Button className="!h-[24px]" pressed={reach === 'pose'} onClick={() => setDesk({ reach: 'pose' })}>
            {inWords('details.thisPose')}
          </Button>
          <Button className="!h-[24px]" pressed={reach === 'later'} onClick={() => setDesk({ reach: 'later' })}>
            {inWords('details.reachesLaterOnes')}
          </Button>
        </div>
      )}
    </div>
  )
}

const PARTS = {
  motion: inWords('details.howItMovesComesAnd'),
  look: inWords('details.itsLook'),
  timing: inWords('details.howLongItIsThere'),
} as const
/** That an element does what another one does, in what, and the way out of it. */
function Follows({ element: { id, name, follows } }: { element: Element }) {
  const first = useShown().lesson.elements.find((e) => e.id === follows?.first)
  if (!follows || !first) return null
  const own = follows.own.length
  return (
    <div data-follows className="text-muted">
      <p>
        {inWords('details.itDoesAs')}{' '}
        <button type="button" className="text-accent-deep underline" onClick={() => select([first.id])}>
          {first.name}
        </button>{' '}
        {inWords(
          'details.doesIn',
          follows.parts.map((p) => PARTS[p]).join(', '),
          own > 0
            ? inWords('details.itsOwn', own === 1 ? inWords('details.oneThingIs') : inWords('details.thingsAre', own))
            : '',
        )}
      </p>
      <div className="mt-1 flex gap-1">
        <Button className="!h-[24px]" onClick={() => runCommand('cut-loose')}>
          {inWords('details.cutItLoose')}
        </Button>
        {own > 0 && (
          <Button className="!h-[24px]" onClick={() => edit(said('details.asTheFirstAgain', name), likeFirst([id]))}>
            {inWords('details.allAsTheFirstAgain')}
          </Button>
        )}
      </div>
    </div>
  )
}
