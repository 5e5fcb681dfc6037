import type { Arg } from './arg'

export const trace = {
  pointerFound: (moments: Arg, clicks: Arg) => `The pointer was found, with ${moments}: ${clicks}.`,
  pointerFoundToBeLookedAt: (moments: Arg, clicks: Arg, proposed: Arg) =>
    `The pointer was found, with ${moments}: ${clicks}, ${proposed} to be looked at.`,
}
