import { addressOf } from '@/contract/route'
import { ROUTES } from '@/contract/routes'
import type { Lesson } from '@/core/lesson/schema'
import { spotOf, type TimedMoment } from '@/core/moments'

/** A small picture of the place on the take where something happens; nothing for what has no place. */
export function MomentPicture({ moment, lesson }: { moment: TimedMoment; lesson: Lesson }) {
  const spot = spotOf(lesson, moment)
  if (!spot) return null
  const { sha256, us, x, y, w } = spot
  return (
    <img
      src={addressOf(ROUTES.spotPicture, { at: { sha: sha256 }, query: { us, x, y, w } })}
      alt=""
      loading="lazy"
      width={40}
      height={22}
      className="my-[3px] mr-0.5 h-[22px] w-10 shrink-0 rounded-sm border border-edge-strong bg-edge object-cover"
    />
  )
}
