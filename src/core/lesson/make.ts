import { kindNamed, type ElementKind } from '../elements'
import { LESSON_VERSION, type Edge, type Element, type Lesson, type Passing } from './schema'

/** A lesson with nothing in it: 1920 × 1080 at 30 frames a second, and a track of each kind. */
export const emptyLesson = (name: string): Lesson => ({
  format: 'vivid-vane-lesson',
  version: LESSON_VERSION,
  name,
  frame: { width: 1920, height: 1080 },
  rate: { num: 30, den: 1 },
  length: null,
  background: '#22252a',
  media: {},
  tracks: [
    { id: 'elements-1', kind: 'elements', name: 'Elements' },
    { id: 'takes-1', kind: 'takes', name: 'Takes' },
    { id: 'sound-1', kind: 'sound', name: 'Narration' },
  ],
  clips: [],
  elements: [],
  moments: [],
  staggers: [],
  motionBlur: { on: false, shutter: 180, samples: 8 },
  guides: { x: [], y: [] },
})

export const noPassing = (): Passing => ({ how: 'none', from: 'left', frames: 10, easing: 'ease-out' })

/** A new element: it stands there and does nothing else. Its place is the middle of the frame unless given. */
export function newElement(
  lesson: Lesson,
  kind: ElementKind,
  id: string,
  start: Edge,
  end: Edge,
  place?: { x: number; y: number },
): Element {
  const fresh = kindNamed(kind).fresh(lesson)
  const taken = new Set(lesson.elements.map((e) => e.name))
  const title = kindNamed(kind).title
  let name = title
  for (let n = 2; taken.has(name); n++) name = `${title} ${n}`
  const track = lesson.tracks.find((t) => t.kind === 'elements')!.id
  const at = place ?? { x: lesson.frame.width / 2, y: lesson.frame.height / 2 }
  const bar = fresh.look.kind === 'bar'
  return {
    id,
    name,
    track,
    start,
    end,
    space: fresh.space,
    x: bar ? lesson.frame.width / 2 : at.x,
    y: bar ? lesson.frame.height - fresh.height / 2 : at.y,
    width: fresh.width,
    height: fresh.height,
    rotation: 0,
    opacity: 1,
    anchor: fresh.anchor ?? { x: 0.5, y: 0.5 },
    arrival: noPassing(),
    departure: noPassing(),
    look: fresh.look,
    scale: { x: 1, y: 1 },
    tilt: { upright: 0, level: 0 },
    crop: { left: 0, right: 0, top: 0, bottom: 0 },
    reveal: { shown: 100, from: 'left' },
    blurPx: 0,
    shadow: null,
    poses: [],
    loop: null,
    rides: null,
    motionBlur: true,
    locked: false,
    hidden: false,
    tags: [],
    group: null,
  }
}
