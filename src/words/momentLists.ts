/** What is shown or left out together in the running order. */
export const momentLists = {
  clicks: 'Clicks and drags',
  keys: 'Keys and typing',
  words: 'Spoken phrases',
  hand: 'Moments set by hand',
  chapters: 'Chapters',
  scrolls: 'Scrolls',
  screen: 'Changes on screen',
  rests: 'Rests of the pointer',
}
