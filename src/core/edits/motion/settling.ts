import { z } from 'zod'
import type { Pose } from '../../lesson/schema'
import { ownBefore, partedBy } from '../../timing'
import { define, Id } from '../ground/act'
import { Flag } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { plain } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

/**
 * Settles what is told of a move that an older program let set out for each of its values by itself.
 *
 * @param asBefore  it goes as it went then, parted by where its values set out; else as its panel says
 */
export const settleMove = define('settleMove', [Id.element, z.string(), Flag], (id, pose, asBefore) => {
  return (draft, { newId }) => {
    const e = elementIn(draft, id)
    const at = e?.poses.findIndex((p) => p.id === pose) ?? -1
    if (!e || at < 0 || !e.poses[at]!.apart) throw new Unfit(said('edits.thereIsNothingToSettle'))
    const move = plain(e.poses[at]!)
    delete move.apart
    const settled = asBefore
      ? partedBy(move, ownBefore(e.poses, at), () => newId('pose')).map((p): Pose => ({ ...p, start: { on: 'key' } }))
      : [move]
    e.poses.splice(at, 1, ...settled)
  }
})
