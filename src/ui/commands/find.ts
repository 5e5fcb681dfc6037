import type { Command } from './command'

/**
 * Commands with every typed word in their titles; those with it at the start of the title come first, then at the start
 * of a word.
 */
export function findCommands(commands: readonly Command[], typed: string): Command[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const rank = (title: string) => (title.startsWith(words[0]!) ? 0 : title.includes(` ${words[0]!}`) ? 1 : 2)
  const found = commands.filter((c) => words.every((w) => c.title.toLowerCase().includes(w)))
  return words.length ? found.toSorted((a, b) => rank(a.title.toLowerCase()) - rank(b.title.toLowerCase())) : found
}
