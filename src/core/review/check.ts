import { mediumOf, fieldsOf, kindName, placedIn, shows, plays, showsWhat, isGauge } from '../kinds'
import type { ZodError } from 'zod'
import { fits, isNumber } from '../values'
import { propertiesOf, type Property } from '../motion'
import { type KeyValue } from '../values'
import { timedOf } from '../scene'
import { UNITS } from '../values'
import { Lesson, LESSON_VERSION, type Element, type Track } from '../lesson/schema'
import { fromOlder } from './older'
import { upgraded } from '../lesson/upgrade'
import { inWords } from '../../words/words'

/** A fault in a lesson file: where it stands (`elements[3].start.moment`) and what is wrong there. */
export interface Fault {
  at: string
  sentence: string
}

const place = (path: PropertyKey[]): string =>
  path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? String(p) : `.${String(p)}`)).join('') ||
  inWords('review.theFile')

function shapeFaults(error: ZodError): Fault[] {
  return error.issues.flatMap((i): Fault[] =>
    i.code === 'unrecognized_keys'
      ? i.keys.map((key) => ({ at: place([...i.path, key]), sentence: inWords('review.thereIsNoInThis', key) }))
      : [{ at: place(i.path), sentence: i.message }],
  )
}

/**
 * Reads a lesson and names every fault by its place: first what has the wrong shape; when the
 * shape is right, what refers to something that is not there, ids used twice, and circles of ties.
 */
export function checkLesson(value: unknown): { lesson: Lesson; faults: [] } | { lesson: null; faults: Fault[] } {
  const version = (value as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > LESSON_VERSION)
    return {
      lesson: null,
      faults: [
        {
          at: 'version',
          sentence: inWords('review.thisLessonWasWrittenBy', version, LESSON_VERSION),
        },
      ],
    }
  const parsed = Lesson.safeParse(upgraded(value))
  if (!parsed.success) return { lesson: null, faults: shapeFaults(parsed.error) }
  const faults = [...referenceFaults(parsed.data), ...partFaults(parsed.data)]
  if (faults.length > 0) return { lesson: null, faults }
  return { lesson: fromOlder(parsed.data, typeof version === 'number' ? version : LESSON_VERSION), faults: [] }
}

/** Why a property cannot be keyed with a value; null when it can. */
function valueFault(property: Property, value: KeyValue): string | null {
  if (!isNumber(property)) return value === null || typeof value === 'string' ? null : inWords('review.itTakesAColour')
  if (typeof value !== 'number') return inWords('review.itTakesANumber')
  if (fits(property, value)) return null
  const kind = UNITS[property.type].whole ? inWords('review.aWholeNumber') : inWords('review.aNumber')
  return inWords('review.itTakesFromToNot', kind, property.min, property.max, value)
}

/** So many lessons may stand in each other. */
const DEEPEST = 8
/** The faults of the lessons in a lesson, by where they stand in it. */
function partFaults(lesson: Lesson, depth = 1): Fault[] {
  return Object.entries(lesson.parts).flatMap(([id, part]): Fault[] => {
    const at = `parts.${id}`
    if (depth > DEEPEST) return [{ at, sentence: inWords('review.noMoreThanLessonsStand', DEEPEST) }]
    const own: Fault[] = [...referenceFaults(part), ...partFaults(part, depth + 1)]
    if (part.rate.num * lesson.rate.den !== part.rate.den * lesson.rate.num)
      own.unshift({ at: 'rate', sentence: inWords('review.aLessonInALesson') })
    return own.map((f) => ({ ...f, at: `${at}.${f.at}` }))
  })
}

const SHOWN = { picture: 'picture', footage: inWords('review.takeOrPicture'), sound: 'sound' }
/** Notes a fault, by where it is. */
type Say = (at: string, sentence: string) => void

/** Whether every id is used once, and what media and voices name is there. */
function idFaults(lesson: Lesson, say: Say): void {
  const seen = new Map<string, string>()
  const unique = (id: string, at: string) => {
    const first = seen.get(id)
    if (first) say(at, inWords('review.theIdIsAlreadyUsed', id, first))
    else seen.set(id, at)
  }
  lesson.tracks.forEach((t, i) => unique(t.id, `tracks[${i}].id`))
  lesson.elements.forEach((e, i) => unique(e.id, `elements[${i}].id`))
  for (const [key, m] of Object.entries(lesson.media)) {
    m.moments.forEach((x, i) => unique(x.id, `media.${key}.moments[${i}].id`))
    m.words.forEach((x, i) => unique(x.id, `media.${key}.words[${i}].id`))
    if (m.kind !== 'sound' && (!m.width || !m.height)) say(`media.${key}`, inWords('review.aTakeOrAPicture'))
    if (m.kind === 'take' && (!m.rate || !m.frames)) say(`media.${key}`, inWords('review.aTakeHasARate'))
  }
  lesson.voices.forEach((v, i) => {
    unique(v.id, `voices[${i}].id`)
    v.takes.forEach((take, n) => {
      if (!lesson.media[take]) say(`voices[${i}].takes[${n}]`, inWords('review.thereIsNoMedium', take))
    })
  })
  lesson.moments.forEach((m, i) => unique(m.id, `moments[${i}].id`))
}

