import { align } from './align'
import { app } from './app'
import { captions } from './captions'
import { clean } from './clean'
import { commands } from './commands'
import { common } from './common'
import { counts } from './counts'
import { details } from './details'
import { door } from './door'
import { edits } from './edits'
import { exportJobs } from './exportJobs'
import { exports } from './exports'
import { fields } from './fields'
import { files } from './files'
import { findings } from './findings'
import { groups } from './groups'
import { history } from './history'
import { ingest } from './ingest'
import { interfaceSounds } from './interfaceSounds'
import { jobs } from './jobs'
import { keeping } from './keeping'
import { kinds } from './kinds'
import { kit } from './kit'
import { language } from './language'
import { lesson } from './lesson'
import { lessons } from './lessons'
import { library } from './library'
import { media } from './media'
import { momentLists } from './momentLists'
import { moments } from './moments'
import { motion } from './motion'
import { narrate } from './narrate'
import { order } from './order'
import { picture } from './picture'
import { pointer } from './pointer'
import { preview } from './preview'
import { ready } from './ready'
import { render } from './render'
import { review } from './review'
import { running } from './running'
import { script } from './script'
import { shippedThings } from './shippedThings'
import { snap } from './snap'
import { sounds } from './sounds'
import { state } from './state'
import { styles } from './styles'
import { terms } from './terms'
import { texts } from './texts'
import { timeline } from './timeline'
import { timing } from './timing'
import { trace } from './trace'
import { traceFile } from './traceFile'
import { traced } from './traced'
import { transport } from './transport'
import { typed } from './typed'
import { units } from './units'
import { values } from './values'
import { web } from './web'
import { workbench } from './workbench'
import type { Arg } from './arg'
import { marked } from './marked'

const CATALOGUE = {
  align,
  app,
  captions,
  clean,
  commands,
  common,
  counts,
  details,
  door,
  edits,
  exportJobs,
  exports,
  fields,
  files,
  findings,
  groups,
  history,
  ingest,
  interfaceSounds,
  jobs,
  keeping,
  kinds,
  kit,
  language,
  lesson,
  lessons,
  library,
  media,
  momentLists,
  moments,
  motion,
  narrate,
  order,
  picture,
  pointer,
  preview,
  ready,
  render,
  review,
  running,
  script,
  shippedThings,
  snap,
  sounds,
  state,
  styles,
  terms,
  texts,
  timeline,
  timing,
  trace,
  traceFile,
  traced,
  transport,
  typed,
  units,
  values,
  web,
  workbench,
}
type Catalogue = typeof CATALOGUE

type Entry = string | ((...filled: readonly Arg[]) => string)
const ENTRIES = new Map(
  Object.entries(CATALOGUE).flatMap(([subject, its]) =>
    Object.entries(its as Record<string, Entry>).map(([name, entry]) => [`${subject}.${name}`, entry] as const),
  ),
)

/** The name of a sentence, by its subject: `timeline.playhead`. */
export type WordKey = { [S in keyof Catalogue]: `${S}.${keyof Catalogue[S] & string}` }[keyof Catalogue]

/** What is filled into a sentence, by its name. */
export type Filled<W extends WordKey> = W extends `${infer S}.${infer N}`
  ? S extends keyof Catalogue
    ? N extends keyof Catalogue[S]
      ? Catalogue[S][N] extends (...filled: infer A) => string
        ? A
        : []
      : []
    : []
  : []

/** The name of a sentence into which nothing is filled. */
type PlainWord = { [W in WordKey]: Filled<W> extends [] ? W : never }[WordKey]
/** A sentence with what is filled into it, not yet put into words; what is filled in may be one itself. Plain data. */
export interface Sentence {
  word: WordKey
  filled: readonly (Arg | Sentence)[]
}
/** What is to be said, not yet put into words: by its name alone, or with what is filled into it. */
export type Said = PlainWord | Sentence

type Fillings<F extends readonly unknown[]> = { [I in keyof F]: F[I] | Sentence }

/** A sentence that is put into words where it is read. */
export const said = <W extends WordKey>(word: W, ...filled: Fillings<Filled<W>>): Sentence => ({
  word,
  filled: filled as readonly (Arg | Sentence)[],
})

/** A short name in words, as far as it has any: names that a team gave stand for themselves. */
export const termOf = (name: string): string =>
  Object.hasOwn(terms, name) ? inWords(`terms.${name as keyof typeof terms}`) : name

/** What needs no words of ours: it is said as it stands. */
export const asIs = (text: string): Sentence => said('app.asIs', text)

/** The made-up language in which whatever does not come from the catalogue stands out, as a BCP 47 tag. */
export const MARKED = 'en-x-marked'

/** The language of the interface, as a BCP 47 tag: the page's own; on the server that of its environment. */
export const interfaceLanguage = (): string =>
  globalThis.document?.documentElement.lang || globalThis.process?.env.VANE_WORDS || 'en'

/** Whether a name is one of the catalogue's. */
export const isWord = (name: string): name is WordKey => (ENTRIES as ReadonlyMap<string, Entry>).has(name)

/** It with what is filled into it, as something to be filled into another sentence. */
export const asSentence = (what: Said): Sentence => (typeof what === 'string' ? { word: what, filled: [] } : what)

/** What is said, in the language of the interface. */
export function toWords(what: Said): string {
  const { word, filled } = asSentence(what)
  const entry = ENTRIES.get(word)!
  const given = filled.map((f) => (typeof f === 'object' ? toWords(f) : f))
  const sentence = typeof entry === 'string' ? entry : entry(...given)
  return interfaceLanguage() === MARKED ? marked(sentence, given) : sentence
}

/** A sentence of the catalogue, with what is filled into it, in the language of the interface. */
export const inWords = <W extends WordKey>(word: W, ...filled: Fillings<Filled<W>>): string =>
  toWords(said(word, ...filled))
