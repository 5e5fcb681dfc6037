import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chances } from '@/core/chance'
import { align } from '@/server/align/align'
import { speak, wavFile } from '../recorder/narrator'
import type { Figure } from './report'
import { byFlite, ENGLISH_VOICES, OTHER_VOICES, SENTENCES, sentencesOf } from './voices'

/** Three words that nobody expects in a lesson, by language. */
const UNEXPECTED: Record<string, string> = {
  en: 'seven purple elephants',
  it: 'sette elefanti viola',
  cs: 'sedm fialových slonů',
  de: 'sieben lila Elefanten',
  es: 'siete elefantes morados',
  ru: 'семь лиловых слонов',
  fr: 'sept éléphants violets',
  pl: 'siedem fioletowych słoni',
  pt: 'sete elefantes roxos',
  nl: 'zeven paarse olifanten',
  sv: 'sju lila elefanter',
}
const KINDS = ['left out', 'said again', 'other words', 'as written'] as const
type Kind = (typeof KINDS)[number]

/** What is spoken in place of sentences, one of which departs from them; null where that one has too few words. */
function spokenFor(
  sentences: readonly string[],
  n: number,
  kind: Kind,
  language: string,
  below: (n: number) => number,
) {
  const own = [...sentences]
  const words = own[n]!.split(' ')
  if (kind === 'left out') own.splice(n, 1)
  if (kind === 'said again') own.splice(n, 0, own[n]!)
  if (kind === 'other words') {
    if (words.length < 5) return null
    const at = 1 + below(words.length - 4)
    own[n] = [...words.slice(0, at), UNEXPECTED[language]!, ...words.slice(at + 3)].join(' ')
  }
  return own.join(' ')
}
/** Whether what departs is told: of its kind, in its sentence. */
async function isTold(wav: string, sentences: readonly string[], n: number, kind: Kind, language: string) {
  const { departures } = await align(wav, sentences.join('\n\n'), language)
  if (kind === 'as written') return departures.length > 0
  const first = sentences.slice(0, n).reduce((sum, s) => sum + s.split(' ').length, 0)
  const last = first + sentences[n]!.split(' ').length - 1
  return departures.some((d) => d.kind === kind && d.first <= last && d.last >= first)
}

/** How many departures of each kind are told, in English and in other languages; and how many that are none. */
export async function measureDepartures(say: (line: string) => void): Promise<Figure[]> {
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-departures-'))
  const next = chances(5)
  const below = (n: number) => Math.floor(next() * n)
  const told = new Map<string, { told: number; of: number }>()
  try {
    const speakers = [
      ...ENGLISH_VOICES.map((voice) => ({ language: 'en', voice })),
      ...Object.keys(SENTENCES).flatMap((language) => OTHER_VOICES.slice(0, 2).map((voice) => ({ language, voice }))),
    ]
    for (const { language, voice } of speakers)
      for (const kind of KINDS) {
        const sentences = sentencesOf(language)
        const n = 1 + below(sentences.length - 2)
        const text = spokenFor(sentences, n, kind, language, below)
        if (text === null) continue
        const wav = path.join(dir, 'spoken.wav')
        if (language === 'en') byFlite(text, voice, wav)
        else writeFileSync(wav, wavFile(speak([{ at: 0.4, text }], `${language}+${voice}`, 150)))
        const name = `${language === 'en' ? 'English' : 'other languages'}, ${kind}`
        const sum = told.get(name) ?? { told: 0, of: 0 }
        if (await isTold(wav, sentences, n, kind, language)) sum.told++
        sum.of++
        told.set(name, sum)
      }
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
  return [...told].map(([name, sum]) => {
    const none = name.endsWith('as written')
    say(`${name}: ${sum.told} of ${sum.of}`)
    return {
      what: none ? `departures told where there are none: ${name.split(',')[0]}` : `departures told: ${name}`,
      bar: none ? 'none' : 'all',
      measured: `${sum.told} of ${sum.of}`,
      detail: none ? 'recordings that keep to their script' : 'one in each recording',
    }
  })
}