/** A lesson with its elements and the sorts of its tracks by their ids. */
interface Known {
  lesson: Lesson
  elements: ReadonlyMap<string, Element>
  tracks: ReadonlyMap<string, Track['kind']>
}
/** Whether an element lies on a track of its sort, has a place in time, and shows what is there. */
function standingFaults({ lesson, elements, tracks }: Known, e: Element, at: string, say: Say): void {
  const on = plays(e)?.what === 'sound' ? 'sound' : 'picture'
  if (tracks.get(e.track) !== on)
    say(`${at}.track`, inWords('review.thereIsNoTrackFor', on === 'sound' ? 'sound' : 'pictures', e.track))
  for (const side of ['start', 'end'] as const) {
    const edge = e[side]
    if (edge.on === 'element' && !elements.has(edge.element))
      say(`${at}.${side}.element`, inWords('review.thereIsNoElement', edge.element))
  }
  if (e.start.on === 'length' && e.end.on === 'length') say(`${at}.end`, inWords('review.theStartAndTheEnd'))
  const placed = placedIn(e)
  if (placed && !lesson.parts[placed.part]) say(`${at}.look.part`, inWords('review.thereIsNoLessonIn', placed.part))
  const medium = mediumOf(e)
  if (medium !== null && !shows(e, lesson.media[medium]))
    say(`${at}.look.media`, inWords('review.thereIsNo', SHOWN[showsWhat(e)], medium))
}

/** Whether what an element rides on, follows and reads is there. */
function joinFaults({ elements }: Known, e: Element, at: string, say: Say): void {
  if (e.rides?.on && !elements.has(e.rides.on)) say(`${at}.rides.on`, inWords('review.thereIsNoElementOn', e.rides.on))
  if (e.follows && !elements.has(e.follows.first))
    say(`${at}.follows.first`, inWords('review.thereIsNoElementFirst', e.follows.first))
  for (const [path, { gauge }] of Object.entries(e.reads)) {
    const read = elements.get(gauge)
    if (!read || !isGauge(read)) say(`${at}.reads.${path}`, inWords('review.thereIsNoGauge', gauge))
    if (!fieldsOf(e).some((f) => f.path === path))
      say(`${at}.reads.${path}`, inWords('review.anElementOfTheKind', kindName(e), path))
  }
}

/** Whether the poses of an element key what it has, within its bounds, at times that can be had. */
function poseFaults({ lesson, elements }: Known, e: Element, of: string, say: Say): void {
  const properties = new Map(propertiesOf(e).map((p) => [p.path, p]))
  const ids = new Set<string>()
  e.poses.forEach((p, n) => {
    const at = `${of}.poses[${n}]`
    if (ids.has(p.id)) say(`${at}.id`, inWords('review.theIdIsAlreadyUsedIn', p.id))
    ids.add(p.id)
    if (p.end.on === 'previous' || p.end.on === 'key') say(`${at}.end`, inWords('review.onlyTheStartOfA'))
    if (p.start.on === 'length' && p.end.on === 'length') say(`${at}.end`, inWords('review.theStartAndTheEndOf'))
    for (const [path, value] of Object.entries(p.values)) {
      const property = properties.get(path)
      const fault = property ? valueFault(property, value) : inWords('review.anElementOfTheKindHas', kindName(e), path)
      if (fault) say(`${at}.values.${path}`, fault)
    }
    for (const side of ['start', 'end'] as const) {
      const edge = p[side]
      if (edge.on === 'element' && !elements.has(edge.element))
        say(`${at}.${side}.element`, inWords('review.thereIsNoElement', edge.element))
      if (edge.on === 'take' && !lesson.media[edge.media])
        say(`${at}.${side}.media`, inWords('review.thereIsNoTake', edge.media))
    }
  })
}

function referenceFaults(lesson: Lesson): Fault[] {
  const faults: Fault[] = []
  const say: Say = (at, sentence) => faults.push({ at, sentence })
  idFaults(lesson, say)
  const known: Known = {
    lesson,
    elements: new Map(lesson.elements.map((e) => [e.id, e])),
    tracks: new Map(lesson.tracks.map((t) => [t.id, t.kind])),
  }
  const at = (i: number) => `elements[${i}]`
  lesson.elements.forEach((e, i) => standingFaults(known, e, at(i), say))
  lesson.elements.forEach((e, i) => {
    joinFaults(known, e, at(i), say)
    poseFaults(known, e, at(i), say)
  })
  lesson.staggers.forEach((s, i) =>
    s.elements.forEach((id, n) => {
      if (!known.elements.has(id)) say(`staggers[${i}].elements[${n}]`, inWords('review.thereIsNoElementId', id))
    }),
  )
  for (const c of timedOf(lesson).circles) say(at(lesson.elements.findIndex((e) => e.id === c.element)), c.sentence)
  return faults
}
