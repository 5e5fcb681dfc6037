import { z } from 'zod'
import { Rate } from '../time'
import { Reading } from './reading'
import { Voice } from './voices'
import { Look } from '../kinds/looks'
import { Colour } from '../values'
import { LIMITS } from './limits'
import { MOMENTS_THAT } from './momentKinds'
import { Passing, SIDES } from './passing'
import { HouseStyle } from './style'

export { Passing } from './passing'
export { HouseStyle } from './style'

const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:/_.-]{0,99}$/, 'an id is letters, digits and : / _ . -')
const frame = z.number().int().min(-10_000_000).max(10_000_000)
const us = z.number().int().min(0).max(1e12)
const share = z.number().min(0).max(1)
const px = z.number().min(-100_000).max(100_000)

export const MomentKind = z.enum(MOMENTS_THAT.areHeld)
export type MomentKind = z.infer<typeof MomentKind>

/** An instant (or a short span) in a medium's own time, with the place on its screen where it has one. */
export const Moment = z.strictObject({
  id,
  kind: MomentKind,
  label: z.string().max(200),
  fromUs: us,
  toUs: us.optional(),
  at: z.strictObject({ x: px, y: px }).optional(),
  rect: z.tuple([px, px, px, px]).optional(),
  button: z.number().int().min(0).max(4).optional(),
  byHand: z.boolean().optional(),
  /** How sure it is, where it was found in the pixels; `proposed` until a person accepts it. */
  confidence: share.optional(),
  proposed: z.boolean().optional(),
  /** Of a scroll, each turn of the wheel in it: microseconds, and pixels of the take to the right and down. */
  turns: z
    .array(z.tuple([us, px, px]))
    .max(20_000)
    .optional(),
})
export type Moment = z.infer<typeof Moment>

/** `phrase`: the one that begins with it, where that is known; else phrases are found by signs and pauses. */
export const Word = z.strictObject({
  id,
  text: z.string().min(1).max(200),
  fromUs: us,
  toUs: us,
  phrase: id.optional(),
  /** Its time was set by hand: it stays when words are looked for again. */
  byHand: z.boolean().optional(),
})
export type Word = z.infer<typeof Word>

const Sha = z.string().regex(/^[0-9a-f]{64}$/)
const MediaFile = z
  .string()
  .max(400)
  .regex(/^media\/[A-Za-z0-9_./-]+$/)
  .refine((f) => !f.includes('..'), 'a file lies inside the media folder')
const SoundFile = z.strictObject({ sha256: Sha, file: MediaFile })

/** A file of the lesson. `file` is relative to the lesson's own folder. */
export const Medium = z.strictObject({
  kind: z.enum(['take', 'sound', 'picture']),
  name: z.string().max(255),
  sha256: Sha,
  file: MediaFile,
  /** A sound that was cleaned: of what, whether that is heard, and what it was before and is after it. */
  cleaned: z
    .strictObject({ rumble: z.boolean(), noise: z.boolean(), heard: z.boolean(), before: SoundFile, after: SoundFile })
    .optional(),
  width: z.number().int().min(1).max(LIMITS.pictureSide).optional(),
  height: z.number().int().min(1).max(LIMITS.pictureSide).optional(),
  rate: Rate.optional(),
  durationUs: us.optional(),
  frames: z.number().int().min(0).optional(),
  sound: z.boolean().optional(),
  /**
   * What lies beside the file to help the interface: a copy that seeks fast, a strip of small pictures, loudness peaks.
   */
  aids: z
    .object({
      proxy: z.strictObject({ width: z.number().int().min(2), height: z.number().int().min(2) }).optional(),
      film: z.strictObject({ stepUs: us, count: z.number().int().min(1) }).optional(),
      peaks: z.boolean().optional(),
    })
    .optional(),
  moments: z.array(Moment).default([]),
  words: z.array(Word).default([]),
  /** Where its pointer is: corners of its way, as microseconds and pixels of the take; straight between them. */
  pointer: z
    .array(z.tuple([us, px, px]))
    .max(200_000)
    .optional(),
  /** What its pointer works in, from when on: microseconds, and x, y, width, height of a window or panel. */
  things: z
    .array(z.tuple([us, px, px, px, px]))
    .max(20_000)
    .optional(),
})
export type Medium = z.infer<typeof Medium>

