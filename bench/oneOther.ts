import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chances } from '@/core/chance'
import { align } from '@/server/align/align'
import { speak, wavFile } from '../recorder/narrator'
import type { Figure } from './report'
import { byFlite, ENGLISH_VOICES } from './voices'

/** A lesson, and words of it with what is said in their place. */
interface Lesson {
  sentences: readonly string[]
  words: readonly (readonly [written: string, said: string])[]
}
const ENGLISH: Lesson = {
  sentences: [
    'On Monday the front desk opens at nine in the morning.',
    'Each visitor brings a card with a number and a picture.',
    'Look up the number before you fetch anything from the shelf.',
    'The heavy sander stands behind the yellow curtain in the cellar.',
    'Lift it with both hands and carry it to the counter.',
    'Check the cable for cracks and the plug for rust.',
    'Type the name of the borrower into the upper box.',
    'Below it a small calendar shows which days are free.',
    'Choose the first free weekend and confirm with the enter key.',
    'The printer on the left hands out two labels.',
    'One belongs on the handle and the other into the folder.',
    'Tell the borrower that the motor must cool down for an hour.',
    'A broken belt costs four pounds and is paid at the desk.',
    'At the end of the season we count every tool once more.',
  ],
  words: [
    ['Monday', 'Thursday'],
    ['nine', 'eleven'],
    ['visitor', 'customer'],
    ['card', 'letter'],
    ['picture', 'signature'],
    ['fetch', 'borrow'],
    ['shelf', 'cupboard'],
    ['heavy', 'noisy'],
    ['sander', 'mower'],
    ['yellow', 'purple'],
    ['curtain', 'blanket'],
    ['cellar', 'garage'],
    ['Lift', 'Hold'],
    ['counter', 'table'],
    ['cable', 'hose'],
    ['cracks', 'knots'],
    ['rust', 'dirt'],
    ['name', 'street'],
    ['upper', 'middle'],
    ['small', 'wide'],
    ['calendar', 'diagram'],
    ['days', 'rooms'],
    ['first', 'next'],
    ['weekend', 'evening'],
    ['confirm', 'finish'],
    ['printer', 'machine'],
    ['labels', 'tickets'],
    ['handle', 'cover'],
    ['folder', 'basket'],
    ['motor', 'blade'],
    ['hour', 'minute'],
    ['broken', 'missing'],
    ['belt', 'filter'],
    ['pounds', 'dollars'],
    ['season', 'summer'],
    ['count', 'clean'],
  ],
}
/** By language. */
const OTHERS: Record<string, Lesson> = {
  it: {
    sentences: [
      'Ogni mattina il banco apre alle nove.',
      'Il visitatore porta una tessera con la fotografia.',
      'Cercate il numero prima di prendere la scala.',
      'La macchina pesante si trova dietro la tenda gialla.',
      'Scegliete il primo giorno libero e confermate.',
    ],
    words: [
      ['mattina', 'settimana'],
      ['visitatore', 'socio'],
      ['fotografia', 'firma'],
      ['numero', 'cognome'],
      ['pesante', 'vecchia'],
      ['giorno', 'mese'],
    ],
  },
  cs: {
    sentences: [
      'Každé ráno otevíráme pult v devět hodin.',
      'Návštěvník přinese průkaz s fotografií.',
      'Vyhledejte číslo dříve, než vezmete žebřík.',
      'Těžký stroj stojí za žlutým závěsem.',
      'Zvolte první volný den a potvrďte volbu.',
    ],
    words: [
      ['ráno', 'pondělí'],
      ['Návštěvník', 'Zákazník'],
      ['průkaz', 'lístek'],
      ['číslo', 'jméno'],
      ['Těžký', 'Nový'],
      ['volný', 'možný'],
    ],
  },
  de: {
    sentences: [
      'Jeden Morgen öffnet die Theke um neun Uhr.',
      'Der Besucher bringt einen Ausweis mit Foto mit.',
      'Suchen Sie die Nummer, bevor Sie die Leiter holen.',
      'Die schwere Maschine steht hinter dem gelben Vorhang.',
      'Wählen Sie den ersten freien Tag und bestätigen Sie.',
    ],
    words: [
      ['Morgen', 'Montag'],
      ['Besucher', 'Kunde'],
      ['Ausweis', 'Brief'],
      ['Nummer', 'Adresse'],
      ['schwere', 'kleine'],
      ['freien', 'letzten'],
    ],
  },
  es: {
    sentences: [
      'Cada mañana el mostrador abre a las nueve.',
      'El visitante trae una tarjeta con su fotografía.',
      'Busque el número antes de coger la escalera.',
      'La máquina pesada está detrás de la cortina amarilla.',
      'Elija el primer día libre y confirme la reserva.',
    ],
    words: [
      ['mañana', 'semana'],
      ['visitante', 'cliente'],
      ['tarjeta', 'carta'],
      ['número', 'apellido'],
      ['pesada', 'nueva'],
      ['reserva', 'fecha'],
    ],
  },
  ru: {
    sentences: [
      'Каждое утро стойка открывается в девять часов.',
      'Посетитель приносит карточку с фотографией.',
      'Найдите номер, прежде чем взять лестницу.',
      'Тяжёлая машина стоит за жёлтой занавеской.',
      'Выберите первый свободный день и подтвердите.',
    ],
    words: [
      ['утро', 'лето'],
      ['Посетитель', 'Заказчик'],
      ['карточку', 'бумагу'],
      ['номер', 'адрес'],
      ['Тяжёлая', 'Новая'],
      ['день', 'месяц'],
    ],
  },
  fr: {
    sentences: [
      'Chaque matin le comptoir ouvre à neuf heures.',
      'Le visiteur apporte une carte avec sa photographie.',
      'Cherchez le numéro avant de prendre l’échelle.',
      'La machine lourde se trouve derrière le rideau jaune.',
      'Choisissez le premier jour libre et confirmez.',
    ],
    words: [
      ['matin', 'lundi'],
      ['visiteur', 'client'],
      ['photographie', 'signature'],
      ['numéro', 'prénom'],
      ['lourde', 'neuve'],
      ['jour', 'mois'],
    ],
  },
  pl: {
    sentences: [
      'Każdego ranka lada otwiera się o dziewiątej.',
      'Gość przynosi kartę ze zdjęciem.',
      'Wyszukaj numer, zanim weźmiesz drabinę.',
      'Ciężka maszyna stoi za żółtą zasłoną.',
      'Wybierz pierwszy wolny dzień i potwierdź wybór.',
    ],
    words: [
      ['ranka', 'wtorku'],
      ['Gość', 'Klient'],
      ['zdjęciem', 'podpisem'],
      ['numer', 'adres'],
      ['Ciężka', 'Nowa'],
      ['wolny', 'możliwy'],
    ],
  },
  pt: {
    sentences: [
      'Todas as manhãs o balcão abre às nove horas.',
      'O visitante traz um cartão com a fotografia.',
      'Procure o número antes de buscar a escada.',
      'A máquina pesada fica atrás da cortina amarela.',
      'Escolha o primeiro dia livre e confirme a reserva.',
    ],
    words: [
      ['manhãs', 'semanas'],
      ['visitante', 'cliente'],
      ['cartão', 'papel'],
      ['número', 'nome'],
      ['pesada', 'nova'],
      ['reserva', 'data'],
    ],
  },
  nl: {
    sentences: [
      'Elke ochtend gaat de balie om negen uur open.',
      'De bezoeker brengt een pasje met een foto mee.',
      'Zoek het nummer op voordat je de ladder haalt.',
      'De zware machine staat achter het gele gordijn.',
      'Kies de eerste vrije dag en bevestig de keuze.',
    ],
    words: [
      ['ochtend', 'maandag'],
      ['bezoeker', 'klant'],
      ['pasje', 'briefje'],
      ['nummer', 'adres'],
      ['zware', 'nieuwe'],
      ['dag', 'maand'],
    ],
  },
  sv: {
    sentences: [
      'Varje morgon öppnar disken klockan nio.',
      'Besökaren tar med ett kort med bild.',
      'Sök upp numret innan du hämtar stegen.',
      'Den tunga maskinen står bakom det gula draperiet.',
      'Välj den första lediga dagen och bekräfta valet.',
    ],
    words: [
      ['morgon', 'måndag'],
      ['Besökaren', 'Kunden'],
      ['kort', 'papper'],
      ['numret', 'namnet'],
      ['tunga', 'lilla'],
      ['dagen', 'veckan'],
    ],
  },
}
/** English voices of both engines, and variants of the other languages' voices. */
const IN_ENGLISH = [...ENGLISH_VOICES, 'en-us+f2', 'en-gb+m2', 'en+f4']
const IN_OTHERS = ['f2', 'm2', 'f4', 'm5', 'f3', 'm1']
const CHANGES = 60
const SENTENCES = 7

