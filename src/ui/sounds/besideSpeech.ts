import { useEffect, useState } from 'react'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import type { LibraryFile } from '@/contract/routes'
import type { Clip } from '@/core/lesson/clips'
import type { Medium } from '@/core/lesson/schema'
import {
  interfaceSound,
  levelBeside,
  loudestByPeaks,
  loudestDb,
  speechDb,
  SYNTH_RATE,
  VARIANTS,
  type InterfaceSound,
} from '@/core/sound'
import { memoByText } from '@/core/values'
import { useKept } from '../kit/useKept'
import { useDesk } from '../state/desk'
import { peaksOf } from '../timeline/Wave'

/** The level of a sound where nobody speaks. */
const ALONE_DB = -12

/** The clip in which most words are said. */
function speaking(clips: readonly Clip[], saidIn: (media: string) => number): Clip | null {
  const heard = clips.filter((c) => !c.muted && saidIn(c.media) > 0)
  return heard.reduce<Clip | null>((most, c) => (most && saidIn(most.media) >= saidIn(c.media) ? most : c), null)
}

/** The loudness peaks of a medium; null while they are not here. */
function usePeaks(medium: Medium | null | undefined): Uint8Array | null {
  const [known, setKnown] = useState<{ sha: string; peaks: Uint8Array } | null>(null)
  const sha = medium?.aids?.peaks ? medium.sha256 : null
  useEffect(() => {
    let gone = false
    if (sha)
      void peaksOf(sha).then((peaks) => {
        if (!gone) setKnown({ sha, peaks })
      })
    return () => {
      gone = true
    }
  }, [sha])
  return known?.sha === sha ? known.peaks : null
}
/** How loud one of the sounds that ship is: dB of full scale. */
const shippedDb = memoByText((name): number => {
  const all = interfaceSound(name as InterfaceSound)
  return loudestDb(all.subarray(0, all.length / VARIANTS), SYNTH_RATE)
})

/**
 * The level at which a short sound is heard beside the speech of the lesson, until another one is typed.
 *
 * @param duckDb  by how much it is lowered while words are said: dB, 0 or less
 */
export function useLevelBeside(
  sound: InterfaceSound | LibraryFile,
  duckDb: number,
): { levelDb: number; bySpeech: boolean; type: (levelDb: number | null) => void } {
  const [typed, type] = useKept<number | null>('sounds: level typed', null)
  const timed = useDesk((b) => b.timed)
  const { media } = timed.lesson
  const clip = speaking(timed.clips, (id) => media[id]?.words.length ?? 0)
  const medium = clip && media[clip.media]
  const spoken = usePeaks(medium)
  const peaks = usePeaks(typeof sound === 'string' ? null : sound.medium)
  if (typed !== null) return { levelDb: typed, bySpeech: false, type }
  const speech = medium && spoken ? speechDb(medium.words, spoken, PEAKS_PER_SECOND) : null
  const own = typeof sound === 'string' ? shippedDb(sound) : peaks && loudestByPeaks(peaks)
  if (!clip || speech === null || own === null) return { levelDb: ALONE_DB, bySpeech: false, type }
  return { levelDb: levelBeside(speech + clip.levelDb, own, duckDb), bySpeech: true, type }
}
