import { toWords, type Said } from '../../../words/words'

/** Why an edit cannot be made on a lesson: what it would change is gone, or was changed otherwise. */
export class Unfit extends Error {
  constructor(readonly said: Said) {
    super(toWords(said))
  }
}
/** It would undo what somebody else did to the very same values. */
export class Clash extends Unfit {}
