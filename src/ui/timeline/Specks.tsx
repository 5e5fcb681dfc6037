import { kindOf } from '@/core/kinds'
import { memo } from 'react'
import type { Element } from '@/core/lesson/schema'
import { select } from '../state/desk'
import { LANE_PX } from './rows'
import { inWords } from '../../words/words'

/** A bar too short to be taken hold of by itself. */
export interface Speck {
  element: Element
  x: number
  width: number
  lane: number
}

interface Props {
  specks: readonly Speck[]
  width: number
  height: number
  /** How high a lane of the track is. */
  lanePx: number
}

/** So many bars in a row are drawn together. */
const NEIGHBOURS = 100

/**
 * Bars of a track that are too short to be told apart, drawn as one; pressed, the nearest is selected and gets a bar of
 * its own.
 */
export const Specks = memo(
  function Specks({ specks, width, height, lanePx }: Props) {
    if (specks.length === 0) return null
    // One path of neighbours and a colour each: what is drawn over a few of them does not have all of them drawn again.
    const paths = new Map<string, { colour: string; d: string }>()
    for (const [i, { element, x, width: w, lane }] of specks.entries()) {
      const { colour } = kindOf(element).swatch
      const key = `${Math.floor(i / NEIGHBOURS)} ${colour}`
      const wide = Math.max(1, w).toFixed(1)
      const path = paths.get(key) ?? { colour, d: '' }
      paths.set(key, { colour, d: `${path.d}M${x.toFixed(1)} ${2 + lane * lanePx}h${wide}v${LANE_PX - 4}h-${wide}z` })
    }
    const press = (e: React.PointerEvent<SVGSVGElement>) => {
      if (e.button !== 0) return
      const box = e.currentTarget.getBoundingClientRect()
      const [px, py] = [e.clientX - box.left, e.clientY - box.top]
      const near = specks
        .map((s) => ({
          s,
          off: Math.max(0, s.x - px, px - s.x - s.width) + 4 * Math.abs(Math.floor(py / lanePx) - s.lane),
        }))
        .reduce((a, b) => (b.off < a.off ? b : a))
      if (near.off > 8) return
      e.stopPropagation()
      select([near.s.element.id])
    }
    return (
      <svg
        className="absolute inset-0 z-[4]"
        width={width}
        height={height}
        data-specks={specks.length}
        onPointerDown={press}
        aria-label={inWords('timeline.elementsTooShortToBe', specks.length)}
        role="img"
      >
        {[...paths].map(([key, { colour, d }]) => (
          <path key={key} d={d} fill={colour} stroke="#2b2118" strokeOpacity={0.45} strokeWidth={0.6} />
        ))}
      </svg>
    )
  },
  (a, b) =>
    a.width === b.width &&
    a.height === b.height &&
    a.lanePx === b.lanePx &&
    a.specks.length === b.specks.length &&
    a.specks.every((s, i) => {
      const o = b.specks[i]!
      return s.element === o.element && s.x === o.x && s.width === o.width && s.lane === o.lane
    }),
)
