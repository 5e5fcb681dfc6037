import { z } from 'zod'
/** `#rrggbb` or `#rrggbbaa`. */
export const Colour = z.string().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i, 'a colour is # and six or eight hex digits')

/** Whether nothing shines through a colour. */
export const isOpaque = (colour: string): boolean => colour.length === 7 || /ff$/i.test(colour)
