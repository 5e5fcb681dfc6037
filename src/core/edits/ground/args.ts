import { z } from 'zod'
import { Easing, Medium } from '../../lesson/schema'

/** What the arguments of edits are made of. */
export const Num = z.number()
export const Frame = z.number().int()
export const Count = z.number().int().positive()
export const Flag = z.boolean()
/** An id that nothing has yet. */
export const NewId = z.string().min(1).max(200)
export const Side = z.enum(['start', 'end'])
export const Axis = z.enum(['across', 'down'])
/** A point, in pixels of the lesson's frame or of an element's place. */
/** A rectangle in the same pixels. */
export const Box = z.object({ x: Num, y: Num, w: Num, h: Num })
export const XY = z.object({ x: Num, y: Num })
/** A file as the library knows it; what of that is none of a lesson's is left out. */
export const MediumArg = Medium.strip()
export { Easing }
/** A way of the pointer: microseconds of the take and pixels. */
export const PointerWay = z.array(z.tuple([Num, Num, Num]))

/** What the pointer works in, from when on: microseconds of the take, and a rectangle in its pixels. */
export const ThingsAround = z.array(z.tuple([Num, Num, Num, Num, Num])).max(20_000)

/** What a drop caught: an edge of a moment, at its frame. */
export const Caught = z.object({ moment: z.object({ id: z.string() }), edge: Side, frame: Num })
export type Caught = z.infer<typeof Caught>

/** Where an act on moves happens: at which frame, what would catch there, how long a move takes if not as usual. */
export const Here = z.object({ frame: Num, caught: Caught.nullable(), frames: Count.optional() })
export type Here = z.infer<typeof Here>

/**
 * In which of its poses an element is meant: the one in force at a frame, and on a move the one that it leaves or leads
 * to; or the n-th, its last where it has no more.
 */
export const Stance = z.union([z.object({ frame: Num, on: Side }), z.object({ pose: z.number().int().min(0) })])
export type Stance = z.infer<typeof Stance>

const RESERVED = new Set(['__proto__', 'constructor', 'prototype'])
/** The name of a field; none of those that JavaScript keeps for itself. */
export const Name = z.string().refine((name) => !RESERVED.has(name))
/** A way into a value: `crop.left`. */
export const Path = z.string().refine((path) => path.split('.').every((name) => !RESERVED.has(name)))
/** Values by their paths. */
export const Values = z.record(Path, z.unknown())
export type Values = z.infer<typeof Values>

export const PoseRefs = z.array(z.object({ element: z.string(), pose: z.string() })).readonly()
