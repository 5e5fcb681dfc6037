import { Trash2 } from 'lucide-react'
import { putMoveEdge, removePoses, setCurve, setMoveEasing, setPress } from '@/core/edits'
import { leads } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { isUnfilled, motionOf, moveWarnings, paceOf, poseAt, type Move } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { desk, edit, useDesk, useShown } from '../state/desk'
import { Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { Button, IconButton } from '../kit/button'
import { EasingEditor } from '../fields/easingEditor'
import { MoveEdgeEditor } from './MoveEdgeEditor'
import { Section } from '../fields/section'
import { inWords, said, toWords, type Said } from '../../words/words'

/** The move to the pose in force: when it goes and lands, how it eases, how fast it is. */
export function MoveSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const moveEnd = useDesk((b) => b.moveEnd)
  const keys = useDesk((b) => b.keys)
  const { moves } = motionOf(timed, e)
  const { pose, moving } = poseAt(timed, e, playhead)
  const number = moving && moveEnd === 'end' ? pose + 1 : pose
  const move = moves[number - 1]
  if (!move) return null
  const own = { element: e.id, pose: move.pose.id }
  const chosen = keys.length > 1 && keys.some((k) => k.pose === own.pose) ? keys : [own]
  const easing = (of: typeof chosen, words: Said, v: string) => edit(words, setMoveEasing(of, v))
  const many = said('details.easingOfMoves', chosen.length)
  const all = moves.map((m) => ({ element: e.id, pose: m.pose.id }))
  return (
    <div data-testid="move">
      <Section
        title={inWords('details.theMoveToPose', number + 1)}
        name="the move"
        folds="open"
        right={
          <IconButton
            label={inWords('details.takePoseAway', number + 1)}
            onClick={() => edit(said('details.takeAPoseOfAway', e.name), removePoses([own]))}
          >
            <Trash2 size={13} />
          </IconButton>
        }
      >
        <MoveEdgeEditor element={e} move={move} side="start" />
        <MoveEdgeEditor element={e} move={move} side="end" />
        <EasingEditor
          label={chosen.length > 1 ? toWords(many) : inWords('details.easing')}
          value={move.pose.easing}
          onChange={(v) => easing(chosen, chosen.length > 1 ? many : said('details.easingOfAMoveOf', e.name), v)}
        />
        {moves.length > 1 && (
          <Button onClick={() => easing(all, said('details.easingOf', e.name), move.pose.easing)}>
            {inWords('details.giveThisEasingToAll')}
          </Button>
        )}
        {move.pose.curve && (
          <Button onClick={() => edit(said('details.straightenAPathOf', e.name), setCurve(e.id, move.pose.id, null))}>
            {inWords('details.straightenItsPath')}
          </Button>
        )}
        <Pace element={e} move={move} />
        {leads(e) && (
          <Tick
            label={inWords('details.itPressesHere')}
            value={move.pose.press === true}
            onChange={(v) =>
              edit(
                v ? said('details.presses', e.name) : said('details.doesNotPress', e.name),
                setPress(e.id, move.pose.id, v),
              )
            }
          />
        )}
        {isUnfilled(timed, e, move) && <p className="text-muted">{inWords('details.laidOutInTimeBoth')}</p>}
        {moveWarnings(timed, e, move).map((w) => (
          <p key={w} className="text-warn">
            {w}
          </p>
        ))}
      </Section>
    </div>
  )
}

/** How long a move is, in time and on the picture; its speed can be typed. */
function Pace({ element: e, move }: { element: Element; move: Move }) {
  const timed = useShown()
  const fps = framesPerSecond(timed.lesson.rate)
  const pace = paceOf(timed, e, move)
  /** It lands earlier or later for it. */
  const setPace = (pxPerSecond: number) => {
    const frames = Math.max(1, Math.round((pace.px / pxPerSecond) * framesPerSecond(desk().timed.lesson.rate)))
    const lands = Math.round(move.from) + frames
    edit(said('details.speedOfAMoveOf', e.name), putMoveEdge(e.id, move.pose.id, 'end', lands, null))
  }
  return (
    <>
      <p className="figures text-xs text-muted" data-testid="pace">
        {inWords('counts.frame', Math.round(pace.frames * 10) / 10)} · {(pace.frames / fps).toFixed(2)} s
        {pace.px >= 1 ? inWords('details.px', Math.round(pace.px)) : ''}
      </p>
      {pace.px >= 1 && (
        <NumberField
          label={inWords('details.speed')}
          unit="px/s"
          min={1}
          max={100_000}
          value={Math.round(pace.pxPerSecond)}
          onChange={setPace}
        />
      )}
    </>
  )
}
