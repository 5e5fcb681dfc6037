import { z } from 'zod'
import { PinPlace, ReadyThing } from '@/core/edits'
import { HouseStyle, Lesson, Medium } from '@/core/lesson/schema'
import { FaceFile } from '@/core/text'
import { Rate } from '@/core/time'
import { ExportChoice } from './exports'
import { Job, JOB_KINDS } from './news'
import { routeAt } from './route'
import { Step, Taken } from './steps'
import { toldSchema } from './told'

const Done = z.object({ done: z.literal(true) })
const Made = z.object({ id: z.string() })
const LessonId = z.string().max(12)
const whole = z.number().int().min(0)
const us = whole.max(1e12)
const pixel = 16_384

/** A lesson as the library lists it. */
export const LessonRow = z.object({
  id: z.string(),
  name: z.string(),
  revision: z.number(),
  frames: z.number(),
  rate: Rate,
  width: z.number(),
  height: z.number(),
  elements: z.number(),
  updatedAt: z.string(),
})
export type LessonRow = z.infer<typeof LessonRow>

/** A file that was brought in once. */
export const LibraryFile = z.object({
  sha256: z.string(),
  name: z.string(),
  kind: Medium.shape.kind,
  bytes: z.number(),
  createdAt: z.string(),
  medium: Medium,
})
export type LibraryFile = z.infer<typeof LibraryFile>

/** The patches of a step of the history, as Immer writes them. */
const Patches = z.array(z.custom<import('immer').Patch>())
export const HistoryEntry = z.object({ label: toldSchema, patches: Patches, inverse: Patches })
export type HistoryEntry = z.infer<typeof HistoryEntry>
/** A stretch of a lesson's history next to where it stands, and how many edits lie beyond it. */
export const HistoryStretch = z.object({ entries: z.array(HistoryEntry), beyond: z.number() })
export type HistoryStretch = z.infer<typeof HistoryStretch>

/** A lesson with its history next to where it stands; of the steps that were asked about, those that it has taken. */
export const OpenedLesson = z.object({
  lesson: z.custom<Lesson>(),
  revision: z.number(),
  known: z.array(z.string()),
  undo: HistoryStretch,
  redo: HistoryStretch,
})
export type OpenedLesson = z.infer<typeof OpenedLesson>

const NewLesson = z.union([
  z.object({ name: z.string().trim().min(1).max(200) }),
  z.object({ copyOf: LessonId }),
  /** Of the team's, or of those that ship. */
  z.object({ template: z.string().max(40) }),
  z.object({ demo: z.literal(true) }),
])
/** A typeface that a team brought in: where its measures lie, and on what terms it is used. */
export const KeptFace = z.object({
  name: z.string().min(1).max(80),
  family: z.string().min(1).max(80),
  weight: z.number().int(),
  file: FaceFile,
  letters: z.number().int(),
  licence: z.string().max(2000),
})
export type KeptFace = z.infer<typeof KeptFace>

/** A lesson that others are begun with. */
export const KeptTemplate = z.object({
  name: z.string().min(1).max(80),
  about: z.string().max(400).default(''),
  lesson: Lesson,
})

/** What a team keeps for all its lessons. */
export const Kept = z.discriminatedUnion('kind', [
  z.object({ id: z.string(), kind: z.literal('style'), name: z.string(), doc: HouseStyle }),
  z.object({ id: z.string(), kind: z.literal('ready'), name: z.string(), doc: ReadyThing }),
  z.object({ id: z.string(), kind: z.literal('face'), name: z.string(), doc: KeptFace }),
  z.object({ id: z.string(), kind: z.literal('template'), name: z.string(), doc: KeptTemplate }),
])
export type Kept = z.infer<typeof Kept>
export const Keep = z.discriminatedUnion('kind', [
  /** `base`: the revision that it was changed from, of one that is kept. */
  z.object({ kind: z.literal('style'), doc: HouseStyle, base: whole.optional() }),
  z.object({ kind: z.literal('ready'), doc: ReadyThing }),
  z.object({ kind: z.literal('face'), doc: KeptFace }),
  z.object({ kind: z.literal('template'), doc: KeptTemplate }),
])
export type Keep = z.infer<typeof Keep>

/** What is kept, as a file for others: itself, and the files that it needs, in base64, by their SHA-256. */
export const GivenFile = z.object({
  format: z.literal('vivid-vane-kept'),
  version: z.literal(1),
  kept: Keep,
  media: z.record(
    z.string().regex(/^[0-9a-f]{64}$/),
    z.object({ medium: Medium.nullable(), bytes: z.number(), files: z.record(z.string(), z.base64()) }),
  ),
})
export type GivenFile = z.infer<typeof GivenFile>
/** Such a file has so many bytes at the most. */
export const GIVEN_BYTES = 300 * 1024 ** 2

/** Where a file of the library is used; `past`: something that can be undone or put back needs it. */
const MediumUse = z.object({
  sha256: z.string(),
  lessons: z.array(z.object({ id: z.string(), name: z.string() })),
  kept: z.array(z.string()),
  past: z.boolean(),
})
export type MediumUse = z.infer<typeof MediumUse>

/** What of a recording is to be followed, and through which time; `turns` of the wheel meanwhile. */
const Pinned = z.object({
  fromUs: us,
  toUs: us,
  rect: z.tuple([z.number().int(), z.number().int(), z.number().int().min(1), z.number().int().min(1)]),
  turns: z.array(z.tuple([us, z.number(), z.number()])).max(20_000),
})
/** The parts of a lesson that lead to one in it. */
const Way = z.array(z.string().min(1).max(100)).max(20)
const Language = z.string().regex(/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/)
/** In place of which medium of the lesson it is to be heard, and whether the picture follows it. */
const Instead = z.object({ media: z.string().min(1).max(200), follows: z.boolean() })
const inQuery = z.coerce.number().int().min(0)
/** The version of lessons that a window knows; left out by those that are from before it was asked for. */
const format = inQuery.optional()

