import { execFileSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { readScript } from '@/core/voice/script'
import { speak, wavFile } from '../recorder/narrator'

/** A word as it was said, in seconds. */
export interface SaidWord {
  text: string
  from: number
  to: number
}
/** A recording with its script and with when each word was said. */
export interface Recording {
  name: string
  language: string
  kind: string
  wav: string
  script: string
  words: SaidWord[]
}

const ENGLISH = [
  'Welcome to the front desk of the Larkfield Tool Library. Today we lend out a cordless drill, ' +
    'and we book it back in a week later.',
  'Open the list of tools. Type a part of the name into the search box. The list narrows while you ' +
    'type, so three letters are often enough.',
  'Each tool has a page of its own. It shows the condition, the accessories that belong to it, and ' +
    'who had it last. Scroll down to see the history.',
  'When everything is in its case, click Lend out. Choose the member, and check the address. If it ' +
    'is out of date, correct it now.',
  'The due date is two weeks from today. For a short job, one week is enough. Click one week, then click Confirm.',
  'Send the receipt by mail. It names the tool, the due date, and the deposit. Keep the window ' +
    'open until the green tick appears.',
]
/** By language, other than English. */
export const SENTENCES: Record<string, string> = {
  it:
    'Benvenuti alla biblioteca degli attrezzi. Oggi prestiamo un trapano a batteria. Aprite la lista ' +
    'e scrivete una parte del nome.  ' +
    'La pagina mostra lo stato, gli accessori e la storia. Quando tutto è nella valigetta, fate clic su Presta.',
  cs:
    'Vítejte v knihovně nářadí. Dnes půjčíme vrtačku. Otevřete seznam a napište část názvu. Stránka ' +
    'ukazuje stav, příslušenství a historii.  ' +
    'Když je všechno v kufru, klikněte na tlačítko a vyberte člena.',
  de:
    'Willkommen in der Werkzeugbibliothek. Heute verleihen wir einen Akkuschrauber. Öffnen Sie die ' +
    'Liste und tippen Sie einen Teil des Namens.  ' +
    'Die Seite zeigt den Zustand, das Zubehör und den Verlauf. Wenn alles im Koffer liegt, klicken Sie auf Verleihen.',
  es:
    'Bienvenidos a la biblioteca de herramientas. Hoy prestamos un taladro. Abra la lista y escriba ' +
    'una parte del nombre.  ' +
    'La página muestra el estado, los accesorios y la historia. Cuando todo está en la caja, pulse prestar.',
  ru:
    'Добро пожаловать в библиотеку инструментов. Сегодня мы выдаём дрель. Откройте список и наберите ' +
    'часть названия.  ' +
    'Страница показывает состояние, принадлежности и историю. Когда всё в чемодане, нажмите кнопку.',
  fr:
    'Bienvenue à la bibliothèque des outils. Aujourd’hui nous prêtons une perceuse. Ouvrez la liste et tapez une ' +
    'partie du nom.  ' +
    'La page montre l’état, les accessoires et l’historique. Quand tout est dans la mallette, cliquez sur Prêter.',
  pl:
    'Witamy w bibliotece narzędzi. Dzisiaj wypożyczamy wiertarkę. Otwórz listę i wpisz część nazwy.  ' +
    'Strona pokazuje stan, akcesoria i historię. Kiedy wszystko jest w walizce, kliknij przycisk i wybierz osobę.',
  pt:
    'Bem-vindos à biblioteca de ferramentas. Hoje emprestamos uma furadeira. Abra a lista e escreva uma parte do ' +
    'nome.  ' +
    'A página mostra o estado, os acessórios e a história. Quando tudo está na caixa, clique em Emprestar.',
  nl:
    'Welkom bij de gereedschapsbibliotheek. Vandaag lenen we een boormachine uit. Open de lijst en typ een deel ' +
    'van de naam.  ' +
    'De pagina toont de staat, de accessoires en de geschiedenis. Als alles in de koffer zit, klik dan op Uitlenen.',
  sv:
    'Välkommen till verktygsbiblioteket. I dag lånar vi ut en borrmaskin. Öppna listan och skriv en del av namnet.  ' +
    'Sidan visar skicket, tillbehören och historiken. När allt ligger i väskan klickar du på knappen.',
}

/** Variants of eSpeak NG's voices that lay no echo behind each word: with one, nobody knows where a word ends. */
export const OTHER_VOICES = ['f1', 'm1', 'm3', 'm4']
/** Voices of flite. */
export const ENGLISH_VOICES = ['slt', 'rms', 'awb', 'kal16']
/** The sentences of a language. */
export const sentencesOf = (language: string): string[] =>
  (language === 'en' ? ENGLISH.join(' ') : SENTENCES[language]!).split(/(?<=\.)\s+/).filter(Boolean)

const spoken = (text: string): string[] => readScript(text).flatMap((p) => p.words)
const VOWEL = /^(aa|ae|ah|ao|aw|ax|ay|eh|er|ey|ih|iy|ow|oy|uh|uw)$/

/** Which phones of a sentence belong to which word, by how each is said alone: the path that costs least. */
function shared(sentence: readonly string[], alone: readonly string[][]): number[] {
  const flat = alone.flatMap((phones, word) => phones.map((phone) => ({ phone, word })))
  const [n, m] = [sentence.length, flat.length]
  const cost: Float64Array[] = Array.from({ length: n + 1 }, () => new Float64Array(m + 1).fill(Infinity))
  cost[0]![0] = 0
  const off = (a: string, b: string) =>
    a === b ? 0 : VOWEL.test(a) && VOWEL.test(b) ? 0.4 : VOWEL.test(a) === VOWEL.test(b) ? 0.9 : 1.6
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= m; j++) {
      if (i > 0) cost[i]![j] = Math.min(cost[i]![j]!, cost[i - 1]![j]! + 1)
      if (j > 0) cost[i]![j] = Math.min(cost[i]![j]!, cost[i]![j - 1]! + 1)
      if (i > 0 && j > 0)
        cost[i]![j] = Math.min(cost[i]![j]!, cost[i - 1]![j - 1]! + off(sentence[i - 1]!, flat[j - 1]!.phone))
    }
  const out = new Array<number>(n).fill(0)
  let [i, j] = [n, m]
  while (i > 0) {
    const here = cost[i]![j]!
    if (j > 0 && Math.abs(here - cost[i - 1]![j - 1]! - off(sentence[i - 1]!, flat[j - 1]!.phone)) < 1e-9) {
      out[i - 1] = flat[j - 1]!.word
      i--
      j--
    } else if (j > 0 && Math.abs(here - cost[i]![j - 1]! - 1) < 1e-9) j--
    else {
      out[i - 1] = flat[Math.max(0, j - 1)]!.word
      i--
    }
  }
  return out
}

