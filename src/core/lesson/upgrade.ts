import { memo } from '../values'
import { fitRect } from './clips'
import { Element, Lesson, LESSON_VERSION, Medium } from './schema'

type Plain = Record<string, unknown>
const object = (value: unknown): Plain => (typeof value === 'object' && value !== null ? (value as Plain) : {})
const list = (value: unknown): Plain[] => (Array.isArray(value) ? (value as Plain[]) : [])
/** What today's form has a place for: what else an older file holds was never read. */
const known = (value: Plain, keys: object): Plain =>
  Object.fromEntries(Object.entries(value).filter(([key]) => key in keys))

/**
 * A lesson as an older Vivid Vane wrote it, in today's form. Version 1 knew no poses, rides or staggers: it lacks their
 * fields, which the schema fills in. In versions 1 and 2 clips were apart from the elements, and their tracks from
 * those of elements, which lay over all of them.
 */
export function upgraded(value: unknown): unknown {
  const lesson = object(value)
  if (lesson.version === 1 || lesson.version === 2) return fromClips(lesson)
  return lesson.version === 3 ? ofToday(lesson) : value
}

/** Version 3 had today's form; what its moves and its length came to is settled once it is read (`review/older.ts`). */
const ofToday = memo((lesson: Plain): Plain => ({
  ...lesson,
  version: LESSON_VERSION,
  ...(lesson.parts !== undefined && {
    parts: Object.fromEntries(Object.entries(object(lesson.parts)).map(([id, part]) => [id, ofToday(object(part))])),
  }),
}))

const SPACES: Record<string, string> = { take: 'framed', picture: 'fixed' }

/** What was there to be ridden on is a group; its members stay where they are in the stack. */
const elementFrom = memo((e: Plain): Plain => {
  const look = object(e.look)
  return {
    ...known(e, Element.shape),
    ...(typeof e.space === 'string' && { space: SPACES[e.space] ?? e.space }),
    ...(look.kind === 'carrier' && { look: { kind: 'group', asOne: false } }),
  }
})
const mediumFrom = memo((m: Plain): Plain => known(m, Medium.shape))

type Size = Parameters<typeof fitRect>[2]
const sizes = memo((_clip: Plain) => new Map<string, Plain>())
/** A clip as an element; the same one as long as the clip, its medium and the frame are the same. */
function elementOfClip(clip: Plain, medium: Plain, onSound: boolean, frame: Size, name: string): Plain {
  const key = [frame.width, frame.height, medium.width, medium.height, name, onSound].join()
  let made = sizes(clip).get(key)
  if (!made) sizes(clip).set(key, (made = clipAsElement(clip, medium, onSound, frame, name)))
  return made
}
function clipAsElement(clip: Plain, medium: Plain, onSound: boolean, frame: Size, name: string): Plain {
  const stretch = clip.freeze ? { hold: clip.length } : { toUs: null, speed: clip.speed ?? { num: 1, den: 1 } }
  const plays = {
    media: clip.media,
    inUs: clip.inUs,
    stretches: [stretch],
    ...(clip.levelDb !== undefined && { levelDb: clip.levelDb }),
    ...(clip.muted !== undefined && { muted: clip.muted }),
  }
  const standing = {
    id: clip.id,
    name,
    track: clip.track,
    start: { on: 'loose', frame: clip.at },
    end: { on: 'length', frames: clip.length },
  }
  if (onSound) return { ...standing, look: { kind: 'sound', ...plays } }
  const fit = (clip.fit ?? 'fit') as 'fit' | 'fill' | 'stand'
  const size = { width: Number(medium.width ?? frame.width), height: Number(medium.height ?? frame.height) }
  const { w, h } = fitRect(fit, size, frame)
  const place = { space: 'framed', x: frame.width / 2, y: frame.height / 2, width: w, height: h }
  return { ...standing, ...place, look: { kind: 'footage', fit, ...plays } }
}

/** Tracks of elements, of takes and of sound, in this order: so it was what lay over what. */
const LAYERS = ['elements', 'takes', 'sound']

function fromClips(lesson: Plain): Plain {
  const media = object(lesson.media)
  const tracks = list(lesson.tracks)
  const frame = { width: 1920, height: 1080, ...object(lesson.frame) }
  const onSound = new Set(tracks.filter((t) => t.kind === 'sound').map((t) => t.id))
  const taken = new Map<string, number>()
  const named = (medium: Plain) => {
    const name =
      String(medium.name ?? 'Clip')
        .replace(/\.[^.]*$/, '')
        .slice(0, 110) || 'Clip'
    const n = (taken.get(name) ?? 0) + 1
    taken.set(name, n)
    return n === 1 ? name : `${name} ${n}`
  }
  // A moment in a take that is shown twice was where it was shown first.
  const clips = list(lesson.clips).toSorted((a, b) => Number(a.at) - Number(b.at))
  const spoken = Object.entries(media).filter(([, m]) => list(object(m).words).length > 0)
  return {
    ...known(lesson, Lesson.shape),
    // What is said is a voice; its script is what is said, by the words' own ids.
    ...(spoken.length > 0 && { voices: [{ id: 'voice-1', language: 'und', takes: spoken.map(([id]) => id) }] }),
    version: LESSON_VERSION,
    media: Object.fromEntries(Object.entries(media).map(([id, m]) => [id, mediumFrom(object(m))])),
    tracks: LAYERS.flatMap((layer) => tracks.filter((t) => t.kind === layer)).map((t) => ({
      ...t,
      kind: t.kind === 'sound' ? 'sound' : 'picture',
    })),
    elements: [
      ...clips.map((c) => {
        const medium = object(media[String(c.media)])
        return elementOfClip(c, medium, onSound.has(c.track), frame, named(medium))
      }),
      ...list(lesson.elements).map(elementFrom),
    ],
  }
}
