import type { Word } from '../lesson/schema'
import { inWords } from '../../words/words'

/** Letters of a word. */
const LONGEST = 200

/** No recording is longer: 100 hours. */
const MOST_US = 100 * 3600 * 1e6

export interface CaptionCue {
  fromUs: number
  toUs: number
  text: string
}

const TIME = /(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{3})/
const ENTITIES: Record<string, string> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&nbsp;': ' ',
  '&lrm;': '',
  '&rlm;': '',
}
const us = (m: RegExpMatchArray) =>
  (((Number(m[1] ?? 0) * 60 + Number(m[2])) * 60 + Number(m[3])) * 1000 + Number(m[4])) * 1000

/**
 * Reads WebVTT (W3C) or SubRip text into words. Each cue's words share its time by their number
 * of letters, unless WebVTT timestamp tags `<00:01.500>` say where a word starts.
 *
 * @returns words in time order with ids `MEDIUM/word-1`…, the cues, and whether they say themselves when words start;
 *          or a sentence saying what is wrong and in which line
 */
export function readCaptions(
  text: string,
  media: string,
): { words: Word[]; cues: { fromUs: number; toUs: number }[]; stamped: boolean } | { error: string } {
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n')
  const words: Word[] = []
  let i = 0
  const cues: { fromUs: number; toUs: number }[] = []
  let stamped = false
  while (i < lines.length) {
    const line = lines[i]!
    if (/^(NOTE|STYLE|REGION)\b/.test(line)) {
      while (i < lines.length && lines[i]!.trim() !== '') i++
      continue
    }
    if (!line.includes('-->')) {
      i++
      continue
    }
    const [left, right] = line.split('-->') as [string, string]
    const a = left.match(TIME)
    const b = right.match(TIME)
    if (!a || !b)
      return {
        error: inWords('captions.lineHasNoTimeOf', i + 1),
      }
    const from = us(a)
    const to = us(b)
    if (to > MOST_US)
      return {
        error: inWords('captions.lineTheCaptionStandsAt', i + 1, right.trim()),
      }
    if (to === from)
      return {
        error: inWords('captions.lineTheCaptionHasNo', i + 1, line.trim()),
      }
    if (to < from)
      return {
        error: inWords('captions.lineTheCaptionEndsBefore', i + 1, right.trim()),
      }
    const body: string[] = []
    for (i++; i < lines.length && lines[i]!.trim() !== ''; i++) body.push(lines[i]!)
    cues.push({ fromUs: from, toUs: to })
    stamped ||= /<(?:\d+:)?\d{1,2}:\d{2}\.\d{3}>/.test(body.join(' '))
    const found = cueWords({ fromUs: from, toUs: to, text: body.join(' ') })
    const long = found.find((w) => w.text.length > LONGEST)
    if (long)
      return {
        error: inWords('captions.theCaptionAboveLineHas', i + 1, long.text.length, long.text.slice(0, 20), LONGEST),
      }
    words.push(...found)
  }
  if (cues.length === 0) return { error: inWords('captions.thereIsNoCaptionIn') }
  words.sort((x, y) => x.fromUs - y.fromUs)
  return { words: words.map((w, n) => ({ ...w, id: `${media}/word-${n + 1}` })), cues, stamped }
}

function cueWords(cue: CaptionCue): Word[] {
  const parts = cue.text.split(/<((?:\d+:)?\d{1,2}:\d{2}\.\d{3})>/)
  const out: Word[] = []
  // Tags may stand out of order or outside their cue; a word never ends before it starts.
  const tags = parts.map((part, p) => (p % 2 === 1 ? us(part.match(TIME)!) : cue.fromUs))
  let reached = cue.fromUs
  for (let p = 0; p < parts.length; p += 2) {
    const from = (reached = Math.min(cue.toUs, Math.max(reached, tags[p - 1] ?? cue.fromUs)))
    const to = p + 1 < parts.length ? Math.min(cue.toUs, Math.max(from, tags[p + 1]!)) : cue.toUs
    const texts = parts[p]!.replace(/<[^>]*>|\{[^}]*\}/g, '')
      .replace(/&\w+;/g, (e) => ENTITIES[e] ?? e)
      .split(/\s+/)
      .filter(Boolean)
    const total = texts.reduce((n, t) => n + t.length + 1, 0)
    let gone = 0
    for (const text of texts) {
      if (!/[\p{L}\p{N}]/u.test(text) && out.length > 0) {
        if (!/[.!?,;:]$/.test(out.at(-1)!.text)) out.at(-1)!.text += text
        gone += text.length + 1
        continue
      }
      const at = (n: number) => Math.round(from + ((to - from) * n) / total)
      out.push({ id: '-', text, fromUs: at(gone), toUs: at(gone + text.length + 1) })
      gone += text.length + 1
    }
  }
  return out
}
