import { useState, type PointerEvent } from 'react'

/** What a press becomes while it is held, until it is let go, lost or given up by Escape. */
export interface Gesture {
  /** It is a drag once it has gone so many pixels of the screen; at once without this. */
  slop?: number
  /** Whether only what it went across counts for that. */
  across?: boolean
  drag?(e: PointerEvent): void
  /** It was dragged, and let go. */
  drop?(e: PointerEvent): void
  /** It was let go where it was pressed. */
  tap?(e: PointerEvent): void
  /** It was lost or given up: what it showed is taken back. */
  quit?(): void
  /** It is over, in whatever way; before `drop`, `tap` or `quit`. */
  over?(): void
}
/** What holds the pointer; `late`, only once it is dragged, so that what lies in it can be pressed. */
interface Holding {
  holder: Element
  late: boolean
}
interface Held extends Holding {
  gesture: Gesture
  x: number
  y: number
  moved: boolean
  forget: () => void
}

/**
 * Calls `quit` when Escape is pressed, which then does nothing else, or when the pointer is let go and nobody was told.
 *
 * @returns what ends that
 */
function onLost(quit: () => void): () => void {
  const down = (e: KeyboardEvent) => {
    if (e.key !== 'Escape') return
    e.stopPropagation()
    e.preventDefault()
    quit()
  }
  // What holds the pointer hears of it before the window does, where it still stands.
  window.addEventListener('keydown', down, { capture: true })
  window.addEventListener('pointerup', quit)
  return () => {
    window.removeEventListener('keydown', down, { capture: true })
    window.removeEventListener('pointerup', quit)
  }
}

/** One press at a time that can become a drag: `press` begins it, `hand` goes on what holds the pointer. */
export function gestures() {
  let held: Held | null = null
  const end = (): Held | null => {
    const h = held
    held = null
    h?.forget()
    h?.gesture.over?.()
    return h
  }
  const quit = () => end()?.gesture.quit?.()
  return {
    press(e: PointerEvent, gesture: Gesture, { holder = e.currentTarget, late = false }: Partial<Holding> = {}) {
      quit()
      if (!late) holder.setPointerCapture(e.pointerId)
      held = { gesture, x: e.clientX, y: e.clientY, moved: false, holder, late, forget: onLost(quit) }
    },
    hand: {
      onPointerMove(e: PointerEvent) {
        const h = held
        if (!h) return
        if (e.buttons === 0) {
          // It was let go outside the page.
          quit()
          return
        }
        const { slop = 0, across = false } = h.gesture
        const gone = Math.max(Math.abs(e.clientX - h.x), across ? 0 : Math.abs(e.clientY - h.y))
        if (!h.moved && gone < slop) return
        if (!h.moved && h.late) h.holder.setPointerCapture(e.pointerId)
        h.moved = true
        h.gesture.drag?.(e)
      },
      onPointerUp(e: PointerEvent) {
        const h = end()
        if (h?.moved) h.gesture.drop?.(e)
        else h?.gesture.tap?.(e)
      },
      onPointerCancel: quit,
    },
  }
}
/** The same, for a component as long as it stands. */
export const useGesture = (): ReturnType<typeof gestures> => useState(gestures)[0]
