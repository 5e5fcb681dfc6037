'use client'

import { Tooltip } from 'radix-ui'
import { useEffect, useState } from 'react'

/** Something is pointed at for so long before its tip is shown; right after another tip, at once. */
const WAIT_MS = 400
const SOON_MS = 300

interface Tip {
  text: string
  keys: string
  at: DOMRect
}

const owner = (target: EventTarget | null): HTMLElement | null =>
  target instanceof Element ? target.closest<HTMLElement>('[data-tip]') : null

/** Tells which tip is to be shown, as the pointer and the keyboard go over the page; null: none. @returns to stop */
function watchTips(tell: (tip: Tip | null) => void): () => void {
  // What was pressed keeps quiet until it is left and come to again.
  let over: HTMLElement | null = null
  // What comes under a pointer that rests is not pointed at.
  let rests = { x: NaN, y: NaN }
  let timer: ReturnType<typeof setTimeout> | undefined
  let shown = false
  let hidden = -Infinity
  const hide = () => {
    clearTimeout(timer)
    if (!shown) return
    shown = false
    hidden = performance.now()
    tell(null)
  }
  const show = (element: HTMLElement) => {
    if (!element.isConnected) return
    shown = true
    tell({ text: element.dataset.tip!, keys: element.dataset.keys ?? '', at: element.getBoundingClientRect() })
  }
  const enter = (element: HTMLElement | null, now = false) => {
    if (element === over) return
    hide()
    over = element
    if (!element) return
    if (now || performance.now() - hidden < SOON_MS) show(element)
    else timer = setTimeout(() => show(element), WAIT_MS)
  }
  const listening = new AbortController()
  const on = <K extends keyof DocumentEventMap>(type: K, hear: (e: DocumentEventMap[K]) => void) =>
    document.addEventListener(type, hear, { capture: true, passive: true, signal: listening.signal })
  on('pointerover', (e) => {
    if (e.pointerType === 'touch' || e.buttons !== 0) return
    if (e.screenX !== rests.x || e.screenY !== rests.y) return enter(owner(e.target))
    hide()
    over = owner(e.target)
  })
  const rest = (e: PointerEvent) => {
    rests = { x: e.screenX, y: e.screenY }
  }
  on('pointermove', rest)
  on('pointerout', (e) => {
    if (!e.relatedTarget) enter(null)
  })
  on('focusin', (e) => {
    const element = owner(e.target)
    if (element?.matches(':focus-visible')) enter(element, true)
  })
  on('focusout', (e) => {
    if (over && owner(e.target) === over) enter(null)
  })
  on('keydown', (e) => {
    if (e.key === 'Escape') hide()
  })
  on('pointerdown', (e) => {
    rest(e)
    hide()
  })
  on('scroll', hide)
  return () => {
    listening.abort()
    clearTimeout(timer)
  }
}

/**
 * The one tip of a page: the text of the `data-tip` that is pointed at or has the keyboard, and its key from
 * `data-keys`.
 */
export function Tips() {
  const [tip, setTip] = useState<Tip | null>(null)
  useEffect(() => watchTips(setTip), [])
  if (!tip) return null
  const { x, y, width, height } = tip.at
  return (
    <Tooltip.Provider>
      <Tooltip.Root open>
        <Tooltip.Trigger asChild>
          <span aria-hidden className="pointer-events-none fixed" style={{ left: x, top: y, width, height }} />
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={4}
            className="pointer-events-none z-50 rounded bg-ink px-2 py-1 text-xs text-paper"
          >
            {tip.text}
            {tip.keys && <kbd className="ml-2 font-code text-[11px] opacity-70">{tip.keys}</kbd>}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  )
}
