import { useEffect, useState } from 'react'
import { setLook } from '@/core/edits'
import { below } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { valueAt } from '@/core/values'
import { histogram } from '@/core/vision/colours'
import { edit, setDesk, useDesk } from '../state/desk'
import { Button } from '../kit/button'
import { Tick } from '../fields/fields'
import { seenAlone } from '../preview/player'
import { inWords, said } from '../../words/words'

const BINS = 64
const INKS = ['#c8371b', '#3f7d4e', '#2f5fa8']
/** The picture has come to rest when nothing moved for so long. */
const RESTS_MS = 250
/** How light and how coloured what an element shows is, or all up to it, at the playhead. */
function Histogram({ element, how, looks }: { element: string; how: 'worked' | 'upTo'; looks: object }) {
  const playhead = useDesk((b) => b.playhead)
  const still = useDesk((b) => b.speed === 0)
  const [bins, setBins] = useState<number[][] | null>(null)
  useEffect(() => {
    if (!still) return undefined
    const timer = setTimeout(() => {
      const picture = seenAlone(element, 240, how)
      setBins(picture && histogram(picture, BINS))
    }, RESTS_MS)
    return () => clearTimeout(timer)
  }, [element, playhead, still, how, looks])
  if (!bins) return null
  const most = Math.max(1, ...bins.map((b) => [...b].sort((x, y) => y - x)[2]!))
  const point = (v: number, i: number) => `L${(i / (BINS - 1)) * 100} ${40 - Math.min(1, Math.sqrt(v / most)) * 38}`
  const path = (b: number[]) => `M0 40 ${b.map(point).join(' ')} L100 40 Z`
  return (
    <svg
      viewBox="0 0 100 40"
      preserveAspectRatio="none"
      className="h-14 w-full rounded border border-edge bg-card"
      role="img"
      aria-label={inWords('details.histogramOfWhatItShows')}
    >
      {bins.map((b, i) => (
        <path key={INKS[i]} d={path(b)} fill={`${INKS[i]}55`} stroke={INKS[i]} strokeWidth={0.5} />
      ))}
    </svg>
  )
}

/** What goes with the values of what is done to pixels. */
export function PixelSection({ element: e }: { element: Element }) {
  const aids = useDesk((b) => b.aids)
  const board = (on: boolean) => setDesk({ aids: { ...aids, board: on } })
  return (
    <>
      {below(e)?.does === 'treat' && <Histogram element={e.id} how="upTo" looks={e.look} />}
      {Boolean(valueAt(e.look, 'grade')) && (
        <>
          <Histogram element={e.id} how="worked" looks={e.look} />
          <Button
            onClick={() => edit(said('details.inBlackAndWhite', e.name), setLook([e.id], 'grade.saturation', -100))}
          >
            {inWords('details.blackAndWhite')}
          </Button>
        </>
      )}
      {Boolean(valueAt(e.look, 'key')) && (
        <Tick label={inWords('details.previewItOnACheckerboard')} value={aids.board} onChange={board} />
      )}
    </>
  )
}
