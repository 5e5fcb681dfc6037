import type { Moment } from '../lesson/schema'
import { pathOf, type Trace, type TraceEvent } from '../trace'

const QUIET_US = 400_000
const DOUBLE_US = 500_000
const DOUBLE_PX = 8
const DRAG_PX = 12
const REST_US = 900_000
const REST_PX = 3
const TYPING_US = 1_200_000
const FEWEST_KEYS = 3
/** Found clicks that are surer than this are taken as they are; the others are proposed. */
const SURE = 0.7

type Press = Extract<TraceEvent, { type: 'pointerdown' }>

/** How the pixels of a trace lie on those of the take. */
interface Scaling {
  at(e: { x: number; y: number }): { x: number; y: number }
  rect(r: Quadruple): Quadruple
  turn(e: { deltaX: number; deltaY: number }): [number, number]
}
type Quadruple = [number, number, number, number]
function scalingOf(trace: Trace, take: { width?: number; height?: number }): Scaling {
  const kx = (take.width ?? trace.width) / trace.width
  const ky = (take.height ?? trace.height) / trace.height
  return {
    at: (e) => ({ x: e.x * kx, y: e.y * ky }),
    rect: ([x, y, w, h]) => [x * kx, y * ky, w * kx, h * ky],
    turn: (e) => [e.deltaX * kx, e.deltaY * ky],
  }
}
const usOf = (e: { t: number }) => Math.round(e.t * 1e6)
const rectOf = (e: { target?: { rect?: Quadruple | undefined } | undefined }, to: Scaling) =>
  e.target?.rect ? { rect: to.rect(e.target.rect) } : {}
const sureness = (e: TraceEvent) =>
  e.confidence !== undefined
    ? { confidence: e.confidence, ...(e.type === 'pointerdown' && e.confidence < SURE && { proposed: true }) }
    : {}

/** What an event makes known: nothing, or a moment. Each keeps in mind what came before. */
type Reader = (e: TraceEvent) => Moment | null

/** Every press of a button, double clicks, and drags from where they were pressed. */
function presses(media: string, to: Scaling): Reader {
  let [clicks, drags] = [0, 0]
  let down: Press | null = null
  let last: Press | null = null
  return (e) => {
    if (e.type === 'pointerdown') {
      const twice: boolean =
        last !== null &&
        last.button === e.button &&
        usOf(e) - last.t * 1e6 < DOUBLE_US &&
        Math.hypot(last.x - e.x, last.y - e.y) < DOUBLE_PX
      const verb = e.button === 2 ? 'right click' : twice ? 'double click' : 'click'
      down = e
      last = twice ? null : e
      return {
        id: `${media}/click-${++clicks}`,
        kind: 'click',
        label: e.target?.label ? `${verb} on ${e.target.label}` : `${verb} ${clicks}`,
        fromUs: usOf(e),
        at: to.at(e),
        button: e.button,
        ...rectOf(e, to),
        ...sureness(e),
      }
    }
    if (e.type !== 'pointerup' || !down) return null
    const from = down
    down = null
    if (Math.hypot(from.x - e.x, from.y - e.y) < DRAG_PX) return null
    return {
      id: `${media}/drag-${++drags}`,
      kind: 'drag',
      label: from.target?.label ? `drag of ${from.target.label}` : `drag ${drags}`,
      fromUs: usOf(from),
      toUs: usOf(e),
      at: to.at(from),
    }
  }
}

/** Bursts of scrolling: turns of the wheel less than 0.4 s apart. */
function scrolls(media: string, to: Scaling): Reader {
  let count = 0
  let burst: Moment | null = null
  return (e) => {
    if (e.type !== 'wheel') return null
    const us = usOf(e)
    const turn: [number, number, number] = [us, ...to.turn(e)]
    if (burst && us - (burst.toUs ?? burst.fromUs) <= QUIET_US) {
      burst.toUs = us
      burst.turns!.push(turn)
      return null
    }
    burst = {
      id: `${media}/scroll-${++count}`,
      kind: 'scroll',
      label: e.deltaY < 0 ? 'scroll up' : 'scroll down',
      fromUs: us,
      toUs: us,
      at: to.at(e),
      turns: [turn],
    }
    return burst
  }
}

