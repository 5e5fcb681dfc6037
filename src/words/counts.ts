import { counting } from './plural'

/** Numbers of things, each as it is told. */
export const counts = {
  change: counting('change'),
  click: counting('click'),
  element: counting('element'),
  file: counting('file'),
  finding: counting('finding'),
  frame: counting('frame'),
  moment: counting('moment'),
  piece: counting('piece'),
  word: counting('word'),
}
