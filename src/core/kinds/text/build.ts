import type { Span, Timed } from '../../timing'
import type { TextLook } from './look'
import { momentKind, wordsSaid } from '../../moments'

type Building = Pick<TextLook, 'text' | 'builds' | 'eachFrames'>
/** The words of a text with where each begins and ends in it. */
export function wordsOf(text: string): { word: string; from: number; to: number }[] {
  return [...text.matchAll(/\S+/g)].map((m) => ({ word: m[0], from: m.index, to: m.index + m[0].length }))
}
const plain = (word: string): string =>
  word
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^\p{L}\p{N}]/gu, '')

/**
 * When each word of a text is spoken, in frames of the lesson: matched in order with the words spoken from a little
 * before the element begins until it ends; null for one that is not said.
 */
export function spokenAt(
  text: string,
  span: Pick<Span, 'from' | 'to'>,
  { moments, lesson }: Timed,
): ({ from: number; to: number } | null)[] {
  const early = Math.round((lesson.rate.num / lesson.rate.den) * 1.5)
  const said = wordsSaid(moments).filter((m) => m.frame >= span.from - early && m.frame < span.to)
  let next = 0
  return wordsOf(text).map(({ word }) => {
    const at = said.findIndex((m, i) => i >= next && plain(m.label) === plain(word))
    if (at < 0) return null
    next = at + 1
    return { from: said[at]!.frame!, to: said[at]!.untilFrame ?? said[at]!.frame! + 1 }
  })
}

/** How many letters of a text are there at a frame, counted from its beginning. */
export function lettersAt(look: Building, frame: number, span: Span, timed: Timed): number {
  const { text, builds, eachFrames } = look
  if (builds === 'whole' || builds.startsWith('alone')) return text.length
  const n = Math.floor((frame - span.from) / eachFrames) + 1
  if (builds === 'letters') return Math.min(text.length, n)
  if (builds === 'lines') {
    const lines = text.split('\n')
    return n >= lines.length ? text.length : lines.slice(0, n).join('\n').length
  }
  const words = wordsOf(text)
  if (builds === 'words') return n >= words.length ? text.length : (words[n - 1]?.to ?? 0)
  const times = spokenAt(text, span, timed)
  // What is not said comes with the word before it.
  const last = times.findLastIndex((t) => t !== null && frame >= t.from)
  if (last < 0) return times.some((t) => t !== null) ? 0 : text.length
  let shown = last
  while (shown + 1 < words.length && times[shown + 1] === null) shown++
  return shown + 1 >= words.length ? text.length : words[shown]!.to
}

/**
 * The word of a text that stands alone at a frame: evenly one after the other, as they are spoken, or each from a beat
 * on, a mark, a click or a key in its time; the last one stays.
 *
 * @returns null where its words do not stand alone, nothing before the first one
 */
export function aloneAt(look: Building, frame: number, span: Span, timed: Timed): string | null {
  const { text, builds, eachFrames } = look
  if (!builds.startsWith('alone')) return null
  const words = wordsOf(text)
  const last = (n: number) => words[Math.min(words.length - 1, n)]?.word ?? ''
  if (builds === 'alone') return last(Math.max(0, Math.floor((frame - span.from) / eachFrames)))
  if (builds === 'alone-spoken') {
    const times = spokenAt(text, span, timed)
    const said = times.findLastIndex((t) => t !== null && frame >= t.from)
    return said < 0 ? '' : last(said)
  }
  const beats = [...timed.moments.values()].filter(
    (m) => momentKind(m).beat && m.frame !== null && m.frame > span.from && m.frame < span.to && m.frame <= frame,
  )
  return last(new Set(beats.map((m) => m.frame)).size)
}
