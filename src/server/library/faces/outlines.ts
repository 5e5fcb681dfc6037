import { create, type Font, type FontCollection, type Glyph } from 'fontkit'
import { arabicForms, type FontMetrics } from '@/core/text'
import { inWords } from '../../../words/words'

/** So many letters of a typeface are taken at the most: all but those of the largest scripts. */
const MOST_LETTERS = 6000
const MOST_IN_ONE = 12
/** Of a typeface whose weight varies, these are taken as far as it goes. */
const WEIGHTS = [400, 600, 800]
/** A weight in the name of a family, which is told apart from it. */
const WEIGHT_WORDS = /(\s+(extra|ultra|semi|demi)?\s*(thin|hairline|light|regular|book|medium|bold|heavy|black))+$/i
const COMMANDS: Record<string, string> = {
  moveTo: 'M',
  lineTo: 'L',
  quadraticCurveTo: 'Q',
  bezierCurveTo: 'C',
  closePath: 'Z',
}

/** A typeface as it was read from its file. */
export interface ReadFace {
  metrics: Omit<FontMetrics, 'file'>
  /** What its maker says of who may use it; empty where nothing is said. */
  licence: string
}

/** Pairs of these letters are looked at for kerns: of Latin, Greek and Cyrillic, and what stands between words. */
const KERNED: readonly (readonly [from: number, to: number])[] = [
  [0x20, 0x17f],
  [0x386, 0x3ce],
  [0x400, 0x45f],
  [0x2010, 0x2044],
]
/** What may take the place of letters is left off where their pairs are measured: letters stay what they are. */
const PLAIN = { liga: false, clig: false, calt: false, ccmp: false, rlig: false, dlig: false }
/** So many rows of pairs are measured before other work comes first. */
const ROWS = 20

/** Numbers of an outline as they are in the file, from an origin on, but for y, which points down. */
const pairs = (args: readonly number[], x = 0, y = 0): string =>
  args.map((v, i) => Math.round(i % 2 ? -(v + y) : v + x) || 0).join(' ')
/** The outline of a letter as SVG path data from an origin on, in units of its typeface, y downwards. */
export const pathOf = ({ path }: Glyph, x = 0, y = 0): string =>
  path.commands.map((c) => `${COMMANDS[c.command] ?? ''}${pairs(c.args, x, y)}`).join('')

/** How much nearer or farther the letters of a typeface stand to each other, by the two; in its units. */
async function kernsOf(font: Font): Promise<Record<string, number>> {
  const letters = font.characterSet
    .filter((code) => KERNED.some(([from, to]) => code >= from && code <= to))
    .map((code) => String.fromCodePoint(code))
  const kerns: Record<string, number> = {}
  for (const [n, letter] of letters.entries()) {
    // Each letter stands before and behind every later one, and once beside itself.
    const beside = letters.slice(n)
    const row = [...beside.flatMap((other) => [letter, other]), letter]
    const { glyphs, positions } = font.layout(row.join(''), PLAIN, undefined, undefined, 'ltr')
    if (glyphs.length !== row.length) continue
    for (let i = 0; i + 1 < row.length; i++) {
      const kern = Math.round(positions[i]!.xAdvance - glyphs[i]!.advanceWidth)
      if (kern !== 0) kerns[row[i]! + row[i + 1]!] = kern
    }
    if (n % ROWS === 0) await new Promise((go) => setImmediate(go))
  }
  return kerns
}

/** The joined forms of Arabic letters as a typeface makes them of its letters, by their code points. */
function formsOf(font: Font): Pick<FontMetrics, 'advances' | 'outlines'> {
  const advances: Record<string, number> = {}
  const outlines: Record<string, string> = {}
  for (const { form, shaped, letters } of arabicForms()) {
    if (![...letters].every((l) => font.hasGlyphForCodePoint(l.codePointAt(0)!))) continue
    const { glyphs, positions } = font.layout(shaped, undefined, 'arab', undefined, 'rtl')
    let x = 0
    let d = ''
    for (const [i, glyph] of glyphs.entries()) {
      // What joins has no look of its own, whatever a typeface shows for it.
      if (glyph.codePoints.length === 1 && glyph.codePoints[0] === 0x200d) continue
      const at = positions[i]!
      d += pathOf(glyph, x + at.xOffset, at.yOffset)
      x += at.xAdvance
    }
    advances[form] = Math.round(x)
    outlines[form] = d
  }
  return { advances, outlines }
}

async function faceOf(font: Font, weight: number): Promise<ReadFace> {
  const { italic } = font['OS/2'].fsSelection
  const advances: Record<string, number> = {}
  const outlines: Record<string, string> = {}
  let letters = 0
  // All are asked for by their codes first: what comes as a piece of another letter has none, and is not shaped.
  const glyphs = font.characterSet
    .toSorted((a, b) => a - b)
    .map((code): [number, Glyph] => [code, font.glyphForCodePoint(code)])
  for (const [code, glyph] of glyphs) {
    if (code < 0x20 || letters >= MOST_LETTERS) continue
    const letter = String.fromCodePoint(code)
    advances[letter] = Math.round(glyph.advanceWidth)
    outlines[letter] = pathOf(glyph)
    letters++
  }
  if (letters === 0) throw new Error(inWords('keeping.itHasNoLetters'))
  const forms = formsOf(font)
  Object.assign(advances, forms.advances)
  Object.assign(outlines, forms.outlines)
  const { unitsPerEm, ascent, descent } = font
  const { records } = (font as unknown as { name: { records?: Record<string, Record<string, string>> } }).name
  const said = (key: string): string => {
    const there = records?.[key]
    return there ? (there.en ?? Object.values(there)[0] ?? '') : ''
  }
  const named = (said('preferredFamily') || font.familyName).replace(WEIGHT_WORDS, '')
  const family = `${named}${italic && !/italic|oblique/i.test(named) ? ' Italic' : ''}`
  const barred = font['OS/2'].fsType.noEmbedding ? inWords('keeping.itsMakerDoesNotAllow') : ''
  return {
    metrics: {
      family: family.slice(0, 80),
      weight,
      unitsPerEm,
      ascender: ascent,
      descender: descent,
      advances,
      outlines,
      kerns: await kernsOf(font),
    },
    licence: `${barred}${said('license') || said('copyright')}`.trim().slice(0, 2000),
  }
}

async function weightsOf(font: Font): Promise<ReadFace[]> {
  const own = font['OS/2'].usWeightClass || 400
  const axis = (font.variationAxes as { wght?: { min: number; max: number } }).wght
  if (!axis) return [await faceOf(font, own)]
  const wanted = WEIGHTS.filter((w) => w >= axis.min && w <= axis.max)
  const out: ReadFace[] = []
  for (const wght of wanted.length > 0 ? wanted : [own]) out.push(await faceOf(font.getVariation({ wght }), wght))
  return out
}

/**
 * The typefaces in a file (TTF, OTF, WOFF, WOFF2, or a collection of such), measured, with their outlines and
 * kerns.
 *
 * @throws Error when it is none
 */
export async function readFaces(bytes: Buffer): Promise<ReadFace[]> {
  const read = create(bytes) as Font | FontCollection
  const fonts = 'fonts' in read ? read.fonts.slice(0, MOST_IN_ONE) : [read]
  return (await Promise.all(fonts.map(weightsOf))).flat()
}
