import { memoByText } from './memo'
import { z } from 'zod'

type Curve = (x: number) => number

/** A CSS cubic-bezier timing function (CSS Easing Functions 1): y for x in 0..1. */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const at = (a: number, b: number, t: number) => ((1 - 3 * b + 3 * a) * t + (3 * b - 6 * a)) * t * t + 3 * a * t
  let lo = 0
  let hi = 1
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2
    if (at(x1, x2, mid) < x) lo = mid
    else hi = mid
  }
  return at(y1, y2, (lo + hi) / 2)
}

export type StepJump = 'jump-start' | 'jump-end' | 'jump-none' | 'jump-both'
/** CSS `steps(n, jump)`: the step that a share of the time stands on. */
export function stepped(n: number, jump: StepJump, x: number): number {
  const jumps = jump === 'jump-none' ? n - 1 : jump === 'jump-both' ? n + 1 : n
  if (x >= 1) return 1
  const step = Math.floor(x * n + 1e-9) + (jump === 'jump-start' || jump === 'jump-both' ? 1 : 0)
  return Math.min(jumps, step) / jumps
}

/** CSS `linear()`: straight lines between stops, each an output and the share of the time at which it is reached. */
export function throughStops(stops: readonly { at: number; value: number }[], x: number): number {
  const next = stops.findIndex((s) => s.at > x)
  if (next < 0) return stops.at(-1)!.value
  if (next === 0) return stops[0]!.value
  const a = stops[next - 1]!
  const b = stops[next]!
  return b.at === a.at ? b.value : a.value + ((b.value - a.value) * (x - a.at)) / (b.at - a.at)
}

/**
 * A damped spring let go at 0 that comes to rest at 1, its time scaled so that the swing is
 * within a thousandth at the end. Damping ratio below 1 swings over; 1 is critical.
 */
export function spring(damping: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const z0 = Math.min(damping, 1)
  const w = z0 < 1 ? 6.9 / z0 : 9.2
  const at = (t: number) => {
    if (z0 === 1) return 1 - Math.exp(-w * t) * (1 + w * t)
    const wd = w * Math.sqrt(1 - z0 * z0)
    return 1 - Math.exp(-z0 * w * t) * (Math.cos(wd * t) + ((z0 * w) / wd) * Math.sin(wd * t))
  }
  return at(x) / at(1)
}

/** A cubic that goes past its goal once, by a share `over`, and comes back to rest there. */
export function overshoot(over: number): Curve {
  let lo = 0
  let hi = 30
  for (let i = 0; i < 60; i++) {
    const c = (lo + hi) / 2
    if ((4 * c ** 3) / (27 * (c + 1) ** 2) < over) lo = c
    else hi = c
  }
  const c = (lo + hi) / 2
  return (x) => 1 + (c + 1) * (x - 1) ** 3 + c * (x - 1) ** 2
}

const bezier =
  (x1: number, y1: number, x2: number, y2: number): Curve =>
  (x) =>
    cubicBezier(x1, y1, x2, y2, x)
/**
 * The four numbers of the named easings that are one cubic Bézier curve: those of CSS, and `soft` and `snappy` of our
 * own.
 */
const BEZIERS: Record<string, [number, number, number, number]> = {
  linear: [0, 0, 1, 1],
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
  soft: [0.6, 0, 0.4, 1],
  snappy: [0.1, 0.8, 0.2, 1],
}
const USUAL_OVER = 10
const USUAL_DAMPING = 0.5
/** The easings that go by a name alone. */
const NAMED: Record<string, Curve> = {
  ...Object.fromEntries(
    Object.entries(BEZIERS).map(([name, n]): [string, Curve] => [name, name === 'linear' ? (x) => x : bezier(...n)]),
  ),
  hold: (x) => (x >= 1 ? 1 : 0),
  overshoot: overshoot(USUAL_OVER / 100),
  spring: (x) => spring(USUAL_DAMPING, x),
}
export const EASING_NAMES = Object.keys(NAMED)
/** The control numbers of an easing that is a cubic Bézier curve, null for the others. */
export function bezierOf(easing: string): [number, number, number, number] | null {
  if (BEZIERS[easing]) return BEZIERS[easing]
  const m = /^(cubic-bezier|soft)\((.*)\)$/.exec(easing)
  if (!m || !curveOf(easing)) return null
  const n = numbers(m[2]!)!
  return m[1] === 'soft' ? [n[0]! / 100, 0, 1 - n[1]! / 100, 1] : (n as [number, number, number, number])
}

/**
 * How soft an easing starts and lands, in %, where it is a Bézier curve that does nothing else; null for the others.
 */
export function softnessOf(easing: string): { start: number; landing: number } | null {
  const b = bezierOf(easing)
  return b && b[1] === 0 && b[3] === 1 ? { start: b[0] * 100, landing: (1 - b[2]) * 100 } : null
}
const onlyNumber = (easing: string, name: string, usual: number): number | null =>
  easing === name
    ? usual
    : easing.startsWith(`${name}(`) && curveOf(easing)
      ? numbers(easing.slice(name.length + 1, -1))![0]!
      : null