const flite = (args: string[]) => execFileSync('flite', args).toString().trim()
const aloneKnown = new Map<string, string[]>()
function phonesAlone(word: string, voice: string): string[] {
  const key = `${voice} ${word}`
  let phones = aloneKnown.get(key)
  if (!phones) {
    phones = flite(['-voice', voice, '-ps', '-t', word.replace(/[^\w'-]/g, ''), '-o', 'none'])
      .split(/\s+/)
      .filter((p) => p !== 'pau' && p !== '')
    aloneKnown.set(key, phones)
  }
  return phones
}
/** Speaks a text by an engine other than the narrator's, which tells when each of its sounds ends. */
export function byFlite(text: string, voice: string, wav: string): SaidWord[] {
  const words = spoken(text)
  const timed = flite(['-voice', voice, '-psdur', '-t', text, '-o', wav])
    .split(/\s+/)
    .map((s) => s.split(':') as [string, string])
  let at = 0
  const segments = timed.map(([phone, end]) => {
    const from = at
    at = Number(end)
    return { phone, from, to: at }
  })
  const sounds = segments.filter((s) => s.phone !== 'pau')
  const of = shared(
    sounds.map((s) => s.phone),
    words.map((w) => phonesAlone(w, voice)),
  )
  return words.flatMap((word, n) => {
    const own = sounds.filter((_, i) => of[i] === n)
    return own.length > 0 ? [{ text: word, from: own[0]!.from, to: own.at(-1)!.to }] : []
  })
}

/** What is done to a clean recording, as a filter of ffmpeg; and by how much its times change. */
export const KINDS: Record<string, { filter: (seed: number) => string; tempo?: number }> = {
  clean: { filter: () => 'anull' },
  '25 dB': { filter: (s) => noisy(25, s) },
  '15 dB': { filter: (s) => noisy(15, s) },
  'narrow band': { filter: () => 'highpass=f=300,lowpass=f=3400,aresample=8000,aresample=16000' },
  echo: { filter: () => 'aecho=0.9:0.7:35|70|120|190:0.35|0.25|0.17|0.1' },
  faster: { filter: () => 'rubberband=tempo=1.2', tempo: 1.2 },
  slower: { filter: () => 'rubberband=tempo=0.8', tempo: 0.8 },
}
const noisy = (db: number, seed: number): string => `NOISE:${db}:${seed}`

/** A recording with something done to it. */
export function degraded(of: Recording, kind: string, dir: string, seed: number): Recording {
  const { filter, tempo = 1 } = KINDS[kind]!
  const wav = path.join(dir, `${of.name}-${kind.replace(/\W+/g, '')}.wav`)
  const what = filter(seed)
  const ff = (args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args])
  const noise = /^NOISE:(\d+):(\d+)$/.exec(what)
  if (noise) {
    const mean = meanDb(of.wav)
    const amplitude = 10 ** ((mean - Number(noise[1]) + 4.77) / 20)
    ff([
      '-i',
      of.wav,
      '-f',
      'lavfi',
      '-i',
      `anoisesrc=c=pink:r=16000:a=${amplitude * 1.7}:s=${noise[2]}`,
      '-filter_complex',
      'amix=inputs=2:duration=first:normalize=0',
      '-ar',
      '16000',
      '-ac',
      '1',
      wav,
    ])
  } else ff(['-i', of.wav, '-af', what, '-ar', '16000', '-ac', '1', wav])
  return {
    ...of,
    name: `${of.name} ${kind}`,
    kind,
    wav,
    words: of.words.map((w) => ({ ...w, from: w.from / tempo, to: w.to / tempo })),
  }
}
function meanDb(wav: string): number {
  const said = execFileSync('sh', ['-c', `ffmpeg -hide_banner -i '${wav}' -af volumedetect -f null - 2>&1`]).toString()
  return Number(/mean_volume: (-?[\d.]+) dB/.exec(said)?.[1] ?? -25)
}

/** Speech of voices other than the narrator's, in several languages, each as clean as it is made. */
export function recordings(dir: string): Recording[] {
  mkdirSync(dir, { recursive: true })
  const out: Recording[] = []
  const text = ENGLISH.join(' ')
  for (const voice of ENGLISH_VOICES) {
    const wav = path.join(dir, `en-${voice}.wav`)
    const words = byFlite(text, voice, wav)
    out.push({ name: `en-${voice}`, language: 'en', kind: 'clean', wav, script: ENGLISH.join('\n\n'), words })
  }
  for (const [language, script] of Object.entries(SENTENCES)) {
    for (const voice of OTHER_VOICES) {
      const wav = path.join(dir, `${language}-${voice}.wav`)
      const said = speak([{ at: 0.4, text: script }], `${language}+${voice}`, 150)
      writeFileSync(wav, wavFile(said))
      const words = said.words.map(({ text: t, from, to }) => ({ text: t, from, to }))
      out.push({ name: `${language}-${voice}`, language, kind: 'clean', wav, script, words })
    }
  }
  return out
}
