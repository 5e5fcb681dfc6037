import type { Drawing, Layer, Picture } from '../display'
import { atPose, motionOf } from '../motion'
import type { Element } from '../lesson/schema'
import { layersAt } from '../scene'
import { alike, apart } from '../scene/shutter'
import type { Timed } from '../timing'
import { outermost } from '../lesson/inner'
import { groupedBy } from '../values'
import { inWords } from '../../words/words'

/** What does not go on from the last frame of a passage to its first. */
export interface Jump {
  element: string
  sentence: string
}
/** So far something may go from one frame to the next without a jump, in pixels; and so much fade, as a share. */
const STEP = { px: 2, opacity: 0.06 }
/** Beyond that, it may go so many times as far as it goes right before and after. */
const USUAL = 1.6

const byElement = (p: Picture) => groupedBy(p.layers, (l) => outermost(l.element))
const distance = (a: Layer, b: Layer) => apart(a as Drawing, b as Drawing)

/**
 * What jumps when a passage is played over and over: what is there on one of its ends only, stands elsewhere, is
 * fainter or looks otherwise. What goes as far as it goes right before and after does not jump.
 *
 * @param alikeShown  whether two pictures of a medium look the same, by their frames; null where nobody knows
 */
export function jumpsAt(
  timed: Timed,
  from: number,
  to: number,
  alikeShown: (media: string, a: number, b: number) => boolean | null = () => null,
): Jump[] {
  if (to - from < 2) return []
  const [first, second, before, last] = [from, from + 1, to - 2, to - 1].map((f) => byElement(layersAt(timed, f)))
  const name = (id: string) => `“${timed.lesson.elements.find((e) => e.id === id)?.name ?? id}”`
  const out: Jump[] = []
  const say = (element: string, words: string) => out.push({ element, sentence: `${name(element)} ${words}` })
  for (const id of new Set([...last!.keys(), ...first!.keys()])) {
    const [a, b] = [last!.get(id)?.[0], first!.get(id)?.[0]]
    if (!a || !b) {
      const there = (a ?? b)!
      if (there.opacity > STEP.opacity)
        say(id, a ? inWords('review.isThereAtTheEnd') : inWords('review.isThereAtTheBeginning'))
      continue
    }
    const [wasBefore, goesOn] = [before!.get(id)?.[0] ?? a, second!.get(id)?.[0] ?? b]
    const steps = [
      [wasBefore, a],
      [b, goesOn],
    ] as const
    const far = distance(a, b)
    const usual = Math.max(...steps.map(([x, y]) => distance(x, y)))
    const fades = Math.abs(a.opacity - b.opacity)
    const usualFade = Math.max(...steps.map(([x, y]) => Math.abs(x.opacity - y.opacity)))
    if (far > STEP.px && far > usual * USUAL) say(id, inWords('review.jumpsByPx', Math.round(far)))
    else if (fades > STEP.opacity && fades > usualFade * USUAL) say(id, inWords('review.isSuddenlyMoreOrLess'))
    else if ('source' in a && 'source' in b) {
      const goesOnThere = Math.abs(b.source.frame - a.source.frame) <= 1 && a.source.media === b.source.media
      const same = a.source.media === b.source.media && alikeShown(a.source.media, a.source.frame, b.source.frame)
      if (!goesOnThere && !same) say(id, inWords('review.showsSomethingElseAtIts'))
    } else if ('shapes' in a && 'shapes' in b && !alike(a.shapes, b.shapes)) say(id, inWords('review.looksOtherwise'))
  }
  return out
}

/** By how much an element jumps each time its moves begin anew, as a sentence; null when it does not. */
export function loopJump(timed: Timed, e: Element): string | null {
  if (e.loop?.how !== 'repeat') return null
  const { moves } = motionOf(timed, e)
  if (moves.length === 0) return null
  const [a, b] = [atPose(timed, e, moves.length), atPose(timed, e, 0)]
  const px = Math.hypot(a.x - b.x, a.y - b.y)
  const turns = Math.abs(a.rotation - b.rotation) % 360
  const other = ['opacity', 'width', 'height'].some((k) => a[k as 'width'] !== b[k as 'width'])
  const scaled = a.scale.x !== b.scale.x || a.scale.y !== b.scale.y
  if (px < 0.5 && Math.min(turns, 360 - turns) < 0.1 && !other && !scaled && alike(a.look, b.look)) return null
  const by = px >= 0.5 ? inWords('review.itJumpsByPx', Math.round(px)) : inWords('review.itJumps')
  return inWords('review.eachTimeItBeginsAnew', by)
}