/** All that can be asked of the server but files: by the page, and answered by `src/app/api`. */
export const ROUTES = {
  listLessons: routeAt('GET', '/api/lessons', {
    query: z.object({ search: z.string().optional() }),
    answer: z.array(LessonRow),
  }),
  makeLesson: routeAt('POST', '/api/lessons', { body: NewLesson, answer: Made }),
  openLesson: routeAt('GET', '/api/lessons/:id', {
    query: z.object({ steps: z.string().optional(), format }),
    answer: OpenedLesson,
  }),
  removeLesson: routeAt('PATCH', '/api/lessons/:id', { body: z.object({ removed: z.boolean() }), answer: Done }),
  history: routeAt('GET', '/api/lessons/:id/history', {
    query: z.object({ way: z.enum(['undo', 'redo']), format }),
    answer: HistoryStretch.extend({ revision: z.number() }),
  }),
  takeStep: routeAt('POST', '/api/lessons/:id/steps', { query: z.object({ format }), body: Step, answer: Taken }),
  listKept: routeAt('GET', '/api/kept', {
    query: z.object({ kind: z.enum(['style', 'ready', 'face', 'template']) }),
    answer: z.array(Kept),
  }),
  keep: routeAt('POST', '/api/kept', { body: Keep, answer: Made }),
  /** `data`: the file itself, in base64. */
  bringFace: routeAt('POST', '/api/faces', {
    body: z.object({ name: z.string().min(1).max(255), data: z.base64() }),
    answer: z.array(KeptFace.extend({ id: z.string() })),
  }),
  keepAgain: routeAt('PUT', '/api/kept/:id', { body: Keep, answer: Done }),
  giveKept: routeAt('GET', '/api/kept/:id/given', { answer: GivenFile }),
  bringKept: routeAt('POST', '/api/kept/given', {
    body: GivenFile,
    answer: z.object({ id: z.string(), name: z.string() }),
  }),
  letGoOf: routeAt('DELETE', '/api/kept/:id', { answer: Done }),
  listJobs: routeAt('GET', '/api/jobs', {
    query: z.object({ kind: z.enum(JOB_KINDS).optional() }),
    answer: z.array(Job),
  }),
  actOnJob: routeAt('POST', '/api/jobs/:id', { body: z.object({ do: z.enum(['cancel', 'retry']) }), answer: Done }),
  forgetJob: routeAt('DELETE', '/api/jobs/:id', { answer: Done }),
  addExport: routeAt('POST', '/api/exports', {
    body: z.object({ lesson: LessonId, choice: ExportChoice }),
    answer: Made,
  }),
  listMedia: routeAt('GET', '/api/media', {
    query: z.object({ search: z.string().optional(), kind: z.string().optional() }),
    answer: z.array(LibraryFile),
  }),
  usesOfMedia: routeAt('GET', '/api/media/uses', { answer: z.array(MediumUse) }),
  removeMedium: routeAt('DELETE', '/api/media/:sha', { answer: Done }),
  startTrace: routeAt('POST', '/api/media/:sha/trace', {
    body: z.object({ lesson: LessonId, way: Way.optional() }),
    answer: Made,
  }),
  /** Looks for the words of a script in a recording or a sound, for a lesson; gives the job. */
  startAlign: routeAt('POST', '/api/media/:sha/align', {
    body: z.object({
      lesson: LessonId,
      way: Way.optional(),
      script: z.string().max(400_000),
      language: Language,
      instead: Instead.optional(),
      /** It takes another recording's place however little of the script is spoken in it. */
      anyway: z.boolean().optional(),
      /** The voice whose recording it is; null: the lesson's own. */
      voice: z.string().max(200).nullable().optional(),
    }),
    answer: Made,
  }),
  /** Takes rumble and noise out of a sound, for a lesson; gives the job. */
  startCleaning: routeAt('POST', '/api/media/:sha/clean', {
    body: z.object({
      lesson: LessonId,
      way: Way.optional(),
      media: z.string().min(1).max(200),
      rumble: z.boolean(),
      noise: z.boolean(),
    }),
    answer: Made,
  }),
  /** Lets the narrator that ships speak a script for a voice of a lesson, null: its own; gives the job. */
  startNarration: routeAt('POST', '/api/lessons/:id/narration', {
    body: z.object({
      way: Way.optional(),
      voice: z.string().max(200).nullable(),
      script: z.string().max(400_000),
      language: Language,
    }),
    answer: Made,
  }),
  pin: routeAt('POST', '/api/media/:sha/pin', { body: Pinned, answer: z.array(PinPlace) }),
  pointerNear: routeAt('POST', '/api/media/:sha/pointer', {
    body: z.object({ us, x: z.number().min(0).max(pixel), y: z.number().min(0).max(pixel) }),
    answer: z.array(z.tuple([z.number(), z.number(), z.number()])),
  }),
  soundAtSpeed: routeAt('GET', '/api/media/:sha/sound', {
    // As `legsText` writes them.
    query: z.object({ legs: z.string().max(8000) }),
  }),
  spotPicture: routeAt('GET', '/api/media/:sha/spot', {
    query: z.object({
      us: inQuery.max(1e12),
      x: inQuery.max(pixel),
      y: inQuery.max(pixel),
      w: inQuery.min(16).max(pixel),
    }),
  }),
  poster: routeAt('GET', '/api/lessons/:id/poster', { query: z.object({ revision: inQuery.optional() }) }),
} as const
