import { projection, type Quad } from '@/core/geometry'
import type { Context } from './easel'

/** So many pixels of the canvas one piece is wide, at the most: small enough that each is all but flat. */
const PIECE = 48
const MOST = 40

/**
 * Lays a picture into a quadrilateral in perspective: in small triangles, each by the flat map that its corners have.
 *
 * @param source  its upper left part, `w` by `h` pixels
 * @param quad    in pixels of the context, as it stands
 */
export function layInto(ctx: Context, source: CanvasImageSource, w: number, h: number, quad: Quad): void {
  const at = projection(quad)
  const long = (a: number, b: number) => Math.hypot(quad[a]!.x - quad[b]!.x, quad[a]!.y - quad[b]!.y)
  const across = Math.min(MOST, Math.max(1, Math.ceil(Math.max(long(0, 1), long(3, 2)) / PIECE)))
  const down = Math.min(MOST, Math.max(1, Math.ceil(Math.max(long(0, 3), long(1, 2)) / PIECE)))
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const corner = (dx: number, dy: number) => {
        const [u, v] = [(column + dx) / across, (row + dy) / down]
        const p = at(u, v)
        return { sx: u * w, sy: v * h, x: p.x, y: p.y }
      }
      const [a, b, c, d] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)]
      triangle(ctx, source, a, b, c)
      triangle(ctx, source, a, c, d)
    }
}
interface Corner {
  sx: number
  sy: number
  x: number
  y: number
}
/** Neighbours overlap by so many pixels, so that nothing shows through between them. */
const OVER = 0.8
/** Moves the corners of a triangle out so that each side lies that much further out: away from its incentre. */
function grownFrom(p: Corner, q: Corner, r: Corner): (k: Corner) => [number, number] {
  const [a, b, c] = [
    Math.hypot(q.x - r.x, q.y - r.y),
    Math.hypot(p.x - r.x, p.y - r.y),
    Math.hypot(p.x - q.x, p.y - q.y),
  ]
  const round = a + b + c || 1
  const mid = { x: (a * p.x + b * q.x + c * r.x) / round, y: (a * p.y + b * q.y + c * r.y) / round }
  const inner = Math.abs((q.x - p.x) * (r.y - p.y) - (r.x - p.x) * (q.y - p.y)) / round
  const k = (inner + OVER) / Math.max(inner, 1e-6)
  return (corner) => [mid.x + (corner.x - mid.x) * k, mid.y + (corner.y - mid.y) * k]
}
function triangle(ctx: Context, source: CanvasImageSource, p: Corner, q: Corner, r: Corner): void {
  const det = (q.sx - p.sx) * (r.sy - p.sy) - (r.sx - p.sx) * (q.sy - p.sy)
  if (Math.abs(det) < 1e-9) return
  const solve = (pv: number, qv: number, rv: number): [number, number] => [
    ((qv - pv) * (r.sy - p.sy) - (rv - pv) * (q.sy - p.sy)) / det,
    ((rv - pv) * (q.sx - p.sx) - (qv - pv) * (r.sx - p.sx)) / det,
  ]
  const [a, c] = solve(p.x, q.x, r.x)
  const [b, d] = solve(p.y, q.y, r.y)
  const out = grownFrom(p, q, r)
  ctx.save()
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  ctx.beginPath()
  ctx.moveTo(...out(p))
  ctx.lineTo(...out(q))
  ctx.lineTo(...out(r))
  ctx.closePath()
  ctx.clip()
  ctx.setTransform(a, b, c, d, p.x - a * p.sx - c * p.sy, p.y - b * p.sx - d * p.sy)
  ctx.drawImage(source, 0, 0)
  ctx.restore()
}
