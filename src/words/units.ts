/** What a number is told in, where that is a word; signs stand for themselves. */
export const units = {
  frames: 'frames',
  timesLarger: '×',
}
