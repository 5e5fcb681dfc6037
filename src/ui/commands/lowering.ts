import { toast } from 'sonner'
import { lowerBetween, phraseAt } from '@/core/edits'
import { clipEnd, type Clip } from '@/core/lesson/clips'
import { framesPerSecond } from '@/core/time'
import { desk, chosenClips, edit, type Desk } from '../state/desk'
import { inWords, said } from '../../words/words'

/** It goes down before what is lowered, and up after it, for so many seconds each. */
const RAMP_S = 0.25

const isHeard = (clip: Clip): boolean => {
  const medium = desk().lesson.media[clip.media]
  return !clip.muted && (medium?.kind === 'sound' || (medium?.kind === 'take' && medium.sound === true))
}
/** The clip whose sound is meant: the one that is selected. */
export const soundHere = (): Clip | null => {
  const [one, other] = chosenClips()
  return one && !other && isHeard(one) ? one : null
}
/** What would be lowered of a clip: the passage where it is heard in it, else the phrase at the playhead. */
export function loweredOf(
  clip: Clip,
  { passage, timed, playhead }: Pick<Desk, 'passage' | 'timed' | 'playhead'>,
): { from: number; to: number; what: string } | null {
  if (passage && passage.from < clipEnd(clip) && passage.to > clip.at)
    return {
      from: Math.max(clip.at, passage.from),
      to: Math.min(clipEnd(clip), passage.to),
      what: inWords('commands.thePassage'),
    }
  const phrase = phraseAt(timed, playhead, clip) ?? phraseAt(timed, playhead)
  return phrase && { from: phrase.from, to: phrase.to, what: `“${phrase.label}”` }
}
/** Lowers a clip for the passage, or for the phrase at the playhead, going down and up evenly. */
export function lowerHere(clip: Clip, by: number): void {
  const span = loweredOf(clip, desk())
  if (!span) {
    toast(inWords('commands.markAPassageAlongThe'))
    return
  }
  const ramp = Math.max(1, Math.round(RAMP_S * framesPerSecond(desk().lesson.rate)))
  edit(
    said(by > 0 ? 'commands.quieterFor' : 'commands.louderFor', clip.element.name, Math.abs(by), span.what),
    lowerBetween(clip.id, span.from, span.to, by, ramp),
  )
}
