/** Grey screens for tests: a page with lines on it, and an arrow drawn into it. */
export interface Screen {
  width: number
  height: number
  grey: Uint8Array
}

/** A light page with dark lines, a different one for each seed. */
export function page(width: number, height: number, seed = 1): Screen {
  const grey = new Uint8Array(width * height).fill(236)
  let a = seed * 7919
  const next = () => (a = (Math.imul(a, 1103515245) + 12345) & 0x7fffffff) / 0x7fffffff
  for (let y = 10; y + 6 < height; y += 18)
    for (let x = 8; x < width - 60;) {
      const long = 6 + Math.floor(next() * 26)
      for (let dy = 0; dy < 5; dy++) grey.fill(70, (y + dy) * width + x, (y + dy) * width + x + long)
      x += long + 5 + Math.floor(next() * 8)
    }
  return { width, height, grey }
}

/** The rows of a light arrow with a dark rim; its rim's tip is at the top left. */
const ARROW = [
  'o           ',
  'oo          ',
  'o.o         ',
  'o..o        ',
  'o...o       ',
  'o....o      ',
  'o.....o     ',
  'o......o    ',
  'o.......o   ',
  'o........o  ',
  'o.........o ',
  'o......ooooo',
  'o...o..o    ',
  'o..oo..o    ',
  'o.o  o..o   ',
  'oo   o..o   ',
  'o     o..o  ',
  '      o..o  ',
  '       oo   ',
]
const BEAM = [
  'oo.oo',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  '..o..',
  'oo.oo',
]

/** Draws a pointer with the top left corner of its picture at x, y. */
export function put({ width, height, grey }: Screen, what: 'arrow' | 'beam', x: number, y: number): void {
  const rows = what === 'arrow' ? ARROW : BEAM
  for (const [dy, row] of rows.entries())
    for (const [dx, c] of [...row].entries()) {
      const px = x + dx
      const py = y + dy
      if (c !== ' ' && px >= 0 && py >= 0 && px < width && py < height) grey[py * width + px] = c === 'o' ? 16 : 250
    }
}

/** Fills a rectangle. */
export function fill({ width, grey }: Screen, x: number, y: number, w: number, h: number, value: number): void {
  for (let dy = 0; dy < h; dy++) grey.fill(value, (y + dy) * width + x, (y + dy) * width + x + w)
}
