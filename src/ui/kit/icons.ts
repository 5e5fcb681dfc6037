/** The icons that ship: by name, their outline and what they mean. */
export type Icons = Record<string, [d: string, words: string]>
let loaded: Promise<Icons> | null = null
export const loadIcons = (): Promise<Icons> =>
  (loaded ??= fetch('/icons.json')
    .then((r) => r.json() as Promise<{ icons: Icons }>)
    .then((r) => r.icons))

const USED = 'vivid-vane-icons'
/** The icons that were used last in this browser. */
export const iconsUsed = (): string[] => {
  try {
    return JSON.parse(localStorage.getItem(USED) ?? '[]') as string[]
  } catch {
    return []
  }
}
/** So many are shown at once. */
const MOST = 96

/** Icons whose name or meaning holds every word; by name before by meaning, and those used before first of all. */
export function iconsFound(set: Icons, sought: string, used: readonly string[]): string[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean)
  const rank = (name: string, meaning: string): number => {
    if (words.length === 0) return used.includes(name) ? 0 : 2
    if (!words.every((w) => name.includes(w) || meaning.includes(w))) return -1
    return (used.includes(name) ? 0 : 1) + (words.every((w) => name.includes(w)) ? 0 : 2)
  }
  return Object.entries(set)
    .map(([name, [, meaning]]) => ({ name, at: rank(name, meaning) }))
    .filter((x) => x.at >= 0)
    .sort((a, b) => a.at - b.at)
    .slice(0, MOST)
    .map((x) => x.name)
}

/** Remembers that an icon was used. */
export const rememberIcon = (name: string): void =>
  localStorage.setItem(USED, JSON.stringify([name, ...iconsUsed().filter((x) => x !== name)].slice(0, 24)))
