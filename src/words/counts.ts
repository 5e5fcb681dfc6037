import { counting } from './plural'

/** Numbers of things, each as it is told. */
export const counts = {
  change: counting('change'),
  click: counting('click'),
  copy: counting('copy', 'copies'),
  element: counting('element'),
  finding: counting('finding'),
  frame: counting('frame'),
  moment: counting('moment'),
  word: counting('word'),
}
