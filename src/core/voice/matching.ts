/** A word as it is compared: without signs and accents, in small letters. */
export const sameWord = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^\p{L}\p{N}]/gu, '')

/** A table has so many cells at the most, unless it has to have more. */
const MOST_CELLS = 4_000_000

/**
 * Which words of two texts are the same ones: the longest row of words that both have in the same order. Where a word
 * occurs often, those in longer runs are taken.
 *
 * @returns for each word of the second text the index of its mate in the first one, or -1
 */
export function matedWords(before: readonly string[], after: readonly string[]): number[] {
  const [a, b] = [before.map(sameWord), after.map(sameWord)]
  const out = new Array<number>(b.length).fill(-1)
  // Of long texts, what is the same at both ends needs no table.
  const long = a.length * b.length > MOST_CELLS
  let first = 0
  while (long && first < a.length && first < b.length && a[first] === b[first]) {
    out[first] = first
    first++
  }
  let [endA, endB] = [a.length, b.length]
  while (long && endA > first && endB > first && a[endA - 1] === b[endB - 1]) out[--endB] = --endA
  const [n, m] = [endA - first, endB - first]
  if (n === 0 || m === 0) return moved(a, b, out)
  // A mate right after the one before counts a little more: runs hold together.
  const width = m + 1
  const best = new Float32Array((n + 1) * width)
  const run = new Uint16Array((n + 1) * width)
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--) {
      const at = i * width + j
      const skip = Math.max(best[at + width]!, best[at + 1]!)
      if (a[first + i] === b[first + j] && a[first + i] !== '') {
        const goesOn = run[at + width + 1]! > 0 ? 1.2 : 1
        const take = best[at + width + 1]! + goesOn
        if (take >= skip) {
          best[at] = take
          run[at] = 1
          continue
        }
      }
      best[at] = skip
    }
  for (let i = 0, j = 0; i < n && j < m;) {
    const at = i * width + j
    if (run[at]) out[first + j++] = first + i++
    else if (best[at + width]! >= best[at + 1]!) i++
    else j++
  }
  return moved(a, b, out)
}

/** So many words in a row are the same ones although they stand elsewhere. */
const MOVED = 3
/** Runs of words that stand elsewhere in the second text: the longest first, as long as there are any. */
function moved(a: readonly string[], b: readonly string[], out: number[]): number[] {
  const taken = new Set(out.filter((i) => i >= 0))
  const free = (i: number, j: number) => out[j] === -1 && !taken.has(i) && a[i] === b[j] && a[i] !== ''
  const at = new Map<string, number[]>()
  a.forEach((w, i) => {
    if (!taken.has(i) && w !== '') at.set(w, [...(at.get(w) ?? []), i])
  })
  const runs = b.flatMap((w, j) => {
    if (out[j] !== -1) return []
    return (at.get(w) ?? []).flatMap((i) => {
      if (i > 0 && j > 0 && free(i - 1, j - 1)) return []
      let long = 0
      while (i + long < a.length && j + long < b.length && free(i + long, j + long)) long++
      return long >= MOVED ? [{ i, j, long }] : []
    })
  })
  for (const { i, j, long } of runs.sort((x, y) => y.long - x.long)) {
    let k = 0
    while (k < long && free(i + k, j + k)) k++
    if (k < MOVED) continue
    for (let n = 0; n < k; n++) {
      out[j + n] = i + n
      taken.add(i + n)
    }
  }
  return out
}
