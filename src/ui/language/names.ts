import { inWords } from '../../words/words'

/** What a language is called, by its tag. */
export function languageName(tag: string): string {
  if (tag === 'und') return inWords('language.itsOwnLanguage')
  try {
    return new Intl.DisplayNames(['en'], { type: 'language' }).of(tag) ?? tag
  } catch {
    return tag
  }
}
