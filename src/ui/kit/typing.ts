/** What is typed in a field and has not been handed on yet. */
export interface Typing {
  /** Where it is typed. */
  node: () => HTMLElement | null
  /** Hands on what was typed, to what the field stood for when it was typed. */
  hand: () => void
}

/** One at a time: to type elsewhere is to hand it on. */
let now: Typing | null = null

/** Hands on what is being typed, if anything: before whatever else is done. */
export function handOn(): void {
  const typing = now
  now = null
  typing?.hand()
}
/** Something is typed now. What was typed in another field is handed on first. */
export function beginTyping(typing: Typing): void {
  if (now === typing) return
  handOn()
  now = typing
}
/** It was handed on or taken back. */
export function endTyping(typing: Typing): void {
  if (now === typing) now = null
}

/** Does something that may move what is pressed: where that can be scrolled, it stays under the pointer. */
function inPlace(pressed: Element, act: () => void): void {
  const before = pressed.getBoundingClientRect().top
  act()
  requestAnimationFrame(() => {
    if (!pressed.isConnected) return
    const by = pressed.getBoundingClientRect().top - before
    for (let e = pressed.parentElement; e && by !== 0; e = e.parentElement)
      if (e.scrollHeight > e.clientHeight && /auto|scroll/.test(getComputedStyle(e).overflowY)) {
        e.scrollTop += by
        return
      }
  })
}

/**
 * Lets whatever is pressed outside of a field hand on what is typed in it before it does anything itself, and leaving
 * the page likewise.
 */
export function watchTyping(): () => void {
  const press = (e: Event) => {
    const node = now?.node()
    if (node && e.target instanceof Node && node.contains(e.target)) return
    if (now && e.target instanceof Element) inPlace(e.target, handOn)
    else handOn()
  }
  const hide = () => {
    if (document.visibilityState === 'hidden') handOn()
  }
  window.addEventListener('pointerdown', press, { capture: true })
  window.addEventListener('drop', handOn, { capture: true })
  window.addEventListener('beforeunload', handOn, { capture: true })
  window.addEventListener('pagehide', handOn, { capture: true })
  document.addEventListener('visibilitychange', hide)
  return () => {
    window.removeEventListener('pointerdown', press, { capture: true })
    window.removeEventListener('drop', handOn, { capture: true })
    window.removeEventListener('beforeunload', handOn, { capture: true })
    window.removeEventListener('pagehide', handOn, { capture: true })
    document.removeEventListener('visibilitychange', hide)
  }
}
if (typeof window !== 'undefined') watchTyping()
