/** Heights and advance widths of a font that ships with the app, in font units. */
export interface FontMetrics {
  family: string
  weight: number
  file: string
  unitsPerEm: number
  ascender: number
  descender: number
  advances: Record<string, number>
  /** SVG path data of each letter, from its origin on the baseline, y downwards. */
  outlines: Record<string, string>
}
