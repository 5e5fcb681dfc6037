import { create, type Font, type FontCollection } from 'fontkit'
import type { FontMetrics } from '@/core/text'
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

/** Numbers of an outline as they are in the file but for y, which points down. */
const pairs = (args: readonly number[]): string => args.map((v, i) => Math.round(i % 2 ? -v : v) || 0).join(' ')

function faceOf(font: Font, weight: number): ReadFace {
  const { italic } = font['OS/2'].fsSelection
  const advances: Record<string, number> = {}
  const outlines: Record<string, string> = {}
  let letters = 0
  for (const code of font.characterSet.toSorted((a, b) => a - b)) {
    if (code < 0x20 || letters >= MOST_LETTERS) continue
    const glyph = font.glyphForCodePoint(code)
    const letter = String.fromCodePoint(code)
    advances[letter] = Math.round(glyph.advanceWidth)
    outlines[letter] = glyph.path.commands.map((c) => `${COMMANDS[c.command] ?? ''}${pairs(c.args)}`).join('')
    letters++
  }
  if (letters === 0) throw new Error(inWords('keeping.itHasNoLetters'))
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
    },
    licence: `${barred}${said('license') || said('copyright')}`.trim().slice(0, 2000),
  }
}

function weightsOf(font: Font): ReadFace[] {
  const own = font['OS/2'].usWeightClass || 400
  const axis = (font.variationAxes as { wght?: { min: number; max: number } }).wght
  if (!axis) return [faceOf(font, own)]
  const wanted = WEIGHTS.filter((w) => w >= axis.min && w <= axis.max)
  return (wanted.length > 0 ? wanted : [own]).map((wght) => faceOf(font.getVariation({ wght }), wght))
}

/**
 * The typefaces in a file (TTF, OTF, WOFF, WOFF2, or a collection of such), measured and with their outlines.
 *
 * @throws Error when it is none
 */
export function readFaces(bytes: Buffer): ReadFace[] {
  const read = create(bytes) as Font | FontCollection
  const fonts = 'fonts' in read ? read.fonts.slice(0, MOST_IN_ONE) : [read]
  return fonts.flatMap(weightsOf)
}
