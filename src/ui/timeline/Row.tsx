import { useMemo } from 'react'
import { elementIn } from '@/core/edits'
import { isClip } from '@/core/kinds'
import type { Catch } from '@/core/moments'
import { innerElements } from '@/core/scene'
import { useDesk, useShown } from '../state/desk'
import { useView } from '../state/view'
import { ClipBar } from './ClipBar'
import { ElementBar } from './ElementBar'
import { InnerBar } from './InnerBar'
import type { TrackRow } from './rows'
import { Specks, type Speck } from './Specks'

/** A bar shorter than this is drawn together with those around it, unless it is selected. */
const SPECK_PX = 6
export interface RowProps {
  row: TrackRow
  from: number
  to: number
  onCatch: (c: Catch | null) => void
  frameAt: (x: number) => number
}
/**
 * The elements of a track that are in sight: in the lanes that they had before a drag, so that none jumps about
 * meanwhile.
 */
export function Row({ row, from, to, onCatch, frameAt }: RowProps) {
  const timed = useShown()
  const settled = useDesk((b) => b.timed)
  const selected = useDesk((b) => b.elements)
  const { pxPerFrame } = useView()
  const { specks, bars } = useMemo(() => {
    const inside = innerElements(settled)
    const short: Speck[] = []
    const long: number[] = []
    row.elements.forEach((e, n) => {
      const span = settled.spans.get(e.id) ?? inside.get(e.id)
      if (!span || span.to < from || span.from > to) return
      const width = (span.to - span.from) * pxPerFrame
      if (width < SPECK_PX && !selected.includes(e.id) && !isClip(e) && !inside.has(e.id))
        short.push({ element: e, x: span.from * pxPerFrame, width, lane: row.lane[n]! })
      else long.push(n)
    })
    return { specks: short, bars: long }
  }, [row, settled, from, to, pxPerFrame, selected])
  return (
    <>
      {row.blocks.map(({ group, from: first, to: last, depth }) => (
        <span
          key={group.id}
          aria-hidden
          className="pointer-events-none absolute z-[3] rounded border-l-2 border-ink/40 bg-ink/[0.06]"
          style={{
            left: settled.spans.get(group.id)!.from * pxPerFrame - 4 + depth * 4,
            width: (settled.spans.get(group.id)!.to - settled.spans.get(group.id)!.from) * pxPerFrame + 8 - depth * 8,
            top: first * row.each + 1,
            height: (last - first) * row.each,
          }}
        />
      ))}
      <Specks specks={specks} width={timed.length * pxPerFrame} height={row.height} lanePx={row.each} />
      {bars.map((n) => (
        <Bar key={row.elements[n]!.id} {...{ row, n, from, to, onCatch, frameAt }} />
      ))}
    </>
  )
}

/** The bar of the nth element of a track: a clip’s, an element’s, or that of what is in a lesson that is placed. */
function Bar({ row, n, from, to, onCatch, frameAt }: RowProps & { n: number }) {
  const timed = useShown()
  const { id } = row.elements[n]!
  const top = 2 + row.lane[n]! * row.each
  const inner = innerElements(timed).get(id)
  if (inner) return <InnerBar inner={inner} top={top} frameAt={frameAt} />
  const e = elementIn(timed.lesson, id)
  if (!e) return null
  const clip = isClip(e) ? timed.clips.find((c) => c.id === id) : undefined
  if (clip) return <ClipBar clip={clip} top={top + 1} height={row.each} {...{ onCatch, from, to, frameAt }} />
  return (
    <ElementBar
      element={e}
      span={timed.spans.get(id)!}
      top={top}
      free={row.free[n]!}
      depth={row.depth[n]!}
      onCatch={onCatch}
    />
  )
}
