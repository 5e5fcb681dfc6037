/** Side of the squares in which change is noted, in pixels. */
export const BLOCK = 16
export const AREA = BLOCK * BLOCK
/** Of a large shape so many pixels are looked at, scattered over it. */
export const MOST_PROBES = 600
/** So many pixels around what flashed up are looked at as well. */
export const MARGIN = 8
/** The smallest pointers, thin ones for text, have so many pixels. */
export const FEWEST = 15
