import type { Finder } from './finding'

/** Ties, rides and moves that wait for each other. */
export const circle: Finder = {
  code: 'cycle',
  inFilm: false,
  find: (timed) => timed.circles,
}
