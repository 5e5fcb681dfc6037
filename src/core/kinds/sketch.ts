import { chances } from '../chance'
import { evenly, fix, flattened, type Point } from '../geometry'

/** A number from a text: the same text, the same number (FNV-1a). */
export function seedOf(text: string): number {
  let h = 0x811c9dc5
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return h >>> 0
}

/** Between two points that are pushed off their place, in pixels. */
const APART = 34
/**
 * A path as a hand draws it: pushed off its way here and there, its ends a little past each other; twice over.
 *
 * @param rough  how far a point is pushed off at the most, in pixels
 */
export const sketched = (d: string, rough: number, seed: number): string => strokesOf(d, rough, seed).join(' ')
/** What lies within the first of its two strokes. */
export const sketchedWithin = (d: string, rough: number, seed: number): string => `${strokesOf(d, rough, seed)[0]} Z`

function strokesOf(d: string, rough: number, seed: number): string[] {
  const next = chances(seed)
  const push = (k = 1) => (next() - 0.5) * 2 * rough * k
  const strokes = (k: number): string =>
    flattened(d)
      .map(({ points, closed }) => {
        const way = evenly(points, APART)
        const off = way.map((p) => ({ x: p.x + push(k), y: p.y + push(k) }))
        if (closed && off.length > 2) {
          // It does not quite meet where it began.
          off[off.length - 1] = { x: off[0]!.x + push(1.2 * k), y: off[0]!.y + push(1.2 * k) }
        }
        return throughPoints(off)
      })
      .join(' ')
  return [strokes(1), strokes(0.7)]
}

/** A smooth path: through the middles of its pieces, with its points as controls; from the first to the last. */
export function throughPoints(points: readonly Point[]): string {
  const p = (q: Point) => `${fix(q.x)} ${fix(q.y)}`
  const [first, ...rest] = points
  if (!first) return ''
  const last = rest.pop()
  if (!last) return `M${p(first)}`
  let out = `M${p(first)}`
  rest.forEach((q, i) => {
    const to = i + 1 < rest.length ? rest[i + 1]! : last
    const end = i + 1 < rest.length ? { x: (q.x + to.x) / 2, y: (q.y + to.y) / 2 } : to
    out += ` Q${p(q)} ${p(end)}`
  })
  return rest.length === 0 ? `${out} L${p(last)}` : out
}
