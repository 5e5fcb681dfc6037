import { emptyLesson } from '@/core/lesson/make'
import { timedOf } from '@/core/scene'
import type { Desk, Doing } from './held'

/**
 * What happens to the desk as a whole: another lesson is opened; one within it is gone into, or come out of; something
 * else is selected; Escape is pressed where nothing is being done.
 */
export type Happening = 'opened' | 'entered' | 'selected' | 'let go'
/** A part of what is on the desk. */
interface DeskField<T> {
  /** How it begins. */
  begins: T
  /** With what it begins anew. */
  anew?: readonly Happening[]
  /** What becomes of it then, where that hangs on what it is. */
  becomes?: Partial<Record<Happening, (was: T) => T>>
  /** How somebody works and looks at things, in whatever lesson: this browser keeps it. */
  way?: true
}

const SELECTING: Doing = { do: 'select' }
/** What is done to the one that is selected. */
const TO_ONE: readonly Doing['do'][] = ['pick', 'crop', 'anchor']
const blank = emptyLesson(' ')

const DESK = {
  id: { begins: '' },
  ready: { begins: false, anew: ['opened'] },
  lesson: { begins: blank },
  timed: { begins: timedOf(blank) },
  inside: { begins: [], anew: ['opened'] },
  outer: { begins: null, anew: ['opened'] },
  language: { begins: null, anew: ['opened'] },
  raw: { begins: null, anew: ['opened'] },
  live: { begins: null, anew: ['opened', 'entered', 'let go'] },
  past: { begins: [] },
  future: { begins: [] },
  earlier: { begins: 0 },
  later: { begins: 0 },
  save: { begins: { state: 'saved' } },
  unkept: { begins: [] },
  playhead: { begins: 0, anew: ['opened'] },
  speed: { begins: 0, anew: ['opened', 'entered'] },
  pace: { begins: 1, way: true },
  passage: { begins: null, anew: ['opened', 'entered'] },
  looping: { begins: false },
  just: { begins: null, anew: ['opened', 'entered'] },
  elements: { begins: [], anew: ['opened', 'entered', 'let go'] },
  moment: { begins: null, anew: ['opened', 'entered', 'let go'] },
  keys: { begins: [], anew: ['opened', 'entered', 'selected', 'let go'] },
  swept: { begins: null, anew: ['opened', 'entered'] },
  doing: {
    begins: SELECTING,
    anew: ['opened', 'entered'],
    becomes: { selected: (was) => (TO_ONE.includes(was.do) ? SELECTING : was) },
  },
  moveEnd: { begins: 'end', anew: ['selected'] },
  reach: { begins: 'pose', anew: ['selected'] },
  wholePath: { begins: false, anew: ['selected'], way: true },
  pushes: { begins: false, way: true },
  keysOpen: { begins: false },
  pictureZoom: { begins: 'fit', way: true },
  aids: {
    begins: { safe: false, rulers: false, grid: 0, snap: true, onion: 0, blur: true, board: false },
    way: true,
  },
  only: { begins: null, anew: ['opened', 'entered'] },
  another: { begins: null, anew: ['opened', 'entered'] },
  panel: { begins: 'none', anew: ['opened'] },
  panes: { begins: { order: true, details: true, timeline: true, picture: false }, way: true },
} satisfies { [K in keyof Desk]: DeskField<Desk[K]> }
const fields = Object.entries(DESK) as [keyof Desk, DeskField<unknown>][]

/** The desk as it begins. */
export const firstDesk = (): Desk => Object.fromEntries(fields.map(([key, f]) => [key, f.begins])) as unknown as Desk
/** What something that happens makes of the desk. */
export function after(happening: Happening, desk: Desk): Partial<Desk> {
  const changed = fields.flatMap(([key, { begins, anew, becomes }]) => {
    if (anew?.includes(happening)) return [[key, begins]]
    const become = becomes?.[happening]
    return become ? [[key, become(desk[key])]] : []
  })
  return Object.fromEntries(changed) as Partial<Desk>
}
/** How somebody works and looks at things: the parts of the desk that this browser keeps. */
export type Ways = Pick<Desk, { [K in keyof Desk]: (typeof DESK)[K] extends { way: true } ? K : never }[keyof Desk]>
export const waysOf = (desk: Desk): Ways =>
  Object.fromEntries(fields.flatMap(([key, { way }]) => (way ? [[key, desk[key]]] : []))) as unknown as Ways
