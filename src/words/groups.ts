/** Headings under which the commands are listed. */
export const groups = {
  add: 'Add',
  edit: 'Edit',
  poses: 'Poses',
  place: 'Place',
  cut: 'Cut',
  moments: 'Moments',
  play: 'Play',
  go: 'Go',
  view: 'View',
  lesson: 'Lesson',
}
