import { clipEnd, type Clip } from '../../lesson/clips'
import type { Lesson } from '../../lesson/schema'
import { define, Ids, type Given } from '../ground/act'
import { NewId } from '../ground/args'
import { elementsIn } from '../ground/chosen'
import { placeClip } from '../clips/clips'
import { clipsIn } from '../ground/standing'
import { inWords } from '../../../words/words'

/** Where a clip has room from a frame on: on its own track, else on the nearest one before it, else on a new one. */
function roomFor(draft: Lesson, given: Given, clip: Clip, at: number): string {
  const own = draft.tracks.findIndex((t) => t.id === clip.track)
  const { kind } = draft.tracks[own]!
  const others = clipsIn(draft, given).filter((c) => c.id !== clip.id && c.at < at + clip.length && at < clipEnd(c))
  const before = draft.tracks.slice(0, own + 1).filter((t) => t.kind === kind)
  const free = before.toReversed().find((t) => others.every((c) => c.track !== t.id))
  if (free) return free.id
  const id = given.newId('track')
  const first = draft.tracks.findIndex((t) => t.kind === kind)
  draft.tracks.splice(first, 0, {
    id,
    kind,
    name: kind === 'sound' ? inWords('edits.moreSound') : inWords('edits.inFront'),
  })
  return id
}

/**
 * Clips of what was recorded at the same time: they begin where the earliest of them does, each on a track where it has
 * room, and are taken together from then on.
 */
export const beginTogether = define('beginTogether', [Ids.elements, NewId], (ids, group) => (draft, given) => {
  const clips = ids.flatMap((id) => clipsIn(draft, given).find((c) => c.id === id) ?? [])
  const first = [...clips].sort((a, b) => a.at - b.at)[0]
  if (!first) return
  for (const clip of clips) {
    if (clip.at === first.at) continue
    clip.element.track = roomFor(draft, given, clip, first.at)
    placeClip(clip, first.at, clip.length)
  }
  for (const e of elementsIn(draft, ids)) e.group = group
})
