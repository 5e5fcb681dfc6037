import type { Point } from '@/core/geometry'

/**
 * The way a hand moves a pointer: a bell-shaped speed (minimum jerk, Flash & Hogan 1985), a
 * slightly curved path, a small overshoot that is corrected, and a length that grows with the
 * distance (Fitts 1954). One point a frame, the first one frame after the start.
 */
export function handPath(from: Point, to: Point, fps: number, random: () => number): Point[] {
  const distance = Math.hypot(to.x - from.x, to.y - from.y)
  if (distance < 1) return []
  const seconds = 0.28 + 0.13 * Math.log2(1 + distance / 40) + random() * 0.12
  const over = distance > 160 ? 0.015 + random() * 0.02 : 0
  const bend = (random() - 0.5) * 0.22 * distance
  const nx = -(to.y - from.y) / distance
  const ny = (to.x - from.x) / distance
  const beyond = {
    x: to.x + (to.x - from.x) * over + nx * over * 40,
    y: to.y + (to.y - from.y) * over + ny * over * 40,
  }
  const jerk = (t: number) => t * t * t * (10 + t * (6 * t - 15))
  const n = Math.max(4, Math.round(seconds * fps))
  const out: Point[] = []
  for (let i = 1; i <= n; i++) {
    const k = jerk(i / n)
    const arc = 4 * k * (1 - k) * bend * 0.5
    out.push({ x: from.x + (beyond.x - from.x) * k + nx * arc, y: from.y + (beyond.y - from.y) * k + ny * arc })
  }
  const back = over > 0 ? Math.round(0.16 * fps) : 0
  for (let i = 1; i <= back; i++) {
    const k = jerk(i / back)
    out.push({ x: beyond.x + (to.x - beyond.x) * k, y: beyond.y + (to.y - beyond.y) * k })
  }
  out[out.length - 1] = to
  return out
}
