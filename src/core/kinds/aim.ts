import { hundredth, type Point } from '../geometry'
import type { Element } from '../lesson/schema'
import type { Unranged } from '../values/ranged'
import type { ElementOf, Kind, Repointed } from './kind'
import { asSentence, said, type Said } from '../../words/words'

/** A point of the pixels that an element is placed in, in its own; null where it is squashed flat. */
export function inOwnPixels(e: Element, p: Point): Point | null {
  const r = (-e.rotation * Math.PI) / 180
  const dx = p.x - e.x
  const dy = p.y - e.y
  const sx = e.scale.x * Math.cos((e.tilt.upright * Math.PI) / 180)
  const sy = e.scale.y * Math.cos((e.tilt.level * Math.PI) / 180)
  if (Math.abs(sx) < 1e-6 || Math.abs(sy) < 1e-6) return null
  return { x: (dx * Math.cos(r) - dy * Math.sin(r)) / sx, y: (dx * Math.sin(r) + dy * Math.cos(r)) / sy }
}

/** Kinds whose look leads to a spot, its `tip`. */
type Leading = 'callout' | 'badge'
type Traits = 'aimName' | 'aim' | 'aimAt' | 'handles' | 'pull' | 'points'

/**
 * What is true of every kind that leads to a spot beside its box.
 *
 * @param aimName  what leads there, as people call it
 * @param label  the same at the head of its handle
 */
export const leading = (aimName: Said, label: Said): Pick<Kind<Leading>, Traits> => ({
  aimName,
  aim: (e) => e.look.tip,
  aimAt(e, spot) {
    e.look.tip = spot
  },
  handles({ look: { tip } }) {
    return tip ? [{ id: 'tip', label, act: 'kinds.point', at: tip, in: 'place', kind: 'spot' }] : []
  },
  pull(e, _handle, to) {
    e.look.tip = { x: hundredth(to.x), y: hundredth(to.y) }
  },
  points: (e) => e.look.tip !== null,
})

/** It as it is drawn where everything is shown `k` times larger: its spot stays where it is. */
export function keptTip<E extends ElementOf<Leading>>(e: E, k: number): E {
  const { tip } = e.look
  if (!tip) return e
  return { ...e, look: { ...e.look, tip: { x: e.x + (tip.x - e.x) * k, y: e.y + (tip.y - e.y) * k } } }
}

/** The fields of that spot; `what` leads there. */
export const tipFields = (what: Said): Unranged[] =>
  (['x', 'y'] as const).map((along) => ({
    path: `tip.${along}`,
    label: said('values.along', asSentence(what), along),
    when: ['tip'],
    type: along === 'x' ? 'across' : 'down',
    inPanel: false,
  }))

/** The values with which it leads to another spot, and how far away that is. */
export const swungTo = (e: ElementOf<Leading>, to: Point): Repointed => ({
  values: { 'look.tip.x': hundredth(to.x), 'look.tip.y': hundredth(to.y) },
  way: Math.hypot(to.x - e.look.tip!.x, to.y - e.look.tip!.y),
})
