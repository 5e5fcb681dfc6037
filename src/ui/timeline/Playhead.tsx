import { useLayoutEffect, type RefObject } from 'react'
import { useDesk } from '../state/desk'
import { HEAD_PX, useView } from '../state/view'

/** The line at the playhead; it keeps itself in sight. */
export function Playhead({ scroller }: { scroller: RefObject<HTMLDivElement | null> }) {
  const playhead = useDesk((b) => b.playhead)
  const running = useDesk((b) => b.speed > 0)
  const { pxPerFrame, width } = useView()
  useLayoutEffect(() => {
    const box = scroller.current
    const x = playhead * pxPerFrame
    if (box && (x < box.scrollLeft || x > box.scrollLeft + width - 30))
      box.scrollTo({ left: Math.max(0, x - (running ? 40 : width / 2)) })
  }, [scroller, playhead, pxPerFrame, width, running])
  return (
    <div
      data-testid="playhead"
      className="pointer-events-none absolute top-0 bottom-0 left-0 z-20 w-px bg-accent will-change-transform"
      style={{ transform: `translateX(${HEAD_PX + (playhead + 0.5) * pxPerFrame}px)` }}
    >
      <span className="absolute -left-[5px] top-0 border-x-[5.5px] border-t-8 border-x-transparent border-t-accent" />
    </div>
  )
}
