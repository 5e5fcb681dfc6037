import { hundredth, type Point } from '../geometry'
import type { Element, Lesson } from '../lesson/schema'
import type { Unranged } from '../values/ranged'
import type { Roles } from './roles'
import type { Repointed } from './roles/points'
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

/** An element of a kind whose look leads to a spot, its `tip`. */
type Led = Element & { look: { tip: Point | null } }

/**
 * What every kind does that leads to a spot beside its box.
 *
 * @param name  what leads there, as people call it
 * @param label  the same at the head of its handle
 * @param repoint  the values with which it leads to another spot
 */
export const leading = <E extends Led>(
  name: Said,
  label: Said,
  repoint: (e: E, to: Point, frame: Lesson['frame']) => Repointed,
): Pick<Roles<E>, 'points' | 'handles'> => ({
  points: (e) => ({
    now: e.look.tip !== null,
    aim: {
      name,
      at: e.look.tip,
      set(spot) {
        e.look.tip = spot
      },
    },
    repoint: (to, frame) => repoint(e, to, frame),
  }),
  handles: (e) => ({
    all: e.look.tip ? [{ id: 'tip', label, act: 'kinds.point', at: e.look.tip, in: 'place', kind: 'spot' }] : [],
    pull(_handle, to) {
      e.look.tip = { x: hundredth(to.x), y: hundredth(to.y) }
    },
  }),
})

/** It as it is drawn where everything is shown `k` times larger: its spot stays where it is. */
export function keptTip<E extends Led>(e: E, k: number): E {
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
export const swungTo = (e: Led, to: Point): Repointed => ({
  values: { 'look.tip.x': hundredth(to.x), 'look.tip.y': hundredth(to.y) },
  way: Math.hypot(to.x - e.look.tip!.x, to.y - e.look.tip!.y),
})
