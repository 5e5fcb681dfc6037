import { addKey, elementIn, keyAtPoses, keyedPaths, removeKeys } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { motionOf } from '@/core/motion'
import { edit, useDesk, useShown } from '../state/desk'
import { inWords, said } from '../../words/words'

/**
 * A peg beside a value: keyed at the playhead (full), keyed somewhere (rimmed), or not. Pressing it keys the value
 * here, or takes that away.
 */
export function KeyMark({ element: e, path, label }: { element: Element; path: string; label: string }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const own = elementIn(timed.lesson, e.id)
  if (!own) return null
  const here = motionOf(timed, own).moves.find((m) => path in m.pose.values && Math.abs(m.to - playhead) < 0.5)
  const keyed = keyedPaths(own).has(path)
  const press = () => {
    if (here)
      edit(
        said('fields.takeAKeyframeOfAway', label.toLowerCase()),
        removeKeys([{ element: e.id, pose: here.pose.id, path }]),
      )
    else edit(said('fields.keyAtThePlayhead', label.toLowerCase()), addKey([e.id], [path], playhead))
  }
  const all = () => edit(said('fields.keyAtThePosesThat', label.toLowerCase()), keyAtPoses([e.id], path))
  const says = here
    ? inWords('fields.keyedHerePressToTake')
    : keyed
      ? inWords('fields.keyedElsewherePressToKey')
      : inWords('fields.pressToKeyItHere')
  const look = here
    ? 'border-accent-deep bg-accent'
    : keyed
      ? 'border-accent bg-accent-wash'
      : 'border-edge-strong bg-card opacity-60 hover:opacity-100'
  return (
    <button
      type="button"
      aria-label={here ? inWords('fields.takeTheKeyframeOfAway', label) : inWords('fields.keyHere', label)}
      title={`${says}${own.poses.length > 0 ? inWords('fields.withAltAtEveryPose') : ''}`}
      onClick={(ev) => (ev.altKey ? all() : press())}
      onPointerDown={(ev) => ev.stopPropagation()}
      className="-ml-1.5 inline-block p-0.5 align-middle"
      data-key={path}
      data-keyed={here ? 'here' : keyed ? 'elsewhere' : 'no'}
    >
      <span className={`block h-3 w-[7px] rounded-t-full border ${look}`} />
    </button>
  )
}
