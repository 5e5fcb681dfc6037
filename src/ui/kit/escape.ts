/** Runs `give` when Escape is pressed before the pointer is let go; that Escape does nothing else. */
export function onEscape(give: () => void): void {
  const down = (e: KeyboardEvent) => {
    if (e.key !== 'Escape') return
    e.stopPropagation()
    e.preventDefault()
    give()
  }
  window.addEventListener('keydown', down, { capture: true })
  window.addEventListener('pointerup', () => window.removeEventListener('keydown', down, { capture: true }), {
    once: true,
  })
}
