import { SHIPPED_STYLES } from '.'
import { alwaysFrom, applyEdit, idsFrom, putBack, setElements, setLook, setStyle, followStyle } from '../edits'
import { ADDABLE_KINDS, differsFrom, newElement, styleValues } from '../kinds'
import { Element, HouseStyle, type Lesson } from '../lesson/schema'
import { timedOf } from '../scene'
import { STYLE_VARIANTS } from '../lesson/style'
import { lessonWithTake, loose } from '../testing/lessons'
import { lookAs } from '../testing/looks'
import { contrast, valueAt } from '../values'
import { whyNot } from '@/core/testing/made'

const [linen, signal, chalk] = SHIPPED_STYLES as [HouseStyle, HouseStyle, HouseStyle]
const styled = (style: HouseStyle | null): Lesson => ({ ...lessonWithTake(), style })
const edited = (lesson: Lesson, edit: ReturnType<typeof setStyle>): Lesson => {
  const result = applyEdit(lesson, edit, idsFrom('t'))
  if (!('edited' in result)) throw new Error(whyNot(result) ?? 'nothing changed')
  return result.edited.lesson
}

describe.each(SHIPPED_STYLES.map((s) => [s.name, s] as const))('the house style %s', (_, style) => {
  test('is sound, and so is every element of every kind that is made by it', () => {
    expect(HouseStyle.parse(style)).toEqual(style)
    for (const variant of STYLE_VARIANTS)
      for (const kind of ADDABLE_KINDS) {
        const lesson = styled({ ...style, variant })
        const e = newElement(lesson, kind, 'e', { start: loose(0), end: loose(60) })
        expect(
          Element.safeParse(kind === 'still' ? { ...e, look: { ...e.look, media: 'take' } } : e).error,
        ).toBeUndefined()
        expect(differsFrom(e, lesson.style!, lesson)).toEqual([])
        // Nothing is said about a value that the kind does not have.
        for (const [path] of styleValues(e, style, lesson) ?? [])
          expect([kind, path, valueAt(e, path) !== undefined]).toEqual([kind, path, true])
      }
  })
  test.each(STYLE_VARIANTS)('%s: whatever is written can be read (WCAG 2.2)', (variant) => {
    const p = style.colours[variant]
    const least = variant === 'contrast' ? 7 : 4.5
    const pairs = { ink: p.paper, quiet: p.paper, onAccent: p.accent, onSecond: p.second, onGround: p.ground } as const
    for (const [on, under] of Object.entries(pairs))
      expect([on, contrast(p[on as keyof typeof pairs], under) >= least]).toEqual([on, true])
  })
})

test('the contrast of two colours is that of WCAG 2.2', () => {
  expect(contrast('#ffffff', '#000000')).toBeCloseTo(21, 6)
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2)
})
test('lengths go with the height of the frame, times with its rate', () => {
  const half = { ...styled(linen), frame: { width: 960, height: 540 }, rate: { num: 60, den: 1 } }
  const e = newElement(half, 'callout', 'e', { start: loose(0), end: loose(60) })
  expect(lookAs(e, 'callout')).toMatchObject({ corner: 6, padding: 11, face: { family: 'Public Sans', size: 15 } })
  expect(e).toMatchObject({ arrival: { frames: 26, off: { dy: 11 } }, shadow: { dy: 4, blurPx: 13 } })
})
test('what follows a style changes with it; what was set by hand stays, is told, and can be put back', () => {
  let lesson = styled(linen)
  lesson.elements.push(newElement(lesson, 'callout', 'a', { start: loose(0), end: loose(60) }))
  lesson.elements.push(newElement(styled(null), 'callout', 'plain', { start: loose(0), end: loose(60) }))
  const plain = lesson.elements.at(-1)!
  lesson = edited(lesson, setLook(['a'], 'fill', '#123456'))
  lesson = edited(lesson, setElements(['a'], { shadow: null }))
  const of = (id: string) => lesson.elements.find((e) => e.id === id)!
  expect(differsFrom(of('a'), lesson.style!, lesson)).toEqual(['look.fill', 'shadow'])
  lesson = edited(lesson, setStyle(signal))
  expect(of('a')).toMatchObject({ shadow: null, look: { fill: '#123456', lead: 'tail', face: { weight: 800 } } })
  expect(of('plain')).toEqual(plain)
  lesson = edited(lesson, putBack(['a'], ['look.fill', 'shadow']))
  expect(differsFrom(of('a'), lesson.style!, lesson)).toEqual([])
  expect(of('a')).toMatchObject({ look: { fill: signal.colours.light.accent }, shadow: { dx: 9 } })
  lesson = edited(lesson, setStyle({ ...signal, variant: 'dark' }))
  expect(of('a').look).toMatchObject({ fill: signal.colours.dark.accent })
  lesson = edited(lesson, followStyle(['plain'], ''))
  expect(differsFrom(of('plain'), lesson.style!, lesson)).toEqual([])
  lesson = edited(lesson, setStyle(chalk))
  expect(of('plain').look).toMatchObject({ rough: 3 })
})

test('what stands in every lesson comes with the style: for all of it, from its beginning, until its end', () => {
  const made = styled(linen)
  made.elements.push(newElement(made, 'text', 'logo', { start: loose(0), end: loose(300) }))
  made.elements.push(newElement(made, 'text', 'intro', { start: loose(0), end: loose(60) }))
  made.elements.push(newElement(made, 'text', 'outro', { start: loose(250), end: loose(300) }))
  const timed = timedOf(made)
  const own = ['logo', 'intro', 'outro'].map((id) => made.elements.find((e) => e.id === id)!)
  const style = { ...linen, id: 'ours', revision: 2, always: alwaysFrom(timed, own) }
  expect(HouseStyle.parse(JSON.parse(JSON.stringify(style)))).toEqual(style)
  const other = { ...lessonWithTake(), style: linen, length: 900, frame: { width: 960, height: 540 } }
  const after = edited(other, setStyle(style))
  const spans = timedOf(after).spans
  const put = after.elements.filter((e) => e.always)
  expect(put.map((e) => [spans.get(e.id)!.from, spans.get(e.id)!.to])).toEqual([
    [0, 900],
    [0, 60],
    [850, 900],
  ])
  expect(put.map((e) => e.x)).toEqual([480, 480, 480])
  // Another style takes them away, the same one again changes nothing.
  expect(edited(after, setStyle(signal)).elements.filter((e) => e.always)).toEqual([])
  expect(applyEdit(after, setStyle(style), idsFrom('again'))).toEqual({ refused: null })
})
