'use client'

import { Tooltip } from 'radix-ui'
import { useEffect, useState } from 'react'

/** Something is pointed at for so long before its tip is shown; right after another tip, at once. */
const WAIT_MS = 400
const SOON_MS = 300

interface Tip { text: string; keys: string; at: DOMRect }

const owner = (target: EventTarget | null): HTMLElement | null => (target instanceof Element ? target.closest<HTMLElement>('[data-tip]') : null)

/** The one tip of a page: the text of the `data-tip` that is pointed at or has the keyboard, and its key from `data-keys`. */
export function Tips() {
  const [tip, setTip] = useState<Tip | null>(null)
  useEffect(() => {
    let over: HTMLElement | null = null
    let timer: ReturnType<typeof setTimeout> | undefined
    let shown = false
    let hidden = -Infinity
    const hide = () => {
      clearTimeout(timer)
      over = null
      if (!shown) return
      shown = false
      hidden = performance.now()
      setTip(null)
    }
    const show = (element: HTMLElement) => {
      if (!element.isConnected) return
      shown = true
      setTip({ text: element.dataset.tip!, keys: element.dataset.keys ?? '', at: element.getBoundingClientRect() })
    }
    const enter = (element: HTMLElement | null, now = false) => {
      if (element === over) return
      hide()
      over = element
      if (!element) return
      if (now || performance.now() - hidden < SOON_MS) show(element)
      else timer = setTimeout(() => show(element), WAIT_MS)
    }
    const onOver = (e: PointerEvent) => { if (e.pointerType !== 'touch' && e.buttons === 0) enter(owner(e.target)) }
    const onFocus = (e: FocusEvent) => { const element = owner(e.target); if (element?.matches(':focus-visible')) enter(element, true) }
    const onKey = (e: KeyboardEvent) => { if (e.key === 'Escape') hide() }
    const quiet = { passive: true, capture: true }
    document.addEventListener('pointerover', onOver, quiet)
    document.addEventListener('focusin', onFocus, quiet)
    document.addEventListener('keydown', onKey, quiet)
    const ends = ['pointerdown', 'focusout', 'scroll', 'pointerleave'] as const
    for (const end of ends) document.addEventListener(end, hide, quiet)
    return () => {
      hide()
      document.removeEventListener('pointerover', onOver, quiet)
      document.removeEventListener('focusin', onFocus, quiet)
      document.removeEventListener('keydown', onKey, quiet)
      for (const end of ends) document.removeEventListener(end, hide, quiet)
    }
  }, [])
  if (!tip) return null
  const { x, y, width, height } = tip.at
  return (
    <Tooltip.Provider>
      <Tooltip.Root open>
        <Tooltip.Trigger asChild><span aria-hidden className="pointer-events-none fixed" style={{ left: x, top: y, width, height }} /></Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content sideOffset={4} className="pointer-events-none z-50 rounded bg-ink px-2 py-1 text-xs text-paper">
            {tip.text}{tip.keys && <kbd className="ml-2 font-code text-[11px] opacity-70">{tip.keys}</kbd>}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  )
}
