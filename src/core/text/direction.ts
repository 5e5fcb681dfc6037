import bidiFactory from 'bidi-js'
import { joined, type DrawnLetter } from './arabic'

const bidi = bidiFactory()
const HAS_RIGHT = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFE]/

/** Whether something in a text runs from right to left. */
export const hasRight = (text: string): boolean => HAS_RIGHT.test(text)
/** Whether a paragraph runs from right to left: its first letter that has a direction does (UAX #9, P2 and P3). */
export const runsLeft = (paragraph: string): boolean =>
  hasRight(paragraph) && bidi.getEmbeddingLevels(paragraph).paragraphs[0]?.level === 1

/**
 * The letters of a line as they are drawn, from left to right: reordered by the Unicode Bidirectional Algorithm
 * (UAX #9), mirrored where they come that way, Arabic ones joined.
 *
 * @param rtl  whether the paragraph of the line runs from right to left
 */
export function drawnLine(line: string, rtl: boolean): DrawnLetter[] {
  if (!hasRight(line)) {
    let at = 0
    return [...line].map((ch) => ({ ch, at: (at += ch.length) - ch.length }))
  }
  const levels = bidi.getEmbeddingLevels(line, rtl ? 'rtl' : 'ltr')
  const mirrored = bidi.getMirroredCharactersMap(line, levels.levels)
  const byPlace = new Map(joined(line).map((l) => [l.at, l.ch]))
  return bidi.getReorderedIndices(line, levels).flatMap((at): DrawnLetter[] => {
    const ch = mirrored.get(at) ?? byPlace.get(at)
    return ch === undefined ? [] : [{ ch, at }]
  })
}
