import type { Arg } from './arg'

export const motion = {
  itLandsAfterTheElement: (n: Arg) => `It lands ${n} after the element is gone.`,
  itStartsBeforeTheElement: (n: Arg) => `It starts ${n} before the element is there.`,
  tooQuickForTheEye: 'Too quick for the eye: over two picture widths a second.',
  tooQuickToBeSeen: 'Too quick to be seen as a move: under a sixth of a second.',
}
