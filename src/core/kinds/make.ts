import { noPassing } from '../lesson/make'
import type { Edge, Element, Lesson } from '../lesson/schema'
import type { ElementKind } from './looks'
import { kindNamed } from './registry'
import { isClip } from './roles/plays'
import { applyStyle } from './styled'
import { toWords } from '../../words/words'

/** The track that a new element lies on: the uppermost without footage, else the uppermost of its sort. */
function trackOf(lesson: Lesson, kind: ElementKind): string {
  const fit = lesson.tracks.filter((t) => (t.kind === 'sound') === (kindNamed(kind).added.with === 'sound'))
  const used = new Set(lesson.elements.filter((e) => isClip(e)).map((e) => e.track))
  return (fit.find((t) => !used.has(t.id)) ?? fit[0])!.id
}

/** A new element: it stands there and does nothing else. Its place is the middle of the frame unless given. */
export function newElement(
  lesson: Lesson,
  kind: ElementKind,
  id: string,
  { start, end }: { start: Edge; end: Edge },
  place?: { x: number; y: number },
): Element {
  const fresh = kindNamed(kind).fresh(lesson)
  const taken = new Set(lesson.elements.map((e) => e.name))
  const title = toWords(kindNamed(kind).title)
  let name = title
  for (let n = 2; taken.has(name); n++) name = `${title} ${n}`
  const track = trackOf(lesson, kind)
  const at = place ?? { x: lesson.frame.width / 2, y: lesson.frame.height / 2 }
  const e: Element = {
    id,
    name,
    track,
    start,
    end,
    space: fresh.space,
    x: fresh.x ?? at.x,
    y: fresh.y ?? at.y,
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
    cornerPx: 0,
    shadow: null,
    poses: [],
    loop: null,
    rides: null,
    follows: null,
    reads: {},
    motionBlur: true,
    locked: false,
    hidden: false,
    tags: [],
    styled: null,
    group: null,
  }
  if (lesson.style) applyStyle(e, lesson.style, lesson)
  return e
}
