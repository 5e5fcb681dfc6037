import { footageIn, type Drawing, type Footage } from '../display'
import { layersAt, type Looking } from '../scene'
import type { Timed } from '../timing'

/** The drawn layers of a frame, back to front; those blurred by their motion have their instants, and no shapes. */
export const drawnAt = (timed: Timed, frame: number, looking?: Looking): (Drawing & { instants?: Drawing[] })[] =>
  layersAt(timed, frame, looking).layers.filter((l) => !('source' in l)) as (Drawing & { instants?: Drawing[] })[]
/** The footage of a frame, back to front. */
export const footageAt = (timed: Timed, frame: number, looking?: Looking): Footage[] =>
  footageIn(layersAt(timed, frame, looking).layers)
