/**
 * Writes src/core/text/metrics.ts: heights, advance widths and outlines of the fonts that ship with the app, read from
 * their own tables.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { create, type Font } from 'fontkit'
import { pathOf } from '../src/server/library/faces/outlines'

/** Where letters of a typeface are: its family in the packages, a subset, and the codes that are taken of it. */
type Cut = readonly [folder: string, subset: string, ranges: readonly (readonly [number, number])[]]
/** All that the Latin subset has; of the further one the letters of Europe's languages. */
const latin = (folder: string): Cut[] => [
  [folder, 'latin', [[0x20, 0x2200]]],
  [
    folder,
    'latin-ext',
    [
      [0x100, 0x180],
      [0x218, 0x21c],
      [0x1e9e, 0x1e9f],
      [0x20a0, 0x20c0],
    ],
  ],
]
const fonts: [family: string, weight: number, cuts: Cut[]][] = [
  ['Public Sans', 400, latin('public-sans')],
  ['Public Sans', 600, latin('public-sans')],
  ['Public Sans', 800, latin('public-sans')],
  ['Bitter', 700, latin('bitter')],
  ['Spline Sans Mono', 500, latin('spline-sans-mono')],
  ['Patrick Hand', 400, latin('patrick-hand')],
]
/** What stands in for letters that a typeface lacks: Greek, Cyrillic, Hebrew, and the joined forms of Arabic. */
const OTHERS: Cut[] = [
  ['noto-sans', 'greek', [[0x386, 0x3cf]]],
  [
    'noto-sans',
    'cyrillic',
    [
      [0x400, 0x45f + 1],
      [0x490, 0x492],
    ],
  ],
  ['noto-sans-hebrew', 'hebrew', [[0x591, 0x5f5]]],
  [
    'noto-sans-arabic',
    'arabic',
    [
      [0x60c, 0x60d],
      [0x61b, 0x620],
      [0x640, 0x641],
      [0x64b, 0x653],
      [0x660, 0x66e],
      [0x6f0, 0x6fa],
      [0xfb56, 0xfb5a],
      [0xfb7a, 0xfb7e],
      [0xfb8a, 0xfb96],
      [0xfbfc, 0xfc00],
      [0xfe80, 0xfefd],
    ],
  ],
]
const standIns: typeof fonts = [
  ['Noto Sans', 400, OTHERS],
  ['Noto Sans', 600, OTHERS],
]
const metricsOf = ([family, weight, cuts]: (typeof fonts)[number]) => {
  const advances: Record<string, number> = {}
  const outlines: Record<string, string> = {}
  let head: Font | null = null
  for (const [folder, subset, ranges] of cuts) {
    const font = create(
      readFileSync(`node_modules/@fontsource/${folder}/files/${folder}-${subset}-${weight}-normal.woff2`),
    ) as Font
    head ??= font
    if (font.unitsPerEm !== head!.unitsPerEm) throw new Error(`${folder} is cut in other units`)
    for (const [from, to] of ranges)
      for (let code = from; code < to; code++) {
        const ch = String.fromCodePoint(code)
        if (!font.hasGlyphForCodePoint(code) || ch in advances) continue
        const glyph = font.glyphForCodePoint(code)
        advances[ch] = glyph.advanceWidth
        outlines[ch] = pathOf(glyph)
      }
  }
  return {
    family,
    weight,
    file: `${cuts[0]![0]}-${cuts[0]![1]}-${weight}-normal.woff2`,
    unitsPerEm: head!.unitsPerEm,
    ascender: head!.ascent,
    descender: head!.descent,
    advances,
    outlines,
  }
}
const all = { METRICS: fonts.map(metricsOf), STAND_INS: standIns.map(metricsOf) }
writeFileSync(
  'src/core/text/metrics.ts',
  `// Written by scripts/fontMetrics.ts from the fonts' own tables.\nimport type { FontMetrics } ` +
    `from './fontMetrics'\n\n${Object.entries(all)
      .map(([name, list]) => `export const ${name}: FontMetrics[] = ${JSON.stringify(list)}\n`)
      .join('')}`,
)
for (const m of Object.values(all).flat()) console.log(m.family, m.weight, Object.keys(m.advances).length, 'glyphs')
