import {
  bigint,
  boolean,
  char,
  customType,
  datetime,
  double,
  index,
  int,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { Patch } from 'immer'
import type { Lesson, Medium } from '@/core/lesson/schema'
import type { Told } from '@/words/told'
import type { JobFacts, JobKindName, JobState } from '@/contract/news'

/** JSON kept as text: MariaDB gives its JSON columns back as text. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (text) => JSON.parse(text) as T,
  })(name)
/** What is told, as text: a sentence by its name as JSON; older ones as they read. */
const telling = customType<{ data: Told; driverData: string }>({
  dataType: () => 'longtext',
  toDriver: (what) => (typeof what === 'string' ? what : JSON.stringify(what)),
  fromDriver: (text) => (text.startsWith('{"word"') ? (JSON.parse(text) as Told) : text),
})
/** What the list of lessons shows of one, kept beside it so that no list has to read whole lessons. */
export interface LessonBrief {
  frames: number
  rate: Lesson['rate']
  width: number
  height: number
  elements: number
}
const stamp = (name: string) => datetime(name, { fsp: 3 })

export const lessons = mysqlTable(
  'lessons',
  {
    id: char('id', { length: 12 }).primaryKey(),
    name: varchar('name', { length: 200 }).notNull(),
    /** As it is written into a file: what the schema fills in is left out. */
    doc: json<unknown>('doc').notNull(),
    /** The version of the format that the document and its history are of. */
    format: int('format').notNull().default(2),
    /** The document as an older program left it, when it was brought to a newer format. */
    before: json<unknown>('before_doc'),
    brief: json<LessonBrief>('brief'),
    revision: int('revision').notNull().default(0),
    createdAt: stamp('created_at').notNull(),
    updatedAt: stamp('updated_at').notNull(),
    removedAt: stamp('removed_at'),
  },
  (t) => [index('lessons_updated').on(t.updatedAt)],
)

/** Every edit of a lesson with the way there and back, so that undo outlives a reload. */
export const edits = mysqlTable(
  'edits',
  {
    id: bigint('id', { mode: 'number' }).autoincrement().primaryKey(),
    lesson: char('lesson', { length: 12 }).notNull(),
    seq: int('seq').notNull(),
    label: telling('label').notNull(),
    patches: json<Patch[]>('patches').notNull(),
    inverse: json<Patch[]>('inverse').notNull(),
    undone: boolean('undone').notNull().default(false),
    format: int('format').notNull().default(2),
    at: stamp('at').notNull(),
  },
  (t) => [uniqueIndex('edits_seq').on(t.lesson, t.seq)],
)

/** Each step that was taken, by the id its window gave it: one that is sent twice is taken once. */
export const stepsTaken = mysqlTable(
  'steps_taken',
  {
    lesson: char('lesson', { length: 12 }).notNull(),
    step: varchar('step', { length: 40 }).notNull(),
    revision: int('revision').notNull(),
    at: stamp('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.lesson, t.step] })],
)

/** Every file brought in, once: its key is the SHA-256 of what was brought. */
export const media = mysqlTable(
  'media',
  {
    sha256: char('sha256', { length: 64 }).primaryKey(),
    name: varchar('name', { length: 255 }).notNull(),
    kind: varchar('kind', { length: 10 }).notNull(),
    medium: json<Medium>('medium').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    createdAt: stamp('created_at').notNull(),
  },
  (t) => [index('media_created').on(t.createdAt)],
)

/** Work that goes on by itself: files brought in, exports, searches for the pointer. */
export const jobs = mysqlTable(
  'jobs',
  {
    id: char('id', { length: 12 }).primaryKey(),
    kind: varchar('kind', { length: 20 }).notNull().$type<JobKindName>(),
    lesson: char('lesson', { length: 12 }),
    subject: varchar('subject', { length: 100 }).notNull(),
    batch: varchar('batch', { length: 40 }),
    name: varchar('name', { length: 255 }).notNull(),
    payload: json<unknown>('payload').notNull(),
    state: varchar('state', { length: 10 }).notNull().$type<JobState>(),
    step: varchar('step', { length: 60 }).notNull(),
    share: double('share').notNull(),
    sentence: telling('sentence'),
    facts: json<JobFacts>('facts').notNull(),
    tries: int('tries').notNull().default(0),
    createdAt: stamp('created_at').notNull(),
    endedAt: stamp('ended_at'),
  },
  (t) => [index('jobs_state').on(t.state), index('jobs_created').on(t.kind, t.createdAt)],
)

/** What a team keeps for all its lessons: house styles, and ready things. */
export const kept = mysqlTable(
  'kept',
  {
    id: char('id', { length: 12 }).primaryKey(),
    kind: varchar('kind', { length: 12 }).notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    doc: json<unknown>('doc').notNull(),
    updatedAt: stamp('updated_at').notNull(),
  },
  (t) => [index('kept_kind').on(t.kind, t.name)],
)