interface Told {
  changes: number
  told: number
  toTheWord: number
  words: number
  wrong: number
}
const none = (): Told => ({ changes: 0, told: 0, toTheWord: 0, words: 0, wrong: 0 })

/** Sentences, and who says them with which other word. */
interface Spoken {
  language: string
  voice: string
  sentences: readonly string[]
  change: readonly [written: string, said: string]
}
/** One recording of a lesson in which another word is said in the place of one: what is told of it. */
async function hearOne(
  wav: string,
  { language, voice, sentences, change: [written, other] }: Spoken,
  into: Told,
  say: (line: string) => void,
): Promise<void> {
  const words = sentences.join(' ').split(' ')
  const bareOf = (w: string) => w.replace(/[.,]$/, '')
  const at = words.findIndex((w) => bareOf(w) === written)
  const text = words.map((w, i) => (i === at ? w.replace(written, other) : w)).join(' ')
  if (ENGLISH_VOICES.includes(voice)) byFlite(text, voice, wav)
  else writeFileSync(wav, wavFile(speak([{ at: 0.4, text }], voice, 155)))
  const { departures } = await align(wav, sentences.join('\n\n'), language)
  const hit = departures.find((d) => d.kind === 'other words' && d.first <= at && at <= d.last)
  const wrong = departures.filter((d) => d !== hit)
  into.changes++
  if (hit) into.told++
  if (hit && hit.first === hit.last) into.toTheWord++
  into.words += words.length - 1
  into.wrong += wrong.reduce((sum, d) => sum + Math.max(1, d.last - d.first + 1), 0)
  const told = (d: { first: number; last: number; kind: string }) =>
    `${d.kind}: ${words.slice(Math.max(0, d.first), d.last + 1).join(' ')}`
  if (!hit || wrong.length > 0)
    say(
      `${voice}: ${written} > ${other} ${hit ? 'told' : 'not told'}${wrong.map((d) => `, wrong ${told(d)}`).join('')}`,
    )
}

