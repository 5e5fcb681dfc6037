import { kindName, kindOf } from '@/core/kinds'
import type { Inner } from '@/core/scene'
import { goInside } from '../state/inside'
import { KindIcon } from '../kit/kindIcon'
import { LANE_PX } from './rows'
import { useView } from '../state/view'
import { inWords } from '../../words/words'

/** From so many pixels on its name stands on it. */
const NAMED_PX = 60

/** An element of a lesson in this one, in the row below it; pressed, it is gone to, where it can be edited. */
export function InnerBar({
  inner: { by, element: e, from, to },
  top,
  frameAt,
}: {
  inner: Inner
  /** Pixels from the top of its track. */
  top: number
  frameAt: (x: number) => number
}) {
  const { pxPerFrame } = useView()
  const { swatch } = kindOf(e)
  const width = Math.max(4, (to - from) * pxPerFrame)
  const go = (frame: number) => goInside(by.id, frame, [e.id])
  return (
    <button
      type="button"
      data-inner={e.id}
      title={inWords('timeline.inPressToGoTo', e.name, by.name)}
      className={
        'absolute z-[6] flex cursor-pointer items-center gap-1 overflow-hidden rounded border border-dashed ' +
        'border-ink/50 px-1 text-left text-[11px] text-ink hover:border-accent'
      }
      style={{
        left: from * pxPerFrame,
        width,
        top: top + 2,
        height: LANE_PX - 8,
        backgroundColor: swatch.colour,
        backgroundImage: swatch.pattern,
        backgroundSize: swatch.tile,
      }}
      onPointerDown={(p) => p.stopPropagation()}
      onClick={(p) => go(p.detail === 0 ? from : frameAt(p.clientX))}
    >
      {width >= NAMED_PX && (
        <span className="flex min-w-0 items-center gap-1 rounded bg-card/70 px-1">
          <KindIcon kind={kindName(e)} size={11} />
          <span className="truncate">{e.name}</span>
        </span>
      )}
    </button>
  )
}
