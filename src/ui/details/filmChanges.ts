import type { Medium } from '@/core/lesson/schema'
import { hasChanged } from '@/core/vision/colours'
import { filmOf } from '../kit/film'

/** Where in a take its picture changes, by the small pictures of its film strip: as finely as these lie. */
export async function filmChanges(medium: Medium): Promise<{ fromUs: number; toUs: number }[]> {
  const film = await filmOf(medium)
  if (!film) return []
  const out: { fromUs: number; toUs: number }[] = []
  let before = film.picture(0)
  for (let n = 1; n < film.count; n++) {
    const now = film.picture(n)
    if (hasChanged(before, now)) out.push({ fromUs: (n - 1) * film.stepUs, toUs: n * film.stepUs })
    before = now
  }
  return out
}
