import { Pipette } from 'lucide-react'
import { useEffect, useState } from 'react'
import { setLook } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { valueAt } from '@/core/values'
import { edit, setBench, useBench } from '../bench/store'
import { Button } from '../kit/button'
import { Tick } from '../kit/fields'
import { playing } from '../preview/player'

const BINS = 64
/** How often each lightness occurs in what is seen of an element, by channel. */
function histogramOf(element: string): number[][] | null {
  const ctx = playing.now?.seen(element, 240)
  if (!ctx) return null
  const { data } = ctx.getImageData(0, 0, ctx.canvas.width, ctx.canvas.height)
  const out = [0, 1, 2].map(() => new Array<number>(BINS).fill(0))
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 128) continue
    for (let c = 0; c < 3; c++) out[c]![(data[i + c]! * BINS) >> 8]!++
  }
  return out
}

const INKS = ['#c8371b', '#3f7d4e', '#2f5fa8']
/** How light and how coloured what an element shows is, at the playhead. */
function Histogram({ element }: { element: string }) {
  const playhead = useBench((b) => b.playhead)
  const still = useBench((b) => b.speed === 0)
  const [bins, setBins] = useState<number[][] | null>(null)
  useEffect(() => {
    if (!still) return undefined
    const timer = setTimeout(() => setBins(histogramOf(element)), 250)
    return () => clearTimeout(timer)
  }, [element, playhead, still])
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
      aria-label="Histogram of what it shows, dark to light, by red, green and blue"
    >
      {bins.map((b, i) => (
        <path key={INKS[i]} d={path(b)} fill={`${INKS[i]}55`} stroke={INKS[i]} strokeWidth={0.5} />
      ))}
    </svg>
  )
}

/** What goes with the values of what is done to pixels: the histogram, and a colour picked on the picture. */
export function PixelSection({ element: e }: { element: Element }) {
  const picking = useBench((b) => b.picking)
  const board = useBench((b) => b.aids.board)
  const aids = useBench((b) => b.aids)
  const has = (path: string) => valueAt(e.look, path) !== null && valueAt(e.look, path) !== undefined
  if (!('key' in e.look) && !('grade' in e.look)) return null
  const pick = (path: string, label: string) => (
    <Button
      pressed={picking?.path === path}
      onClick={() => setBench({ picking: picking?.path === path ? null : { element: e.id, path, label } })}
    >
      <Pipette size={13} />
      {label}
    </Button>
  )
  return (
    <>
      {has('grade') && <Histogram element={e.id} />}
      {has('grade') && (
        <Button onClick={() => edit(`“${e.name}” in black and white`, setLook([e.id], 'grade.saturation', -100))}>
          Black and white
        </Button>
      )}
      {has('key') && pick('key.colour', 'Pick the colour on the picture')}
      {has('key') && (
        <Tick
          label="Show it before a board"
          value={board}
          onChange={(v) => setBench({ aids: { ...aids, board: v } })}
        />
      )}
      {has('swap') && pick('swap.from', 'Pick the colour that changes')}
    </>
  )
}
