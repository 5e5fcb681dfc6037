import { chances } from '../chance'
import { chimesOf, hasPlace, type Chimes, isUnseen, isClip } from '../kinds'
import { DUCKING } from '../kinds/sound/look'
import { isMuted, type Clip } from '../lesson/clips'
import type { Element } from '../lesson/schema'
import { motionOf } from '../motion'
import { frameStartUs } from '../time'
import type { Span, Timed } from '../timing'
import { duckedBy } from './ducking'
import { gainOf, timesLevels, type Level } from './levels'
import type { Heard } from './heard'

/** What comes onto the picture and leaves it: neither what plays, nor what stands for many, nor what shows nothing. */
const comes = (e: Element): boolean => hasPlace(e) && !isClip(e) && !isUnseen(e) && !e.hidden

/** The frames of a span in which something happens that a sound is heard at, in order. */
export function chimeFrames(timed: Timed, { at, of }: Chimes, span: Pick<Span, 'from' | 'to'>): number[] {
  const own = of === null ? timed.lesson.elements.filter(comes) : timed.lesson.elements.filter((e) => e.id === of)
  const frames = (): (number | null)[] => {
    if (at !== 'arrives' && at !== 'moves' && at !== 'leaves')
      return [...timed.moments.values()].flatMap((m) => (m.kind === at && !m.proposed ? [m.frame] : []))
    return own.flatMap((e) => {
      const stands = timed.spans.get(e.id)
      if (!stands) return []
      if (at === 'arrives') return [stands.from]
      if (at === 'moves') return motionOf(timed, e).moves.map((m) => m.from)
      return [stands.to - (e.departure.how === 'none' ? 0 : Math.min(e.departure.frames, stands.to - stands.from))]
    })
  }
  const inside = frames().filter((f): f is number => f !== null && f >= span.from && f < span.to)
  return [...new Set(inside)].sort((a, b) => a - b)
}

/** Which variant is heard each time: chosen by chance, never the same twice in a row where there are others. */
export function variantsFor(times: number, { variants, chance }: Pick<Chimes, 'variants' | 'chance'>): number[] {
  const next = chances(chance * 7919)
  const out: number[] = []
  for (let i = 0; i < times; i++) {
    const before = out.at(-1)
    const free = variants > 1 && before !== undefined ? variants - 1 : variants
    const n = Math.floor(next() * free)
    out.push(before !== undefined && variants > 1 && n >= before ? n + 1 : n)
  }
  return out
}

/** What is heard of sounds that belong to what happens, in a passage. */
export function chimesHeard(timed: Timed, from: number, to: number): Heard[] {
  const { lesson } = timed
  const startUs = frameStartUs(from, lesson.rate)
  const endUs = to === Infinity ? Infinity : frameStartUs(to, lesson.rate)
  return lesson.elements.flatMap((e) => {
    const chimes = chimesOf(e)
    const span = timed.spans.get(e.id)
    const medium = chimes && lesson.media[chimes.media]
    if (!chimes || !medium || !span || chimes.muted || e.hidden || isMuted(lesson, e.track)) return []
    const slotUs = Math.floor((medium.durationUs ?? 0) / chimes.variants)
    if (slotUs <= 0) return []
    const frames = chimeFrames(timed, chimes, span)
    const variants = variantsFor(frames.length, chimes)
    const clip: Clip = {
      id: e.id,
      track: e.track,
      media: chimes.media,
      at: span.from,
      length: span.to - span.from,
      map: { inUs: 0, stretches: [{ toUs: null, speed: { num: 1, den: 1 } }] },
      fitted: false,
      muted: false,
      levelDb: chimes.levelDb,
      element: e,
    }
    const ducks = { media: chimes.media, duckDb: chimes.duckDb, ...DUCKING }
    return frames.flatMap((frame, i): Heard[] => {
      const beginsUs = frameStartUs(frame, lesson.rate)
      const firstUs = Math.max(beginsUs, startUs)
      const longUs = Math.min(beginsUs + slotUs, endUs) - firstUs
      if (longUs <= 0) return []
      const own: Level[] = [{ atUs: 0, gain: gainOf(chimes.levelDb) }]
      const ducked = duckedBy(timed, ducks, firstUs, firstUs + longUs)
      const sourceUs = variants[i]! * slotUs + firstUs - beginsUs
      return [
        {
          clip,
          atUs: firstUs - startUs,
          longUs,
          sourceUs,
          speed: 1,
          pace: { num: 1, den: 1 },
          made: null,
          levels: ducked ? timesLevels(own, ducked, 1) : own,
        },
      ]
    })
  })
}
