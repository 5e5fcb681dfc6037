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

/**
 * The moments that a trace tells of, logged or found: every press of a button, double clicks and drags; every key and
 * each run of typing; each burst of scrolling (events less than 0.4 s apart); rests of the pointer; and what appears on
 * the screen. Ids count within the medium: `MEDIUM/click-3`. Places are in pixels of the take, when its size is given;
 * else in the trace's own.
 */
export function momentsOf(trace: Trace, media: string, take: { width?: number; height?: number } = {}): Moment[] {
  const kx = (take.width ?? trace.width) / trace.width
  const ky = (take.height ?? trace.height) / trace.height
  const at = (e: { x: number; y: number }) => ({ x: e.x * kx, y: e.y * ky })
  const scaled = ([x, y, w, h]: [number, number, number, number]): [number, number, number, number] => [
    x * kx,
    y * ky,
    w * kx,
    h * ky,
  ]
  const out: Moment[] = []
  const count = { click: 0, key: 0, scroll: 0, screen: 0, drag: 0 }
  let scroll: Moment | null = null
  let down: Press | null = null
  let last: Press | null = null
  for (const e of trace.events) {
    const fromUs = Math.round(e.t * 1e6)
    const rect = 'target' in e && e.target?.rect ? { rect: scaled(e.target.rect) } : {}
    const found =
      e.confidence !== undefined
        ? { confidence: e.confidence, ...(e.type === 'pointerdown' && e.confidence < SURE && { proposed: true }) }
        : {}
    if (e.type === 'pointerdown') {
      const twice: boolean =
        last !== null &&
        last.button === e.button &&
        fromUs - last.t * 1e6 < DOUBLE_US &&
        Math.hypot(last.x - e.x, last.y - e.y) < DOUBLE_PX
      const verb = e.button === 2 ? 'right click' : twice ? 'double click' : 'click'
      out.push({
        id: `${media}/click-${++count.click}`,
        kind: 'click',
        label: e.target?.label ? `${verb} on ${e.target.label}` : `${verb} ${count.click}`,
        fromUs,
        at: at(e),
        button: e.button,
        ...rect,
        ...found,
      })
      down = e
      last = twice ? null : e
    } else if (e.type === 'pointerup' && down) {
      if (Math.hypot(down.x - e.x, down.y - e.y) >= DRAG_PX)
        out.push({
          id: `${media}/drag-${++count.drag}`,
          kind: 'drag',
          label: down.target?.label ? `drag of ${down.target.label}` : `drag ${count.drag}`,
          fromUs: Math.round(down.t * 1e6),
          toUs: fromUs,
          at: at(down),
        })
      down = null
    } else if (e.type === 'keydown') {
      out.push({
        id: `${media}/key-${++count.key}`,
        kind: 'key',
        label: `key ${e.key === ' ' ? 'Space' : e.key}`,
        fromUs,
        ...rect,
      })
    } else if (e.type === 'wheel') {
      const turn: [number, number, number] = [fromUs, e.deltaX * kx, e.deltaY * ky]
      if (scroll && fromUs - (scroll.toUs ?? scroll.fromUs) <= QUIET_US) {
        scroll.toUs = fromUs
        scroll.turns!.push(turn)
      } else
        out.push(
          (scroll = {
            id: `${media}/scroll-${++count.scroll}`,
            kind: 'scroll',
            label: e.deltaY < 0 ? 'scroll up' : 'scroll down',
            fromUs,
            toUs: fromUs,
            at: at(e),
            turns: [turn],
          }),
        )
    } else if (e.type === 'screenchange') {
      out.push({
        id: `${media}/screen-${++count.screen}`,
        kind: 'screen',
        label: e.label ?? 'the screen changes',
        fromUs,
        rect: scaled(e.rect),
        ...found,
      })
    }
  }
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