export const Track = z.strictObject({
  id,
  kind: z.enum(['picture', 'sound']),
  name: z.string().max(80),
  muted: z.boolean().optional(),
})
export type Track = z.infer<typeof Track>

const last = frame
/** What of an element something else can hang on; `lands`: the landing of the move to one of its poses. */
const ELEMENT_PARTS = ['start', 'end', 'arrived', 'leaves', 'lands'] as const
const OnElement = z.strictObject({
  on: z.literal('element'),
  element: id,
  edge: z.enum(ELEMENT_PARTS),
  pose: id.optional(),
  offset: frame.default(0),
  last,
})
/**
 * Where an element's start or end is. `offset` counts frames, after being positive; `last` is where it was last found.
 */
export const Edge = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('loose'), frame }),
  z.strictObject({
    on: z.literal('moment'),
    moment: id,
    edge: z.enum(['start', 'end']).default('start'),
    offset: frame.default(0),
    last,
  }),
  OnElement,
  z.strictObject({ on: z.literal('length'), frames: frame.min(1) }),
])
export type Edge = z.infer<typeof Edge>

export { Easing } from '../values'
import { Easing } from '../values'

const passing = Passing.default({ how: 'none', from: 'left', frames: 10, easing: 'ease-out' })

/**
 * Where a move begins or lands: frames after the element's start or before its end, a share of its length, tied, or
 * when a take shows one of its own times; as long as given; straight on from the pose before in the document
 * (`previous`); or from the last earlier one that keys the same values (`key`).
 */
export const MoveEdge = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('start'), frames: frame }),
  z.strictObject({ on: z.literal('end'), frames: frame }),
  z.strictObject({ on: z.literal('share'), share: z.number().min(-10).max(10) }),
  z.strictObject({
    on: z.literal('moment'),
    moment: id,
    edge: z.enum(['start', 'end']).default('start'),
    offset: frame.default(0),
    last,
  }),
  OnElement,
  z.strictObject({ on: z.literal('length'), frames: frame.min(0) }),
  z.strictObject({ on: z.literal('previous') }),
  z.strictObject({ on: z.literal('key') }),
  z.strictObject({ on: z.literal('take'), media: id, us }),
])
export type MoveEdge = z.infer<typeof MoveEdge>

const xy = z.strictObject({ x: px, y: px })
/** The keyframes that stand at one time, and the move that leads to them. What it does not name stays as it was. */
export const Pose = z.strictObject({
  id,
  start: MoveEdge,
  end: MoveEdge,
  easing: Easing.default('ease-in-out'),
  /** By the property’s path: `x`, `rotation`, `look.fill`. */
  values: z.record(z.string().max(60), z.union([z.number().min(-1e6).max(1e6), Colour, z.null()])),
  /** Handles of a curved way: of its start and of its landing, each from its own end in pixels. */
  curve: z.strictObject({ start: xy, landing: xy }).nullable().default(null),
  /** It stays as it is when a follow framing is worked out again. */
  locked: z.boolean().optional(),
  /** A follow framing worked it out, and nobody changed it since: it follows what is explained. */
  found: z.boolean().optional(),
  /** A drawn pointer presses once it has come to rest here. */
  press: z.boolean().optional(),
  /** It holds the pose before it until it lands: it changes nothing itself. */
  holds: z.boolean().optional(),
  /** An older program let its values set out each by itself; what came of that is told until it is settled. */
  apart: z.boolean().optional(),
  /** What it is called, where it has a name. */
  name: z.string().max(80).optional(),
})
export type Pose = z.infer<typeof Pose>

