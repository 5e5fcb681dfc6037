import { z } from 'zod'
import { Rate } from '../time'
import { Look } from '../elements/looks'

const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:/_.-]{0,99}$/, 'an id is letters, digits and : / _ . -')
const frame = z.number().int().min(-10_000_000).max(10_000_000)
const us = z.number().int().min(0).max(1e12)
const px = z.number().min(-100_000).max(100_000)
import { Colour } from '../elements/colour'

export const MomentKind = z.enum(['click', 'key', 'scroll', 'screen', 'mark', 'chapter'])
export type MomentKind = z.infer<typeof MomentKind>

/** An instant (or a short span) in a medium's own time, with the place on its screen where it has one. */
export const Moment = z.object({
  id, kind: MomentKind, label: z.string().max(200), fromUs: us, toUs: us.optional(),
  at: z.object({ x: px, y: px }).optional(), rect: z.tuple([px, px, px, px]).optional(),
  button: z.number().int().min(0).max(4).optional(), byHand: z.boolean().optional(),
})
export type Moment = z.infer<typeof Moment>

export const Word = z.object({ id, text: z.string().min(1).max(200), fromUs: us, toUs: us })
export type Word = z.infer<typeof Word>

/** A file of the lesson. `file` is relative to the lesson's own folder. */
export const Medium = z.object({
  kind: z.enum(['take', 'sound', 'picture']), name: z.string().max(255),
  sha256: z.string().regex(/^[0-9a-f]{64}$/), file: z.string().max(400).regex(/^media\/[A-Za-z0-9_./-]+$/).refine((f) => !f.includes('..'), 'a file lies inside the media folder'),
  width: z.number().int().min(1).max(16384).optional(), height: z.number().int().min(1).max(16384).optional(),
  rate: Rate.optional(), durationUs: us.optional(), frames: z.number().int().min(0).optional(), sound: z.boolean().optional(),
  /** What lies beside the file to help the interface: a copy that seeks fast, a strip of small pictures, loudness peaks. */
  aids: z.object({ proxy: z.object({ width: z.number().int().min(2), height: z.number().int().min(2) }).optional(), film: z.object({ stepUs: us, count: z.number().int().min(1) }).optional(), peaks: z.boolean().optional() }).optional(),
  moments: z.array(Moment).default([]), words: z.array(Word).default([]),
})
export type Medium = z.infer<typeof Medium>

export const Track = z.object({ id, kind: z.enum(['takes', 'sound', 'elements']), name: z.string().max(80), muted: z.boolean().optional() })
export type Track = z.infer<typeof Track>

/** A piece of a medium laid on the lesson's time: `length` frames from `at`, showing the medium from `inUs` on. */
export const Clip = z.object({
  id, track: id, media: id, at: frame.min(0), length: frame.min(1), inUs: us,
  speed: z.object({ num: z.number().int().min(1).max(1000), den: z.number().int().min(1).max(1000) }).default({ num: 1, den: 1 }),
  freeze: z.boolean().default(false), fit: z.enum(['fit', 'fill', 'stand']).default('fit'),
  levelDb: z.number().min(-60).max(24).default(0), muted: z.boolean().default(false),
})
export type Clip = z.infer<typeof Clip>

const last = frame
/** Where an element's start or end is. `offset` counts frames, after being positive; `last` is where it was last found. */
export const Edge = z.discriminatedUnion('on', [
  z.object({ on: z.literal('loose'), frame }),
  z.object({ on: z.literal('moment'), moment: id, edge: z.enum(['start', 'end']).default('start'), offset: frame.default(0), last }),
  z.object({ on: z.literal('element'), element: id, edge: z.enum(['start', 'end']), offset: frame.default(0), last }),
  z.object({ on: z.literal('length'), frames: frame.min(1) }),
])
export type Edge = z.infer<typeof Edge>

export const Easing = z.enum(['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out'])
export type Easing = z.infer<typeof Easing>
export const Passing = z.object({
  how: z.enum(['none', 'fade', 'slide', 'grow']), from: z.enum(['left', 'right', 'top', 'bottom']).default('left'),
  frames: frame.min(0).max(100_000).default(10), easing: Easing.default('ease-out'),
})
/** How an element comes or goes, and for how many frames. */
export type Passing = z.infer<typeof Passing>

export const Element = z.object({
  id, name: z.string().max(120), track: id, start: Edge, end: Edge,
  /** `take`: moves and grows with the framing; `picture`: stays put. */
  space: z.enum(['picture', 'take']),
  /** Pixels of the lesson's frame, of the anchor point. */
  x: px, y: px, width: z.number().min(0).max(100_000), height: z.number().min(0).max(100_000),
  /** Degrees, clockwise. */
  rotation: z.number().min(-36_000).max(36_000).default(0), opacity: z.number().min(0).max(1).default(1),
  anchor: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).default({ x: 0.5, y: 0.5 }),
  arrival: Passing, departure: Passing, look: Look,
})
export type Element = z.infer<typeof Element>

/** A moment set on the lesson's own time, where no take lies under it. */
export const LessonMoment = z.object({ id, kind: z.enum(['mark', 'chapter']), label: z.string().max(200), frame: frame.min(0) })
export type LessonMoment = z.infer<typeof LessonMoment>

export const LESSON_VERSION = 1
export const Lesson = z.object({
  format: z.literal('vivid-vane-lesson'), version: z.literal(LESSON_VERSION), name: z.string().min(1).max(200),
  frame: z.object({ width: z.number().int().min(16).max(7680).multipleOf(2), height: z.number().int().min(16).max(4320).multipleOf(2) }),
  rate: Rate,
  /** In frames; null: until the last clip ends. */
  length: frame.min(1).nullable(),
  background: Colour,
  media: z.record(id, Medium), tracks: z.array(Track), clips: z.array(Clip),
  /** Back to front. */
  elements: z.array(Element), moments: z.array(LessonMoment),
})
/** The document: everything about one video. */
export type Lesson = z.infer<typeof Lesson>
