import { toast } from 'sonner'
import { setLook } from '@/core/edits'
import { apply, boundsOf, corners, around, inverse, isFlat } from '@/core/geometry'
import { kindOf, paletteOf } from '@/core/kinds'
import { clipEnd, placeMatrixOf, sourceUsAt } from '@/core/lesson/clips'
import type { Element } from '@/core/lesson/schema'
import { clipAt } from '@/core/motion'
import { mostSeen, standsOut } from '@/core/review/standsOut'
import { frameBoxOf } from '@/core/scene'
import { valueAt } from '@/core/values'
import { meanColour } from '@/core/vision/colours'
import { desk, edit } from '../state/desk'
import { filmOf } from '../kit/film'
import { inWords, said } from '../../words/words'

const FRAMES = 12
const SPOTS = 60
/** The colours that recordings have below an element over its span, by the small pictures of their film strips. */
async function coloursBelow(e: Element): Promise<string[]> {
  const { timed, lesson } = desk()
  const span = timed.spans.get(e.id)!
  const out: string[] = []
  for (let n = 0; n < FRAMES; n++) {
    const frame = Math.round(span.from + ((span.to - 1 - span.from) * n) / (FRAMES - 1))
    const clip = timed.clips.findLast((c) => lesson.media[c.media]?.aids?.film && c.at <= frame && frame < clipEnd(c))
    const medium = clip && lesson.media[clip.media]
    const film = medium && (await filmOf(medium))
    if (!clip || !film) continue
    const { matrix, box } = frameBoxOf(timed, e, frame, false)
    const m = placeMatrixOf(clipAt(timed, clip, frame), medium, lesson.frame)
    if (isFlat(m)) continue
    const part = around(corners(boundsOf(matrix, box)).map((p) => apply(inverse(m), p)))
    const at = Math.min(film.count - 1, Math.round(sourceUsAt(clip, frame, lesson.rate) / film.stepUs))
    const picture = film.picture(at)
    for (let s = 0; s < SPOTS; s++) {
      const x = (part.x + part.w * (((s * 7) % SPOTS) / SPOTS)) * film.scale
      const y = (part.y + part.h * (s / SPOTS)) * film.scale
      const colour = meanColour(picture, x, y)
      if (colour) out.push(colour)
    }
  }
  return out
}

const CLEAR = 3
/** Says how far a mark's colour stands out from the recording below it over its span, and offers a better one. */
export async function checkMarkColour(e: Element): Promise<void> {
  const path = kindOf(e).seenBy
  const { style } = desk().lesson
  if (!path) return
  const own = valueAt(e.look, path)
  if (typeof own !== 'string') return
  const below = await coloursBelow(e).catch((): string[] => [])
  if (below.length === 0) {
    toast(inWords('details.noRecordingLiesBelowIt'))
    return
  }
  const by = standsOut(own, below)
  const palette = style ? [...new Set(Object.values(paletteOf(style)))] : []
  const better = mostSeen([...palette, '#ffffff', '#000000', '#ffc93d', '#c8371b'], below)
  const stands = inWords('details.itsColourStandsOutFrom', by.toFixed(1))
  if (by >= CLEAR || !better || better.by <= by * 1.2) {
    toast(by >= CLEAR ? inWords('details.itIsSeenWell', stands) : inWords('details.noColourOfTheHouse', stands))
    return
  }
  toast(inWords('details.isSeenBetterBy1', stands, better.colour, better.by.toFixed(1)), {
    duration: 12_000,
    action: {
      label: inWords('details.takeIt'),
      onClick: () => void edit(said('details.aBetterColour', e.name), setLook([e.id], path, better.colour)),
    },
  })
}
