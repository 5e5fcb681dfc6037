import { leads } from '../kinds'
import { around as cornersAround, type Point, type Rect } from '../geometry'
import { placeOnLesson, sourceUsAt, takeAt } from '../lesson/clips'
import { posedAt, clipAt } from '../motion'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'
import { pointerAt, thingAt, type Trace } from '../trace'
import type { FollowInput, Whole } from './input'
import { momentKind } from '../moments'
import { opensIn, thingsInUse, type OnScreen } from './things'

/** Where a drawn pointer is, where one is shown on the take. */
function drawnAt(timed: Timed, frame: number): Point | null {
  for (const e of timed.lesson.elements) {
    if (!leads(e) || e.space !== 'framed' || e.hidden) continue
    const span = timed.spans.get(e.id)!
    const posed = frame >= span.from && frame < span.to ? posedAt(timed, e, frame) : null
    if (posed) return { x: posed.x, y: posed.y }
  }
  return null
}

/**
 * What a follow framing needs of a trace, at a frame rate: the pointer at each frame, up to its last event; the frames
 * at which a button is down; what appears that is to be seen whole.
 *
 * @returns null when the trace has no pointer
 */
export function followInput(trace: Trace, fps: number): FollowInput | null {
  const places = trace.events.filter((e) => 'x' in e)
  if (places.length === 0) return null
  const n = Math.floor(trace.events.at(-1)!.t * fps + 1e-6) + 1
  const pointer: Point[] = []
  for (let f = 0, i = 0; f < n; f++) {
    while (i + 1 < places.length && places[i + 1]!.t <= f / fps + 1e-6) i++
    pointer.push({ x: places[i]!.x, y: places[i]!.y })
  }
  const stills: number[] = []
  let down: number | null = null
  for (const e of trace.events) {
    const frame = Math.min(n - 1, Math.round(e.t * fps))
    if (e.type === 'pointerdown') {
      down = frame
      stills.push(Math.min(n - 1, Math.floor(e.t * fps)), frame, Math.min(n - 1, Math.ceil(e.t * fps)))
    } else if (e.type === 'pointerup' && down !== null) {
      stills.push(frame)
      down = null
    }
  }
  const at = (t: number) => Math.min(n - 1, Math.round(t * fps))
  const found = trace.events.filter((e) => e.type === 'thing')
  const { width, height } = trace
  const screen: OnScreen = {
    width,
    height,
    fps,
    pointer,
    came: trace.events.flatMap((e) => (e.type === 'screenchange' ? [{ at: at(e.t), rect: rectOf(e.rect) }] : [])),
    pressed: trace.events.flatMap((e) =>
      e.type === 'pointerdown' && e.target?.rect ? [{ at: at(e.t), rect: rectOf(e.target.rect) }] : [],
    ),
    around: found.map((e, i) => ({
      from: at(e.t),
      to: i + 1 < found.length ? at(found[i + 1]!.t) : n,
      rect: rectOf(e.rect),
    })),
  }
  return { width, height, fps, pointer, stills, opens: opensIn(screen), uses: thingsInUse(screen) }
}
const rectOf = ([x, y, w, h]: [number, number, number, number]): Rect => ({ x, y, w, h })

/** The windows and panels that the pointer works in, in frames from the passage's start up to another. */
function aroundIn(timed: Timed, span: { from: number; to: number }): Whole[] {
  const { lesson } = timed
  const out: (Whole & { of: string })[] = []
  for (let f = span.from; f < span.to; f++) {
    const clip = takeAt(timed, f)
    const medium = clip && lesson.media[clip.media]
    if (!clip || !medium?.things) continue
    const n = thingAt(medium.things, sourceUsAt(clip, f, lesson.rate))
    if (n === null) continue
    const at = f - span.from
    const last = out.at(-1)
    const of = `${clip.id} ${n}`
    if (last?.of === of && last.to === at) {
      last.to = at + 1
      continue
    }
    const [, x, y, w, h] = medium.things[n]!
    const posed = clipAt(timed, clip, f)
    const [a, b] = [
      placeOnLesson({ x, y }, posed, medium, lesson.frame),
      placeOnLesson({ x: x + w, y: y + h }, posed, medium, lesson.frame),
    ]
    out.push({ of, from: at, to: at + 1, rect: cornersAround([a, b]) })
  }
  return out
}

/**
 * What a follow framing needs of a lesson's passage, in pixels of the lesson's frame, from the pointers of the takes
 * that are shown in it; or from drawn pointers; where none is shown, the last place holds. Frames count from the
 * passage's start.
 *
 * @param explained  what has to be seen whole, in frames of the lesson
 * @returns null when no take in the passage has a pointer
 */
export function followInputAt(
  timed: Timed,
  span: { from: number; to: number },
  explained: readonly Whole[] = [],
): FollowInput | null {
  const { lesson } = timed
  const pointer: Point[] = []
  let first: Point | null = null
  let last: Point | null = null
  for (let f = span.from; f < span.to; f++) {
    const clip = takeAt(timed, f)
    const medium = clip && lesson.media[clip.media]
    const at = clip && medium?.pointer ? pointerAt(medium.pointer, sourceUsAt(clip, f, lesson.rate)) : null
    if (at && clip && medium) last = placeOnLesson(at, clipAt(timed, clip, f), medium, lesson.frame)
    else last = drawnAt(timed, f) ?? last
    first ??= last
    pointer.push(last ?? { x: NaN, y: NaN })
  }
  if (!first) return null
  for (let i = 0; i < pointer.length && Number.isNaN(pointer[i]!.x); i++) pointer[i] = first
  const stills: number[] = []
  const came: { at: number; rect: Rect }[] = []
  const pressed: { at: number; rect: Rect }[] = []
  const fps = framesPerSecond(lesson.rate)
  const { width, height } = lesson.frame
  const around = aroundIn(timed, span)
  for (const m of timed.moments.values()) {
    if (m.frame === null || m.frame >= span.to) continue
    const at = m.frame - span.from
    const { pointer: done, change } = momentKind(m)
    if (change === 'appears' && m.rect) came.push({ at, rect: m.rect })
    if (at < 0) continue
    if (done) stills.push(at, at + 1)
    if (done === 'press' && m.rect) pressed.push({ at, rect: m.rect })
  }
  came.sort((a, b) => a.at - b.at)
  const screen: OnScreen = { width, height, fps, pointer, came, pressed, around }
  const wholes = explained
    .map(({ from, to, rect }) => ({ from: from - span.from, to: to - span.from, rect }))
    .filter((w) => w.to >= 0 && w.from < pointer.length)
  return { width, height, fps, pointer, stills, opens: opensIn(screen), uses: thingsInUse(screen), wholes }
}
