import { create } from 'zustand'

/**
 * How the timeline is looked at: pixels of the screen for one frame, the first pixel in sight, and which tracks and
 * lessons in it are folded up.
 */
export const useView = create<{ pxPerFrame: number; left: number; width: number; folded: string[] }>(() => ({
  pxPerFrame: 0.5,
  left: 0,
  width: 900,
  folded: [],
}))
export const fold = (id: string): void =>
  useView.setState((v) => ({ folded: v.folded.includes(id) ? v.folded.filter((x) => x !== id) : [...v.folded, id] }))
export const HEAD_PX = 132
export const CATCH_PX = 8
const MOST = 40
export function zoomTimeline(factor: number, aroundPx: number, scroller: HTMLElement | null, length: number): void {
  const { pxPerFrame, width } = useView.getState()
  const least = Math.max(0.002, (width - 24) / Math.max(1, length)) * 0.5
  const next = Math.min(MOST, Math.max(least, pxPerFrame * factor))
  if (!scroller) {
    useView.setState({ pxPerFrame: next })
    return
  }
  const frame = (scroller.scrollLeft + aroundPx) / pxPerFrame
  useView.setState({ pxPerFrame: next })
  requestAnimationFrame(() => {
    scroller.scrollLeft = frame * next - aroundPx
  })
}
/** All of a lesson is in sight, from its first frame on. */
export function fitTimeline(length: number, scroller: HTMLElement | null): void {
  useView.setState((v) => ({ pxPerFrame: Math.min(MOST, Math.max(0.002, (v.width - 24) / Math.max(1, length))) }))
  if (scroller) scroller.scrollLeft = 0
}
