import { useEffect } from 'react'
import { desk } from '../state/desk'
import { COMMANDS, runCommand } from './commands'
import { keyName } from '../kit/keyName'

const BY_KEY = new Map<string, string[]>()
for (const c of COMMANDS)
  for (const key of c.keys?.split(' ') ?? []) BY_KEY.set(key, [...(BY_KEY.get(key) ?? []), c.id])

const FIELDS = 'input, textarea, select, [role=combobox], [role=listbox], [role=menu]'
const CHOSEN_BY_ARROWS = '[role=radio], [role=slider]'
/**
 * Whether a key press belongs to what has the focus and not to the workbench: letters and Space in any field, Space and
 * Enter on a button that was come to by keyboard.
 */
function isMeantThere(e: KeyboardEvent): boolean {
  const t = e.target
  if (!(t instanceof HTMLElement)) return false
  const tick = t.matches('input[type=checkbox], input[type=color]')
  // A list takes letters and arrows; what is done with Ctrl is none of its business.
  if (t.matches('select') && (e.ctrlKey || e.metaKey)) return false
  if (t.isContentEditable || (t.matches(FIELDS) && !tick)) return true
  if (tick) return !e.ctrlKey && !e.metaKey && e.key !== 'Escape'
  if (t.matches(CHOSEN_BY_ARROWS) && e.key.startsWith('Arrow')) return true
  return (
    (e.key === ' ' || e.key === 'Enter') &&
    t.matches('button:focus-visible, a:focus-visible, [role=button]:focus-visible')
  )
}

/**
 * Runs commands by their keys, while nothing is being typed and no dialog is open. With elements selected, arrow keys
 * move those.
 */
export function useKeys(): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      // What a menu or a popover has answered to is not meant for the workbench.
      if (e.defaultPrevented || isMeantThere(e) || desk().panel !== 'none') return
      if (document.querySelector('[role=menu]')) return
      const ids = BY_KEY.get(keyName(e))
      if (!ids) return
      const nudges = desk().elements.length > 0 && e.key.startsWith('Arrow')
      const id = ids.find((x) => x.startsWith('nudge') === nudges) ?? ids[0]!
      if (!nudges && id.startsWith('nudge')) return
      e.preventDefault()
      runCommand(id)
    }
    window.addEventListener('keydown', down)
    return () => window.removeEventListener('keydown', down)
  }, [])
}
