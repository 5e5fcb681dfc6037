import type { Arg } from './arg'

/** What is said of the program as a whole. */
export const app = {
  of: (name: Arg, what: Arg) => `“${name}”: ${what}`,
  asIs: (text: Arg) => String(text),
  aPageFailed: 'This page could not be drawn',
  loadAgain: 'Load the page again',
  name: 'Vivid Vane',
  whatItIs: 'Callouts, arrows, ripples and zooms, timed to what happens in a recording.',
  workIsKept: 'What you have made is kept: it is there again, and is stored, when the page is loaded.',
  notices: 'Notices',
}
