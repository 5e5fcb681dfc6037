import type { Said } from '../../words/words'

/** What is taken out of a sound, as it is told; one of the two at least. */
export const takenOutOf = ({ rumble, noise }: { rumble: boolean; noise: boolean }): Said =>
  rumble && noise ? 'sounds.rumbleAndNoise' : rumble ? 'sounds.rumble' : 'sounds.noise'