/** The damping ratio of a spring; null for other easings. */
export const dampingOf = (easing: string): number | null => onlyNumber(easing, 'spring', USUAL_DAMPING)
/** By how many % an overshoot goes past its goal; null for other easings. */
export const overOf = (easing: string): number | null => onlyNumber(easing, 'overshoot', USUAL_OVER)

function numbers(text: string): number[] | null {
  const out = text
    .split(',')
    .map((t) => (/^\s*[+-]?(\d+\.?\d*|\.\d+)\s*%?\s*$/.test(t) ? Number(t.replace('%', '')) : NaN))
  return out.every(Number.isFinite) ? out : null
}

function linearStops(text: string): { at: number; value: number }[] | null {
  const stops: { at: number | null; value: number }[] = []
  for (const part of text.split(',')) {
    const words = part.trim().split(/\s+/)
    const values = words.filter((w) => !w.endsWith('%'))
    const shares = words.filter((w) => w.endsWith('%')).map((w) => Number(w.slice(0, -1)) / 100)
    if (
      values.length !== 1 ||
      shares.length > 2 ||
      !Number.isFinite(Number(values[0])) ||
      !shares.every(Number.isFinite)
    )
      return null
    for (const at of shares.length ? shares : [null]) stops.push({ at, value: Number(values[0]) })
  }
  if (stops.length < 2) return null
  stops[0]!.at ??= 0
  stops.at(-1)!.at ??= 1
  let most = 0
  for (const s of stops) if (s.at !== null) most = s.at = Math.max(most, s.at)
  stops.forEach((s, i) => {
    if (s.at !== null) return
    const before = stops[i - 1]!.at!
    const next = stops.findIndex((t, j) => j > i && t.at !== null)
    s.at = before + (stops[next]!.at! - before) / (next - i + 1)
  })
  return stops as { at: number; value: number }[]
}

function parse(easing: string): Curve | null {
  if (Object.hasOwn(NAMED, easing)) return NAMED[easing]!
  const m = /^([a-z-]+)\((.*)\)$/s.exec(easing)
  if (!m) return null
  const [, name, inner] = m as unknown as [string, string, string]
  if (name === 'linear') {
    const stops = linearStops(inner)
    return stops && ((x) => throughStops(stops, x))
  }
  if (name === 'steps') {
    const [count, jump = 'jump-end'] = inner.split(',').map((t) => t.trim())
    const n = Number(count)
    const by = { start: 'jump-start', end: 'jump-end' }[jump] ?? jump
    if (
      !Number.isInteger(n) ||
      n < 1 ||
      n > 1000 ||
      !['jump-start', 'jump-end', 'jump-none', 'jump-both'].includes(by) ||
      (by === 'jump-none' && n < 2)
    )
      return null
    return (x) => stepped(n, by as StepJump, x)
  }
  const n = numbers(inner)
  if (!n) return null
  const [a, b, c, d] = n as [number, number, number, number]
  switch (name) {
    case 'cubic-bezier':
      return n.length === 4 && a >= 0 && a <= 1 && c >= 0 && c <= 1 && Math.abs(b) <= 10 && Math.abs(d) <= 10
        ? bezier(a, b, c, d)
        : null
    case 'soft':
      return n.length === 2 && a >= 0 && a <= 100 && b >= 0 && b <= 100 ? bezier(a / 100, 0, 1 - b / 100, 1) : null
    case 'overshoot':
      return n.length === 1 && a >= 0 && a <= 100 ? overshoot(a / 100) : null
    case 'spring':
      return n.length === 1 && a >= 0.05 && a <= 1 ? (x) => spring(a, x) : null
    default:
      return null
  }
}

const curveOf: (easing: string) => Curve | null = memoByText(parse)

/**
 * How a move spreads its way over its time, as CSS writes it: a name, `cubic-bezier()`, `steps()`, `linear()`; of our
 * own `soft(start %, landing %)`, `overshoot(%)`, `spring(damping)`.
 */
export const Easing = z
  .string()
  .max(400)
  .refine((e) => curveOf(e) !== null, {
    error:
      'an easing is one of ' +
      EASING_NAMES.join(', ') +
      (', cubic-bezier(x1, y1, x2, y2), steps(n, jump-end), linear(0, 0.5 30%, 1), soft(start %, ' +
        'landing %), overshoot(%) or spring(damping)'),
  })
export type Easing = z.infer<typeof Easing>
export const isEasing = (text: string): boolean => curveOf(text) !== null

/**
 * How far a move has come when a share `x` of its time is gone: 0 at its start and 1 at its
 * landing, beyond them in between where an easing swings over. Names: CSS Easing Functions 1 and 2.
 */
export function ease(easing: Easing, x: number): number {
  const t = Math.min(1, Math.max(0, x))
  return (curveOf(easing) ?? NAMED.linear!)(t)
}