/** What its moves do again and again: from the first move's start to the last landing, or as a whole blink. */
export const Loop = z.strictObject({
  /** `pulse`: it swells and comes back; `tremble`: it is pushed off its place a little, unevenly. */
  how: z.enum(['repeat', 'there-and-back', 'blink', 'pulse', 'tremble']),
  /** null: to the element's end. */
  times: z.number().int().min(1).max(10_000).nullable(),
  /** Frames on and frames off, of a blink. */
  everyFrames: frame.min(1).max(10_000).default(15),
  /** By how much it swells, in % of its size; or is pushed off at the most, in pixels. */
  by: z.number().min(0).max(1000).optional(),
  /** The same number trembles in the same way. */
  seed: z.number().int().min(0).max(1e9).optional(),
})
export type Loop = z.infer<typeof Loop>

/** From the pixels of one thing to those of another. */
export const MatrixNumbers = z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()])
/**
 * Carried along by another element. `by` undoes where that one stood when they were joined; with nothing to ride on any
 * more, what it was carried by stays.
 */
export const Rides = z.strictObject({
  on: id.nullable(),
  by: MatrixNumbers,
  fades: z.boolean().default(false),
  /** How large that one was then: as it grows and shrinks from there, so does what it carries. */
  size: z.strictObject({ width: z.number().positive(), height: z.number().positive() }).optional(),
})
export type Rides = z.infer<typeof Rides>

export const COPIED_PARTS = ['motion', 'look', 'timing'] as const
/** A copy takes over what is changed of its first one, by part; but for what it has as values of its own. */
export const Follows = z.strictObject({
  first: id,
  parts: z.array(z.enum(COPIED_PARTS)).min(1).max(3),
  own: z.array(z.string().max(60)).max(100).default([]),
})
export type Follows = z.infer<typeof Follows>

export const Element = z.strictObject({
  id,
  name: z.string().max(120),
  track: id,
  start: Edge,
  end: Edge,
  /** `framed`: moves and grows with the framing; `fixed`: stays put. */
  space: z.enum(['fixed', 'framed']).default('fixed'),
  /** Framed: its text and its lines are as large in a zoom as without one. */
  readable: z.boolean().optional(),
  /** Pixels of the lesson's frame, of the anchor point. */
  x: px.default(0),
  y: px.default(0),
  width: z.number().min(0).max(100_000).default(0),
  height: z.number().min(0).max(100_000).default(0),
  /** Degrees, clockwise. */
  rotation: z.number().min(-36_000).max(36_000).default(0),
  opacity: z.number().min(0).max(1).default(1),
  anchor: z.strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).default({ x: 0.5, y: 0.5 }),
  arrival: passing,
  departure: passing,
  /** What it looks like is its kind’s own affair: outside the kinds it is no more than an object with paths in it. */
  look: Look as z.ZodType<object>,
  scale: z.strictObject({ x: z.number().min(-100).max(100), y: z.number().min(-100).max(100) }).default({ x: 1, y: 1 }),
  /** Degrees about the upright axis and about the level one, seen from far off. */
  tilt: z
    .object({ upright: z.number().min(-36_000).max(36_000), level: z.number().min(-36_000).max(36_000) })
    .default({ upright: 0, level: 0 }),
  /** Shares of the element’s own box that are cut off. */
  crop: z
    .object({ left: share, right: share, top: share, bottom: share })
    .default({ left: 0, right: 0, top: 0, bottom: 0 }),
  /** How much of it is uncovered, 0 to 100, from which side. */
  reveal: z
    .strictObject({ shown: z.number().min(0).max(100), from: z.enum(SIDES) })
    .default({ shown: 100, from: 'left' }),
  blurPx: z.number().min(0).max(200).default(0),
  /** How round the corners are of what is seen of it, in its own pixels. */
  cornerPx: z.number().min(0).max(4000).default(0),
  /** A shadow of all that it draws, in pixels of its place. */
  shadow: z
    .object({ colour: Colour, dx: px, dy: px, blurPx: z.number().min(0).max(200) })
    .nullable()
    .default(null),
  /** The poses after the first, in the order in which they are reached; the first is the element itself. */
  poses: z.array(Pose).max(1000).default([]),
  loop: Loop.nullable().default(null),
  rides: Rides.nullable().default(null),
  follows: Follows.nullable().default(null),
  /** Values that come of a gauge, by their paths. */
  reads: z.record(z.string().max(60), Reading).default({}),
  /** Whether it blurs as it moves, when the lesson does. */
  motionBlur: z.boolean().default(true),
  locked: z.boolean().default(false),
  hidden: z.boolean().default(false),
  tags: z.array(z.string().min(1).max(40)).max(20).default([]),
  /** The look of the house style that it follows, `callout/label`: what is as that says changes with it. */
  styled: z.string().max(40).nullable().default(null),
  /** Its lesson's house style put it there: it comes and goes with that. */
  always: z.boolean().optional(),
  group: id.nullable().default(null),
})
export type Element = z.infer<typeof Element>

