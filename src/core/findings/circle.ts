import type { Look } from './finding'

/** Ties, rides and moves that wait for each other. */
export const circle: Look = {
  code: 'cycle',
  inFilm: false,
  find: (timed) => timed.circles,
}
