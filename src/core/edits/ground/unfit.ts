/** Why an edit cannot be made on a lesson: what it would change is gone, or was changed otherwise. */
export class Unfit extends Error {}
/** It would undo what somebody else did to the very same values. */
export class Clash extends Unfit {}
