import { isView } from '@/core/kinds'
import { useMemo } from 'react'
import { framingAt } from '@/core/framing'
import { desk, goTo, select, useShown } from '../state/desk'
import { useSame } from '../kit/useSame'
import { HEAD_PX, useView } from '../state/view'
import { inWords } from '../../words/words'

/** The zoom that has the last word at a frame. */
function viewAt(frame: number): string | undefined {
  const { lesson, spans } = desk().timed
  return lesson.elements.findLast((e) => {
    const span = spans.get(e.id)
    return isView(e) && span !== undefined && span.from <= frame && frame < span.to
  })?.id
}

/** How close the view is, over time, as one ribbon; a press selects the zoom that makes it so. */
export function FramingRibbon({ from, to, frameAt }: { from: number; to: number; frameAt: (x: number) => number }) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const first = Math.max(0, Math.floor(from))
  const last = Math.min(timed.length, Math.ceil(to))
  // It is drawn again only when something that frames has changed.
  const framing = useSame(
    timed.lesson.elements.flatMap((e) => {
      const span = timed.spans.get(e.id)!
      return isView(e) ? [e, span.from, span.to] : []
    }),
  )
  const path = useMemo(() => {
    const step = Math.max(1, Math.round(3 / pxPerFrame))
    let d = `M${first * pxPerFrame} 14`
    for (let f = first; f <= last; f += step)
      d +=
        ` L${(f * pxPerFrame).toFixed(1)} ` +
        `${(12 - 10 * (1 - framingAt(timed, Math.min(f, timed.length - 1)).w / timed.lesson.frame.width)).toFixed(1)}`
    return `${d} L${last * pxPerFrame} 14 Z`
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `framing` says when `timed` differs in what counts here
  }, [framing, first, last, pxPerFrame])
  return (
    <div className="flex h-[15px] border-t border-edge">
      <div
        className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 text-[11px] leading-[14px] text-muted"
        style={{ width: HEAD_PX }}
      >
        {inWords('timeline.framing')}
      </div>
      <div
        className="relative flex-1 overflow-hidden"
        data-lane="framing"
        onPointerDown={(e) => {
          const view = e.button === 0 ? viewAt(frameAt(e.clientX)) : undefined
          if (!view) return
          e.stopPropagation()
          goTo(frameAt(e.clientX))
          select([view])
        }}
      >
        <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
          <path d={path} fill="#b8321a" fillOpacity={0.55} />
        </svg>
      </div>
    </div>
  )
}
