import { clipEnd } from '@/core/lesson/clips'
import type { Detail } from '@/core/review/hiding'
import { detailOf } from '@/core/vision/colours'
import { desk } from '../state/desk'
import { seenAlone } from '../preview/player'

const COLUMNS = 32
const ROWS = 18
const CELL = 15
/** How much there is to see where on the screen below an element, at the playhead. */
export function detailBelow(element: string): Detail | null {
  const { timed, playhead } = desk()
  const pictures = timed.clips
    .filter((c) => c.id !== element && c.at <= playhead && playhead < clipEnd(c))
    .flatMap((c) => seenAlone(c.id, COLUMNS * CELL) ?? [])
  if (pictures.length === 0) return null
  const all = pictures.map((p) => detailOf(p, COLUMNS, ROWS))
  return { columns: COLUMNS, rows: ROWS, cells: all[0]!.map((_, i) => all.reduce((sum, cells) => sum + cells[i]!, 0)) }
}
