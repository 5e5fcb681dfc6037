import { z } from 'zod'
import { Edit, Id, MediumArg, moveElements, namedBy, registered, type Edit as AnEdit } from '@/core/edits'
import { isClip, placedIn } from '@/core/kinds'
import { CALM, FollowChoice } from '@/core/framing'
import { emptyLesson } from '@/core/lesson/make'
import { Easing, Edge, Element, Lesson, Medium, Moment, MoveEdge, Word, HouseStyle } from '@/core/lesson/schema'
import { LanguageTag } from '@/core/lesson/voices'
import { STYLE_VARIANTS } from '@/core/lesson/style'
import { ReadyThing } from '@/core/edits'
import { SHIPPED_THINGS } from '@/core/ready'
import { SHIPPED_STYLES } from '@/core/styles'
import type { Timed } from '@/core/timing'

/** Chooses by chance: a whole number below `n`. */
export type Below = (n: number) => number

const REACH = 400
let made = 0

/**
 * Any edit of the registry, by its name, with arguments that are made by chance from their schemas: ids name what is in
 * the lesson, parts of a lesson are taken from it.
 */
export function sampleOf(name: string, timed: Timed, below: Below): AnEdit {
  const args = registered()
    .get(name)!
    .map((schema) => value(schema, timed, below))
  while (args.length > 0 && args.at(-1) === undefined) args.pop()
  return { edit: name, args }
}

const pick = <T>(list: readonly T[], below: Below): T => list[below(list.length)]!

function idsOf(what: NonNullable<ReturnType<typeof namedBy>>, { lesson, moments }: Timed): string[] {
  if (what === 'element') return lesson.elements.map((e) => e.id)
  if (what === 'clip') return lesson.elements.filter(isClip).map((e) => e.id)
  if (what === 'track') return lesson.tracks.map((t) => t.id)
  if (what === 'medium') return Object.keys(lesson.media)
  return [...moments.keys()]
}

/** A lesson at another rate, with an element like one of this one's. */
function lessonOfOne(e: Element, { media, tracks, frame }: Lesson): Lesson {
  const own = { ...structuredClone(e), group: null, rides: null, follows: null, reads: {}, poses: [] }
  const end = { on: 'length' as const, frames: 60 }
  return {
    ...emptyLesson('Within'),
    rate: { num: 24, den: 1 },
    length: 90,
    ...structuredClone({ media, tracks, frame }),
    elements: [{ ...own, start: { on: 'loose', frame: 3 }, end } as Element],
  }
}

/** Parts of a lesson as they are in this one; a new element has an id of its own. */
function partOf(schema: z.ZodType, { lesson }: Timed, below: Below): unknown {
  const media = Object.values(lesson.media)
  switch (schema) {
    case Element:
      return { ...structuredClone(pick(lesson.elements, below)), id: `sample-${++made}`, group: null, rides: null }
    case Lesson: {
      const plain = lesson.elements.filter((e) => !placedIn(e))
      return lessonOfOne(pick(plain, below), lesson)
    }
    case Medium:
    case MediumArg:
      return { ...pick(media, below), moments: [], words: [] }
    case Moment:
      return { ...media.flatMap((m) => m.moments)[0], id: `sample-${++made}` }
    case Word:
      return { ...media.flatMap((m) => m.words)[0], id: `sample-${++made}` }
    case ReadyThing:
      return pick(SHIPPED_THINGS, below).make(lesson, 'One\nTwo')
    case HouseStyle:
      return { ...pick(SHIPPED_STYLES, below), variant: pick(STYLE_VARIANTS, below) }
    case LanguageTag:
      return pick(['en', 'cs', 'de-CH'], below)
    case Easing:
      return pick(['linear', 'ease-out', 'spring(0.4)'], below)
    case Edge:
      return pick(lesson.elements, below).start
    case MoveEdge:
      return { on: 'length', frames: 1 + below(30) }
    case FollowChoice:
      return CALM
    case Edit:
      return moveElements([pick(lesson.elements, below).id], below(50), below(50))
  }
  return undefined
}

function value(schema: z.ZodType, timed: Timed, below: Below): unknown {
  const what = namedBy(schema)
  if (what) {
    const ids = idsOf(what, timed)
    return schema === Id[what] ? pick(ids, below) : [...new Set([pick(ids, below), pick(ids, below)])]
  }
  const part = partOf(schema, timed, below)
  if (part !== undefined) return part
  if (schema instanceof z.ZodNumber) return numberOf(schema, below)
  return plainValue(schema.def as unknown as Def, timed, below)
}

function numberOf({ minValue, maxValue, def }: z.ZodNumber, below: Below): number {
  const least = (maxValue ?? REACH) <= 0 ? (minValue ?? -REACH) : Math.max(1, minValue ?? 1)
  const some = least + below(Math.min(REACH, (maxValue ?? REACH) - least) + 1)
  const steps = (def.checks ?? []).flatMap((c) => (c._zod.def as { value?: number; check: string }) ?? [])
  const step = steps.find((c) => c.check === 'multiple_of')?.value ?? 1
  const number = Math.floor(some / step) * step
  return maxValue === 1 ? below(101) / 100 : number
}

interface Def {
  type: string
  innerType: z.ZodType
  element: z.ZodType
  valueType: z.ZodType
  items: z.ZodType[]
  options: z.ZodType[]
  values: unknown[]
  entries: Record<string, string>
  shape: Record<string, z.ZodType>
}
function plainValue(def: Def, timed: Timed, below: Below): unknown {
  const of = (schema: z.ZodType) => value(schema, timed, below)
  switch (def.type) {
    case 'string':
      return pick(['opacity', 'rotation', 'x'], below)
    case 'boolean':
      return below(2) === 1
    case 'enum':
      return pick(Object.values(def.entries), below)
    case 'literal':
      return def.values[0]
    case 'optional':
      return below(2) ? of(def.innerType) : undefined
    case 'nullable':
      return below(2) ? of(def.innerType) : null
    case 'readonly':
    case 'default':
      return of(def.innerType)
    case 'array':
      return [of(def.element), of(def.element)]
    case 'tuple':
      return def.items.map(of)
    case 'union':
      return of(pick(def.options, below))
    case 'object':
      return Object.fromEntries(
        Object.entries(def.shape).flatMap(([key, schema]) => {
          const made = of(schema)
          return made === undefined ? [] : [[key, made]]
        }),
      )
    case 'record':
      if (def.valueType === Lesson || def.valueType === Medium) return { [`sample-${++made}`]: of(def.valueType) }
      return { opacity: below(101) / 100 }
    case 'unknown':
      return below(101) / 100
    default:
      throw new Error(`No sample is made yet of “${def.type}”`)
  }
}
