import { useEffect } from 'react'
import { bench } from '../bench/store'
import { COMMANDS, runCommand } from './commands'

const BY_KEY = new Map<string, string[]>()
for (const c of COMMANDS) for (const key of c.keys?.split(' ') ?? []) BY_KEY.set(key, [...(BY_KEY.get(key) ?? []), c.id])

/** A key press as the commands name it. Symbols that need Shift stand for themselves. */
function nameOf(e: KeyboardEvent): string {
  const key = e.key === ' ' ? 'Space' : e.key
  const symbol = key.length === 1 && !/[a-z0-9]/i.test(key)
  const shift = e.shiftKey && (!symbol || key === '>' || key === '<' || key === ')') ? 'Shift+' : ''
  return `${e.ctrlKey || e.metaKey ? 'Ctrl+' : ''}${shift}${key}`
}
const isTyping = (t: EventTarget | null) => t instanceof HTMLElement && (t.matches('input:not([type=checkbox]):not([type=color]), textarea, select') || t.isContentEditable)

/** Runs commands by their keys, while nothing is being typed and no dialog is open. With elements selected, arrow keys move those. */
export function useKeys(): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      // What a menu or a popover has answered to is not meant for the workbench.
      if (e.defaultPrevented || isTyping(e.target) || bench().panel !== 'none' || e.altKey) return
      if (document.querySelector('[role=menu]')) return
      const ids = BY_KEY.get(nameOf(e))
      if (!ids) return
      if (e.key === ' ' && e.target instanceof HTMLElement && e.target.matches('input')) return
      const nudges = bench().elements.length > 0 && e.key.startsWith('Arrow')
      const id = ids.find((x) => x.startsWith('nudge') === nudges) ?? ids[0]!
      if (!nudges && id.startsWith('nudge')) return
      e.preventDefault()
      runCommand(id)
    }
    window.addEventListener('keydown', down)
    return () => window.removeEventListener('keydown', down)
  }, [])
}
