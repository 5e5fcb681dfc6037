import { useRef, type PointerEvent } from 'react'
import type { Edit } from '@/core/edits'
import { edit, setDesk, tryEdit } from '../state/desk'
import { onEscape } from '../kit/escape'
import { useView } from '../state/view'

/** Less than this is a click. */
const MOVED_PX = 3

export interface TimeDrag {
  label: string
  /** The edit that the drag stands for when it has gone so many frames; null for none. */
  change: (by: number, e: PointerEvent) => Edit | null
  /** It goes up and down: that it moved so counts as well. */
  upright?: boolean
  /** It was let go where it was pressed. */
  click?: (e: PointerEvent) => void
  /** It is over, in whatever way. */
  over?: () => void
  /** Its edit was made. */
  made?: () => void
}

/**
 * Dragging along the timeline: shown while it goes on, one edit when it is let go, nothing after Escape. `hand` goes on
 * what `begin` lets hold the pointer.
 */
export function useTimeDrag() {
  const drag = useRef<(TimeDrag & { grabbed: number; grabbedY: number; now: Edit | null; moved: boolean }) | null>(null)
  const end = () => {
    const d = drag.current
    drag.current = null
    d?.over?.()
    return d
  }
  const quit = () => {
    if (end()) tryEdit(null)
  }
  return {
    begin(e: PointerEvent, d: TimeDrag, holder: Element = e.currentTarget) {
      holder.setPointerCapture(e.pointerId)
      setDesk({ speed: 0 })
      drag.current = { ...d, grabbed: e.clientX, grabbedY: e.clientY, now: null, moved: false }
      onEscape(quit)
    },
    hand: {
      onPointerMove(e: PointerEvent) {
        const d = drag.current
        if (!d) return
        const gone = Math.max(Math.abs(e.clientX - d.grabbed), d.upright ? Math.abs(e.clientY - d.grabbedY) : 0)
        if (!d.moved && gone < MOVED_PX) return
        d.moved = true
        d.now = d.change(Math.round((e.clientX - d.grabbed) / useView.getState().pxPerFrame), e)
        tryEdit(d.now)
      },
      onPointerUp(e: PointerEvent) {
        const d = end()
        if (!d) return
        if (d.now) {
          if (edit(d.label, d.now)) d.made?.()
        } else tryEdit(null)
        if (!d.moved) d.click?.(e)
      },
      onPointerCancel: quit,
    },
  }
}
