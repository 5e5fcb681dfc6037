/** What has one key in common, by that key; in the order given. */
export function groupedBy<T, K>(list: Iterable<T>, keyOf: (item: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>()
  for (const item of list) {
    const key = keyOf(item)
    const group = out.get(key)
    if (group) group.push(item)
    else out.set(key, [item])
  }
  return out
}
