import { CALM, followInput, followStands, framingAt, viewer, type FollowInput, type Whole } from '@/core/framing'
import { outsideIn } from '@/core/findings'
import type { Rect } from '@/core/geometry'
import { explainedIn, timedOf } from '@/core/scene'
import type { Trace } from '@/core/trace'
import { explainingLesson } from '../testing/corpus/explaining'
import type { Figure } from './report'

const LESSONS = 60
const pc = (v: number): string => `${(v * 100).toFixed(1)} %`
const stands = (a: Rect, b: Rect): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 0.01 && Math.abs(a.w - b.w) < 0.01

/** Lessons made by chance in which things are explained: how much of it is outside the picture, and what it costs. */
export function measureExplained(): Figure {
  let [told, off, elements, still, frames] = [0, 0, 0, 0, 0]
  const ratios: number[] = []
  for (let seed = 1; seed <= LESSONS; seed++) {
    const made = explainingLesson(seed)
    const [bare, timed] = [timedOf(made.bare), timedOf(made.explained)]
    elements += made.explained.elements.filter((e) => /^e\d/.test(e.id)).length
    const { width, height } = made.explained.frame
    const inFrame = (id: string) =>
      explainedIn(timed).every(
        ({ element, rect: r }) => element !== id || (r.x > 0 && r.y > 0 && r.x + r.w < width && r.y + r.h < height),
      )
    const cut = [...outsideIn(timed).keys()].filter((id) => /^e\d/.test(id))
    told += cut.filter(inFrame).length
    off += cut.length - cut.filter(inFrame).length
    let last: Rect | null = null
    for (let f = 0; f < timed.length; f++) {
      const v = framingAt(timed, f)
      if (last && stands(v, last)) still++
      ratios.push(framingAt(bare, f).w / v.w)
      last = v
      frames++
    }
  }
  ratios.sort((a, b) => a - b)
  return {
    what: `what is explained in ${LESSONS} followed lessons made by chance`,
    bar: 'outside by more than a tenth ≤ 2 %, median zoom ≥ 80 % of the pointer’s alone, still ≥ 60 %',
    measured: `${pc(told / elements)}, ${pc(ratios[ratios.length >> 1]!)}, ${pc(still / frames)}`,
    detail:
      `${told} of ${elements} elements, each told in the findings ` +
      `(${off} more stand partly outside the frame itself); ` +
      'added, moved, timed elsewhere and taken away',
  }
}

/** How much of what is worked in is cut while the view follows a trace, against following the pointer alone. */
export function composedFigure(what: string, trace: Trace): Figure {
  const input = followInput(trace, 30)!
  const own = cutIn(input, input.uses ?? [])
  const alone = cutIn({ ...input, uses: [] }, input.uses ?? [])
  return {
    what: `what is worked in, in the followed view: ${what}`,
    bar: 'cut in ≤ 5 % of its frames while the view stands, still ≥ 60 %',
    measured: `${pc(own.cut)}, ${pc(own.still)}`,
    detail:
      `${pc(own.all)} with the moves between; for the pointer alone ${pc(alone.cut)}, ${pc(alone.still)} still; ` +
      `${own.zoom.toFixed(2)} × on average (${alone.zoom.toFixed(2)} ×), ${own.moves} moves (${alone.moves})`,
  }
}
function cutIn(input: FollowInput, things: readonly Whole[]) {
  const made = followStands(input, CALM)
  const at = viewer(made)
  const views = input.pointer.map((_, f) => at(f))
  const rests = views.map((v, f) => f === 0 || stands(v, views[f - 1]!))
  let [cut, cutAtRest, all, atRest] = [0, 0, 0, 0]
  for (const { from, to, rect: r } of things)
    for (let f = from; f <= Math.min(to, views.length - 1); f++) {
      const v = views[f]!
      const whole = r.x >= v.x - 2 && r.y >= v.y - 2 && r.x + r.w <= v.x + v.w + 2 && r.y + r.h <= v.y + v.h + 2
      all++
      if (!whole) cut++
      if (!rests[f]) continue
      atRest++
      if (!whole) cutAtRest++
    }
  return {
    cut: cutAtRest / Math.max(1, atRest),
    all: cut / Math.max(1, all),
    still: rests.filter(Boolean).length / rests.length,
    zoom: views.reduce((sum, v) => sum + input.width / v.w, 0) / views.length,
    moves: made.length - 1,
  }
}
