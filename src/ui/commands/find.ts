import { alsoCalled } from './alsoCalled'
import type { Command } from './command'

/**
 * Commands with every typed word in their titles, or in the other words that they are known by; those with it at the
 * start of the title come first, then at the start of a word of it, those that are only called so elsewhere last.
 */
export function findCommands(commands: readonly Command[], typed: string): Command[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const [first] = words
  if (first === undefined) return [...commands]
  const also = (c: Command) => alsoCalled[c.id]?.toLowerCase() ?? ''
  const rank = (c: Command) => {
    const title = c.title.toLowerCase()
    if (!words.every((w) => title.includes(w))) return 4
    if (title.startsWith(first)) return 0
    if (title.includes(` ${first}`)) return 1
    return ` ${also(c)}`.includes(` ${first}`) ? 2 : 3
  }
  return commands
    .filter((c) => words.every((w) => `${c.title.toLowerCase()} ${also(c)}`.includes(w)))
    .toSorted((a, b) => rank(a) - rank(b))
}
