import type { Moment } from '../lesson/schema'
import type { Trace } from '../trace'

const QUIET_US = 400_000

/**
 * The moments that a logged trace tells of: every press of a button, every key, and each burst of
 * scrolling (events less than 0.4 s apart). Ids count within the medium: `MEDIUM/click-3`. Places are
 * in pixels of the take, when its size is given; else in the trace's own.
 */
export function momentsOf(trace: Trace, media: string, take: { width?: number; height?: number } = {}): Moment[] {
  const kx = (take.width ?? trace.width) / trace.width
  const ky = (take.height ?? trace.height) / trace.height
  const at = (e: { x: number; y: number }) => ({ x: e.x * kx, y: e.y * ky })
  const scaled = ([x, y, w, h]: [number, number, number, number]): [number, number, number, number] => [x * kx, y * ky, w * kx, h * ky]
  const out: Moment[] = []
  const count = { click: 0, key: 0, scroll: 0, screen: 0 }
  let scroll: Moment | null = null
  for (const e of trace.events) {
    const fromUs = Math.round(e.t * 1e6)
    const rect = 'target' in e && e.target?.rect ? { rect: scaled(e.target.rect) } : {}
    if (e.type === 'pointerdown') {
      const verb = e.button === 2 ? 'right click' : 'click'
      out.push({ id: `${media}/click-${++count.click}`, kind: 'click', label: e.target?.label ? `${verb} on ${e.target.label}` : `${verb} ${count.click}`, fromUs, at: at(e), button: e.button, ...rect })
    } else if (e.type === 'keydown') {
      out.push({ id: `${media}/key-${++count.key}`, kind: 'key', label: `key ${e.key === ' ' ? 'Space' : e.key}`, fromUs, ...rect })
    } else if (e.type === 'wheel') {
      if (scroll && fromUs - (scroll.toUs ?? scroll.fromUs) <= QUIET_US) scroll.toUs = fromUs
      else out.push((scroll = { id: `${media}/scroll-${++count.scroll}`, kind: 'scroll', label: e.deltaY < 0 ? 'scroll up' : 'scroll down', fromUs, toUs: fromUs, at: at(e) }))
    } else if (e.type === 'screenchange') {
      out.push({ id: `${media}/screen-${++count.screen}`, kind: 'screen', label: e.label ?? 'the screen changes', fromUs, rect: scaled(e.rect) })
    }
  }
  return out
}
