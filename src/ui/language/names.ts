/** What a language is called, by its tag. */
export function languageName(tag: string): string {
  if (tag === 'und') return 'Its own language'
  try {
    return new Intl.DisplayNames(['en'], { type: 'language' }).of(tag) ?? tag
  } catch {
    return tag
  }
}
