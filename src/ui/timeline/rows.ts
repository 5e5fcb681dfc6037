import { isClip, placedIn } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { holders, holds } from '@/core/motion'
import { freeAfter, innerElements, rowsWithGroups, type Rows } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { groupedBy } from '@/core/values'

/** How high the lane of an element's bar is. */
export const LANE_PX = 24
/** How high a lane is on which clips lie. */
const CLIP_PX = { picture: 31, sound: 40 }
const FOLDED_PX = 25

/**
 * Where each element's bar lies: which track, which lane. Members of a group, and what is in a lesson that is placed in
 * this one, lie on its track, right below it.
 */
export function rowsOf(timed: Timed, folded: readonly string[]) {
  const { lesson, spans } = timed
  const held = holders(lesson)
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const trackOf = (e: Element): string => {
    const group = held.get(e.id)
    return group ? trackOf(byId.get(group)!) : e.track
  }
  const tracks = groupedBy(lesson.elements, trackOf)
  const inner = innerElements(timed)
  const innerOn = groupedBy(
    [...inner].filter(([, { by }]) => !folded.includes(by.id)),
    ([, { by }]) => trackOf(by),
  )
  return lesson.tracks.map((track) => {
    const all = tracks.get(track.id) ?? []
    const heard = timed.clips.some((c) => c.track === track.id && lesson.media[c.media]?.sound)
    const clips = track.kind === 'sound' || all.some(isClip)
    const each = clips ? CLIP_PX[track.kind] : LANE_PX
    const none: Rows<Element> = { elements: [], lane: [], depth: [], count: 1, blocks: [] }
    const shut = folded.includes(track.id)
    const within = (innerOn.get(track.id) ?? []).map(([id, { element }]): Element => ({ ...element, id }))
    const spanOf = (e: Element) => spans.get(e.id) ?? inner.get(e.id)!
    const rows = shut
      ? none
      : rowsWithGroups(
          [...all, ...within],
          spanOf,
          (e) => inner.get(e.id)?.by.id ?? held.get(e.id),
          (e) => !inner.has(e.id) && (holds(e) || placedIn(e) !== null),
        )
    return {
      track,
      heard,
      each,
      height: shut ? FOLDED_PX : rows.count * each + (clips ? 0 : 4),
      ...rows,
      free: freeAfter(rows.elements.map(spanOf), rows.lane),
    }
  })
}
export type TrackRow = ReturnType<typeof rowsOf>[number]

/** Where each element lies below the first track, and how tall all tracks are; pixels. */
export function topsOf(rows: readonly TrackRow[]): { tops: Map<string, number>; tall: number } {
  let below = 0
  const tops = new Map<string, number>()
  for (const r of rows) {
    r.elements.forEach((e, i) => tops.set(e.id, below + 2 + r.lane[i]! * r.each))
    below += r.height + 1
  }
  return { tops, tall: below }
}
