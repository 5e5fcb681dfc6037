import type { Moment } from '../lesson/schema'
import type { Trace } from '../trace'

const QUIET_US = 400_000

/**
 * The moments that a logged trace tells of: every press of a button, every key, and each burst of
 * scrolling (events less than 0.4 s apart). Ids count within the medium: `MEDIUM/click-3`.
 */
export function momentsOf(trace: Trace, media: string): Moment[] {
  const out: Moment[] = []
  const count = { click: 0, key: 0, scroll: 0, screen: 0 }
  let scroll: Moment | null = null
  for (const e of trace.events) {
    const fromUs = Math.round(e.t * 1e6)
    const rect = 'target' in e && e.target?.rect ? { rect: e.target.rect } : {}
    if (e.type === 'pointerdown') {
      const verb = e.button === 2 ? 'right click' : 'click'
      out.push({ id: `${media}/click-${++count.click}`, kind: 'click', label: e.target?.label ? `${verb} on ${e.target.label}` : `${verb} ${count.click}`, fromUs, at: { x: e.x, y: e.y }, button: e.button, ...rect })
    } else if (e.type === 'keydown') {
      out.push({ id: `${media}/key-${++count.key}`, kind: 'key', label: `key ${e.key === ' ' ? 'Space' : e.key}`, fromUs, ...rect })
    } else if (e.type === 'wheel') {
      if (scroll && fromUs - (scroll.toUs ?? scroll.fromUs) <= QUIET_US) scroll.toUs = fromUs
      else out.push((scroll = { id: `${media}/scroll-${++count.scroll}`, kind: 'scroll', label: e.deltaY < 0 ? 'scroll up' : 'scroll down', fromUs, toUs: fromUs, at: { x: e.x, y: e.y } }))
    } else if (e.type === 'screenchange') {
      out.push({ id: `${media}/screen-${++count.screen}`, kind: 'screen', label: e.label ?? 'the screen changes', fromUs, rect: e.rect })
    }
  }
  return out
}
