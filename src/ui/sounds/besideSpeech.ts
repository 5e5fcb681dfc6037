import { useEffect, useState } from 'react'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import type { LibraryFile } from '@/contract/routes'
import type { Medium } from '@/core/lesson/schema'
import {
  interfaceSound,
  levelBeside,
  loudestByPeaks,
  loudestDb,
  speakingIn,
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

/** A level: as it was typed for this sound, else by the speech, else as usual; and what the speech asks for. */
export interface LevelBeside {
  levelDb: number
  bySpeech: number | null
  type: (levelDb: number | null) => void
}
/**
 * The level at which a short sound is heard beside the speech of the lesson, until another one is typed for it.
 *
 * @param duckDb  by how much it is lowered while words are said: dB, 0 or less
 */
export function useLevelBeside(sound: InterfaceSound | LibraryFile, duckDb: number): LevelBeside {
  const name = typeof sound === 'string' ? sound : sound.sha256
  const [typed, type] = useKept<number | null>(`sounds: level of ${name}`, null)
  const clip = useDesk((b) => speakingIn(b.timed))
  const medium = useDesk((b) => (clip ? b.timed.lesson.media[clip.media] : null))
  const spoken = usePeaks(medium)
  const peaks = usePeaks(typeof sound === 'string' ? null : sound.medium)
  const speech = medium && spoken ? speechDb(medium.words, spoken, PEAKS_PER_SECOND) : null
  const own = typeof sound === 'string' ? shippedDb(sound) : peaks && loudestByPeaks(peaks)
  const known = clip !== null && speech !== null && own !== null
  const bySpeech = known ? levelBeside(speech + clip.levelDb, own, duckDb) : null
  return { levelDb: typed ?? bySpeech ?? ALONE_DB, bySpeech, type }
}
