/**
 * Writes src/core/text/metrics.ts: heights, advance widths and outlines of the fonts that ship with the app, read from
 * their own tables.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
const opentype = createRequire(import.meta.url)('opentype.js')

const fonts: [family: string, weight: number, file: string][] = [
  ['Public Sans', 400, 'public-sans/files/public-sans-latin-400-normal'],
  ['Public Sans', 600, 'public-sans/files/public-sans-latin-600-normal'],
  ['Public Sans', 800, 'public-sans/files/public-sans-latin-800-normal'],
  ['Bitter', 700, 'bitter/files/bitter-latin-700-normal'],
  ['Spline Sans Mono', 500, 'spline-sans-mono/files/spline-sans-mono-latin-500-normal'],
  ['Patrick Hand', 400, 'patrick-hand/files/patrick-hand-latin-400-normal'],
]
interface Step {
  type: string
  x?: number
  y?: number
  x1?: number
  y1?: number
  x2?: number
  y2?: number
}
/** An outline as SVG path data, y downwards. */
const outline = (steps: Step[]): string =>
  steps
    .map((s) => {
      const pairs = (
        [
          [s.x1, s.y1],
          [s.x2, s.y2],
          [s.x, s.y],
        ] as const
      ).flatMap(([x, y]) => (x === undefined || y === undefined ? [] : [`${Math.round(x)} ${Math.round(-y)}`]))
      return `${s.type}${pairs.join(' ')}`
    })
    .join('')
const metrics = fonts.map(([family, weight, path]) => {
  const bytes = readFileSync(`node_modules/@fontsource/${path}.woff`)
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
  const advances: Record<string, number> = {}
  const outlines: Record<string, string> = {}
  for (let code = 0x20; code < 0x2200; code++) {
    const ch = String.fromCodePoint(code)
    const glyph = font.charToGlyph(ch)
    if (glyph.index === 0) continue
    advances[ch] = glyph.advanceWidth
    outlines[ch] = outline(glyph.path.commands)
  }
  return {
    family,
    weight,
    file: `${path.split('/').pop()}.woff2`,
    unitsPerEm: font.unitsPerEm,
    ascender: font.ascender,
    descender: font.descender,
    advances,
    outlines,
  }
})
writeFileSync(
  'src/core/text/metrics.ts',
  `// Written by scripts/fontMetrics.ts from the fonts' own tables.\nimport type { FontMetrics } ` +
    `from './fontMetrics'\n\nexport const METRICS: FontMetrics[] = ${JSON.stringify(metrics)}\n`,
)
for (const m of metrics) console.log(m.family, m.weight, Object.keys(m.advances).length, 'glyphs')
