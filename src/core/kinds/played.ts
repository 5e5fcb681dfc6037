import { mapFrom } from '../lesson/timeMap'
import type { Playing } from './looks'
import type { Runs } from './roles/runs'

/** Parts of the look of what plays a medium that are what it plays, not how it looks. */
export const PLAYED = ['media', 'inUs', 'stretches'] as const
/** How what plays a medium goes on: a draft’s look. */
export const running = (look: Playing): Runs => ({
  cutOff: (frames, rate) => void Object.assign(look, mapFrom(look, frames, rate)),
  rerate(to) {
    for (const s of look.stretches) if ('hold' in s) s.hold = Math.max(1, to(s.hold))
  },
})
