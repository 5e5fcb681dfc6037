/** A name without the number behind it that makes it unlike the others. */
export const bare = (name: string): string => name.replace(/ \d+$/, '')

/**
 * A name that is not taken yet: the same, or with the next number behind it (“Callout 3”). The name is added to those
 * taken.
 */
export function numbered(name: string, taken: Set<string>): string {
  const stem = bare(name).slice(0, 112)
  let out = name
  for (let n = 2; taken.has(out); n++) out = `${stem} ${n}`
  taken.add(out)
  return out
}

/** Ids `prefix-1`, `prefix-2` … that are not taken yet, each once. */
export function countedIds(prefix: string, taken: Set<string>): () => string {
  let n = 0
  return () => {
    let id = `${prefix}-${++n}`
    while (taken.has(id)) id = `${prefix}-${++n}`
    taken.add(id)
    return id
  }
}

/** What an element is called by its words: the first few of them. */
export const byWords = (text: string): string => text.trim().split(/\s+/).slice(0, 4).join(' ').slice(0, 40)
