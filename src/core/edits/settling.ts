import { z } from 'zod'
import type { Pose } from '../lesson/schema'
import { ownBefore } from '../timing'
import { define, Id } from './act'
import { Flag } from './args'
import { elementIn } from './chosen'
import { plain } from './plain'
import { Unfit } from './unfit'

/**
 * Settles what is told of a move that an older program let set out for each of its values by itself.
 *
 * @param asBefore  it goes as it went then, parted by where its values set out; else as its panel says
 */
export const settleMove = define('settleMove', [Id.element, z.string(), Flag], (id, pose, asBefore) => {
  return (draft, { newId }) => {
    const e = elementIn(draft, id)
    const at = e?.poses.findIndex((p) => p.id === pose) ?? -1
    if (!e || at < 0 || !e.poses[at]!.apart) throw new Unfit('there is nothing to settle any more')
    const move = plain(e.poses[at]!)
    delete move.apart
    const paths = Object.keys(move.values)
    const own = ownBefore(e.poses, at)
    const parts = asBefore ? [...new Set(own)] : [null]
    const settled = parts.map((before, n): Pose => {
      if (before === null) return move
      const rest = { ...move }
      delete rest.press
      delete rest.name
      const values = Object.fromEntries(paths.filter((_, i) => own[i] === before).map((p) => [p, move.values[p]!]))
      return { ...(n === 0 ? move : { ...rest, id: newId('pose') }), start: { on: 'key' }, values }
    })
    e.poses.splice(at, 1, ...settled)
  }
})
