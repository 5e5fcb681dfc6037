import { arrowBetween, newElement, type ElementKind } from '@/core/kinds'
import type { Element, HouseStyle, Lesson } from '@/core/lesson/schema'
import { greyPage } from '../ready/scene'
import { inWords } from '../../words/words'

/** A page with one of each of what a house style says. */
export function styleSample(style: HouseStyle): Lesson {
  const like = { frame: { width: 1920, height: 1080 }, rate: { num: 30, den: 1 }, style }
  const lesson = greyPage(like)
  lesson.moments = [
    inWords('styles.welcome'),
    inWords('styles.findTheTool'),
    inWords('styles.lendItOut'),
    inWords('styles.theReceipt'),
  ].map((label, i) => ({
    id: `chapter-${i}`,
    kind: 'chapter' as const,
    label,
    frame: i * 200,
  }))
  lesson.length = 800
  for (const e of lesson.elements) e.end = { on: 'length', frames: 800 }
  let n = 0
  const add = (kind: ElementKind, change: Partial<Element>, look: object = {}) => {
    const e = newElement(lesson, kind, `s${++n}`, {
      start: { on: 'loose', frame: 0 },
      end: { on: 'length', frames: 800 },
    })
    Object.assign(e, change)
    Object.assign(e.look, look)
    lesson.elements.push(e)
  }
  add('shape', { x: 1130, y: 393, width: 1560, height: 124 })
  add('highlight', { x: 560, y: 530, width: 380, height: 54 })
  add(
    'callout',
    { x: 1330, y: 190, width: 430 },
    { text: inWords('styles.theDueDateFollowsBy'), tip: { x: 1010, y: 372 } },
  )
  add(
    'callout',
    { x: 620, y: 660, width: 400 },
    { text: inWords('styles.partOfTheNameIs'), tip: { x: 760, y: 545 }, mark: '2' },
  )
  add('arrow', arrowBetween({ x: 1320, y: 880 }, { x: 1580, y: 670 }), { bend: 50 })
  add('badge', { x: 1690, y: 800 }, { tip: { x: 1600, y: 680 } })
  add('text', { x: 820, y: 880, width: 620 }, { text: inWords('styles.lendOutATool') })
  add('counter', { x: 1700, y: 130 }, { value: 64 })
  const strip = newElement(lesson, 'chapters', 'chapters', {
    start: { on: 'loose', frame: 0 },
    end: { on: 'length', frames: 800 },
  })
  lesson.elements.push(strip)
  return lesson
}
