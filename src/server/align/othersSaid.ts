import { findCompared, spokenByMachine } from './compared'
import { findOtherWords } from './departing'
import { isEnglish } from './lexicon'
import type { Search } from './search'
import { findSounded } from './sounded'

/**
 * What words are compared with in a language that the acoustic model does not know: begun while they are looked for.
 * Where it fails, nothing is compared.
 */
export const toCompare = (search: Search, language: string): Promise<Search | null> =>
  isEnglish(language) ? Promise.resolve(null) : spokenByMachine(search, language).catch(() => null)

/**
 * Finds words in whose place others are said, of which nothing is told yet: by how the machine speaks them, where that
 * is known; else three in a row by how badly they fit, and single ones by what is heard instead.
 */
export async function findOthersSaid(
  search: Search,
  spoken: Search | null,
  language: string,
  onShare: (share: number) => void,
): Promise<void> {
  if (spoken) {
    const found = await findCompared(search, spoken)
    if (found.length > 0) await search.depart(found)
    return
  }
  await findOtherWords(search)
  const found = isEnglish(language) ? await findSounded(search, onShare) : []
  if (found.length > 0) await search.depart(found)
}