/** Every key. */
function keys(media: string, to: Scaling): Reader {
  let count = 0
  return (e) => {
    if (e.type !== 'keydown') return null
    const label = `key ${e.key === ' ' ? 'Space' : e.key}`
    return { id: `${media}/key-${++count}`, kind: 'key', label, fromUs: usOf(e), ...rectOf(e, to) }
  }
}

/** What appears on the screen. */
function changes(media: string, to: Scaling): Reader {
  let count = 0
  return (e) => {
    if (e.type !== 'screenchange') return null
    const id = `${media}/screen-${++count}`
    const label = e.label ?? 'the screen changes'
    return { id, kind: 'screen', label, fromUs: usOf(e), rect: to.rect(e.rect), ...sureness(e) }
  }
}

/**
 * The moments that a trace tells of, logged or found: every press of a button, double clicks and drags; every key and
 * each run of typing; each burst of scrolling (events less than 0.4 s apart); rests of the pointer; and what appears on
 * the screen. Ids count within the medium: `MEDIUM/click-3`. Places are in pixels of the take, when its size is given;
 * else in the trace's own.
 */
export function momentsOf(trace: Trace, media: string, take: { width?: number; height?: number } = {}): Moment[] {
  const to = scalingOf(trace, take)
  const readers = [presses(media, to), keys(media, to), scrolls(media, to), changes(media, to)]
  const out = trace.events.flatMap((e) => readers.map((read) => read(e)).filter((m) => m !== null))
  return [...out, ...typingOf(trace, media), ...restsOf(trace, media, take)].sort((a, b) => a.fromUs - b.fromUs)
}

/** Runs of at least three keys that follow each other. */
function typingOf(trace: Trace, media: string): Moment[] {
  const out: Moment[] = []
  let run: { from: number; to: number; keys: string[]; label: string | undefined } | null = null
  const close = () => {
    if (run && run.keys.length >= FEWEST_KEYS)
      out.push({
        id: `${media}/typing-${out.length + 1}`,
        kind: 'typing',
        label: `typing “${run.keys
          .map((k) => (k.length === 1 ? k : ''))
          .join('')
          .slice(0, 60)}”${run.label ? ` into ${run.label}` : ''}`,
        fromUs: run.from,
        toUs: run.to,
      })
    run = null
  }
  for (const e of trace.events) {
    if (e.type !== 'keydown') continue
    const us = Math.round(e.t * 1e6)
    if (!run || us - run.to > TYPING_US) {
      close()
      run = { from: us, to: us, keys: [e.key], label: e.target?.label }
    } else {
      run.to = us
      run.keys.push(e.key)
    }
  }
  close()
  return out
}

/** Where the pointer stays within three pixels for almost a second or longer. */
function restsOf(trace: Trace, media: string, take: { width?: number; height?: number }): Moment[] {
  const path = pathOf(trace, take)
  const out: Moment[] = []
  for (let i = 0; i + 1 < path.length;) {
    let j = i
    while (j + 1 < path.length && Math.hypot(path[j + 1]![1] - path[i]![1], path[j + 1]![2] - path[i]![2]) <= REST_PX)
      j++
    if (path[j]![0] - path[i]![0] >= REST_US)
      out.push({
        id: `${media}/rest-${out.length + 1}`,
        kind: 'rest',
        label: `the pointer rests ${out.length + 1}`,
        fromUs: path[i]![0],
        toUs: path[j]![0],
        at: { x: path[i]![1], y: path[i]![2] },
      })
    i = Math.max(j, i + 1)
  }
  return out
}
