import { z } from 'zod'
/** `#rrggbb` or `#rrggbbaa`. */
export const Colour = z.string().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i, 'a colour is # and six or eight hex digits')

/** Whether nothing shines through a colour. */
export const isOpaque = (colour: string): boolean => colour.length === 7 || /ff$/i.test(colour)

/** Red, green and blue of a colour, 0 to 1; what shines through it left out. */
const channels = (colour: string): number[] => [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255)
/** The relative luminance of a colour (WCAG 2.2), 0 to 1. */
export function luminance(colour: string): number {
  const [r, g, b] = channels(colour).map((v) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4))
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
}
/** The contrast of two colours (WCAG 2.2), 1 to 21. */
export function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}