/** A moment set on the lesson's own time, where no take lies under it. */
export const LessonMoment = z.strictObject({
  id,
  kind: z.enum(MOMENTS_THAT.areSet),
  label: z.string().max(200),
  frame: frame.min(0),
})
export type LessonMoment = z.infer<typeof LessonMoment>

/**
 * Elements whose starts, whole bars or nth moves follow each other by so many frames; `shifts` is what each was moved
 * by for it.
 */
export const Stagger = z.strictObject({
  id,
  elements: z.array(id).min(2).max(500),
  what: z.enum(['element', 'start', 'move']),
  /** Which move, counted from 1, where moves are staggered. */
  move: z.number().int().min(1).max(1000).default(1),
  frames: z.number().min(-1000).max(1000),
  order: z.enum(['selection', 'left-to-right', 'top-to-bottom', 'nearest-first', 'shuffled']),
  seed: z.number().int().min(0).max(1e9).default(1),
  jitter: z.number().int().min(0).max(1000).default(0),
  shifts: z.record(id, frame),
})
export type Stagger = z.infer<typeof Stagger>

export const LESSON_VERSION = 4
export const Lesson = z.strictObject({
  format: z.literal('vivid-vane-lesson'),
  version: z.literal(LESSON_VERSION),
  name: z.string().min(1).max(200),
  frame: z.strictObject({
    width: z.number().int().min(LIMITS.frame.least).max(LIMITS.frame.width).multipleOf(2),
    height: z.number().int().min(LIMITS.frame.least).max(LIMITS.frame.height).multipleOf(2),
  }),
  rate: Rate,
  /** What of it was set by hand: a recording that is laid keeps to that. */
  byHand: z
    .array(z.enum(['size', 'rate']))
    .max(2)
    .default([]),
  /** In frames; null: until the last clip or loose element ends, whichever is later. */
  length: frame.min(1).nullable().default(null),
  background: Colour,
  media: z.record(id, Medium).default({}),
  /** The uppermost first. */
  tracks: z.array(Track),
  /** All that stands in time: clips as well. Within a track, back to front. */
  elements: z.array(Element).default([]),
  moments: z.array(LessonMoment).default([]),
  /** What is spoken and written, once for each language. */
  voices: z.array(Voice).max(50).default([]),
  staggers: z.array(Stagger).max(500).default([]),
  /**
   * Motion blur: how long the shutter is open, in degrees of a frame (180 = half of it), and how many instants are
   * mixed.
   */
  motionBlur: z
    .object({ on: z.boolean(), shutter: z.number().min(1).max(720), samples: z.number().int().min(2).max(32) })
    .default({ on: false, shutter: 180, samples: 8 }),
  /** How new elements look, and those that follow it. */
  style: HouseStyle.nullable().default(null),
  /** Lines to place things by, in pixels of the frame. */
  guides: z.strictObject({ x: z.array(px).max(100), y: z.array(px).max(100) }).default({ x: [], y: [] }),
  /** Lessons that are placed in this one: whole, with their own media, closed, at the same rate. */
  get parts(): z.ZodDefault<z.ZodRecord<typeof id, typeof Lesson>> {
    return z.record(id, Lesson).default({})
  },
})
/** The document: everything about one video. */
export type Lesson = z.infer<typeof Lesson>
