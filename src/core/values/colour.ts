import { wcagContrast } from 'culori'
import { z } from 'zod'
/** `#rrggbb` or `#rrggbbaa`. */
export const Colour = z.string().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i, 'a colour is # and six or eight hex digits')

/** Whether nothing shines through a colour. */
export const isOpaque = (colour: string): boolean => colour.length === 7 || /ff$/i.test(colour)

/** The contrast of two colours (WCAG 2.2), 1 to 21; what shines through them left out. */
export const contrast = (a: string, b: string): number => wcagContrast(a.slice(0, 7), b.slice(0, 7))
