import { app } from './app'
import { commands } from './commands'
import { common } from './common'
import { details } from './details'
import { exports } from './exports'
import { fields } from './fields'
import { files } from './files'
import { kit } from './kit'
import { groups } from './groups'
import { language } from './language'
import { lessons } from './lessons'
import { library } from './library'
import { order } from './order'
import { picture } from './picture'
import { preview } from './preview'
import { ready } from './ready'
import { script } from './script'
import { sounds } from './sounds'
import { state } from './state'
import { styles } from './styles'
import { timeline } from './timeline'
import { transport } from './transport'
import { workbench } from './workbench'
import type { Arg } from './arg'
import { marked } from './marked'

const CATALOGUE = {
  app,
  commands,
  common,
  details,
  exports,
  fields,
  files,
  kit,
  groups,
  language,
  lessons,
  library,
  order,
  picture,
  preview,
  ready,
  script,
  sounds,
  state,
  styles,
  timeline,
  transport,
  workbench,
}
type Catalogue = typeof CATALOGUE

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

/** The made-up language in which whatever does not come from the catalogue stands out, as a BCP 47 tag. */
export const MARKED = 'en-x-marked'

/** The language of the interface, as a BCP 47 tag: the page's own; on the server that of its environment. */
export const interfaceLanguage = (): string =>
  globalThis.document?.documentElement.lang || globalThis.process?.env.VANE_WORDS || 'en'

/** A sentence of the catalogue, with what is filled into it, in the language of the interface. */
export function inWords<W extends WordKey>(word: W, ...filled: Filled<W>): string {
  const [subject, name] = word.split('.') as [keyof Catalogue, never]
  const entry = CATALOGUE[subject][name] as string | ((...filled: readonly Arg[]) => string)
  const sentence = typeof entry === 'string' ? entry : entry(...filled)
  return interfaceLanguage() === MARKED ? marked(sentence, filled) : sentence
}