/** How often one other word in a narration is told, and how often one is told that was said as written. */
export async function measureOneOther(say: (line: string) => void): Promise<Figure[]> {
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-one-other-'))
  const wav = path.join(dir, 'spoken.wav')
  const next = chances(29)
  const below = (n: number) => Math.floor(next() * n)
  const [english, others] = [none(), none()]
  try {
    for (let n = 0; n < CHANGES; n++) {
      const change = ENGLISH.words[n % ENGLISH.words.length]!
      const own = ENGLISH.sentences.findIndex((s) => new RegExp(`\\b${change[0]}\\b`).test(s))
      const some = new Set([own])
      while (some.size < SENTENCES) some.add(below(ENGLISH.sentences.length))
      const sentences = ENGLISH.sentences.filter((_, i) => some.has(i))
      const voice = IN_ENGLISH[n % IN_ENGLISH.length]!
      await hearOne(wav, { language: 'en', voice, sentences, change }, english, say)
    }
    for (const [language, { sentences, words }] of Object.entries(OTHERS))
      for (const [n, change] of words.entries()) {
        const voice = `${language}+${IN_OTHERS[n % IN_OTHERS.length]!}`
        await hearOne(wav, { language, voice, sentences, change }, others, say)
      }
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
  return [
    { name: 'English', sum: english, bar: 80 },
    { name: 'ten other languages', sum: others, bar: 60 },
  ].flatMap(({ name, sum: { changes, told, toTheWord, words, wrong }, bar }): Figure[] => {
    const share = (a: number, b: number, digits: number) => `${((100 * a) / Math.max(1, b)).toFixed(digits)} %`
    return [
      {
        what: `one other word told: ${name}`,
        bar: `≥ ${bar} %`,
        measured: share(told, changes, 0),
        detail: `${told} of ${changes}, ${toTheWord} to the word`,
      },
      {
        what: `words told that are said as written: ${name}`,
        bar: '≤ 0.3 %',
        measured: share(wrong, words, 2),
        detail: `${wrong} of ${words} words`,
      },
    ]
  })
}
