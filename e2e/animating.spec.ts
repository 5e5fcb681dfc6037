import { others } from '@/core/testing/lessons'
import { lookAs } from '@/core/testing/looks'
import { drawnAt } from '@/core/testing/shown'
import path from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { kindOf, kindName } from '@/core/kinds'
import type { Element, Lesson } from '@/core/lesson/schema'
import { motionOf, placementOf, posedAt } from '@/core/motion'
import { apply, IDENTITY, type Point } from '@/core/geometry'
import { framingOf } from '@/core/scene'
import { resolve, type Timed } from '@/core/timing'
import { demoCopy, folder, goTo, inOrder, clipsIn, lessonOf, newLesson, openDesk, saved, write } from './desk'
import { drawerVideo, receiptSlip, shelfPlan } from './props'
import { Hand } from './hand'
import { bringIn } from './takes'

const here = (name: string) => path.join(folder, name)
const stored = async (page: Page, id: string): Promise<{ lesson: Lesson; timed: Timed }> => {
  await saved(page)
  const lesson = await lessonOf(id)
  return { lesson, timed: resolve(lesson) }
}
const middleOf = (timed: Timed, e: Element, frame: number): Point => {
  const p = placementOf(timed, e, frame, IDENTITY)!
  const size = kindOf(p.element).size(p.element as never)
  return apply(p.matrix, { x: (0.5 - p.element.anchor.x) * size.w, y: (0.5 - p.element.anchor.y) * size.h })
}

test(
  'a receipt slip drops in from above with overshoot and ' +
    'motion blur, rests, and slides out to the right as it fades',
  async ({ page }) => {
    write('slip.svg', receiptSlip())
    const id = await demoCopy()
    await openDesk(page, id)
    await bringIn(page, ['slip.svg'])
    const hand = new Hand(page)
    await hand.click(page.getByText('What moves is blurred'))
    await hand.click(await inOrder(page, '“Here is the receipt.”'))
    await hand.key('5')
    await hand.clickAt(1500, 540)
    await hand.click(page.getByRole('button', { name: 'In, out, more' }))
    await hand.click(page.getByRole('menuitem', { name: 'Come in from outside the top edge' }))
    await hand.click(page.getByRole('button', { name: /^Easing of its arrival/ }))
    await hand.click(page.getByRole('option', { name: 'overshoot', exact: true }))
    await hand.key('Escape')
    await hand.click(page.getByRole('button', { name: 'In, out, more' }))
    await hand.click(page.getByRole('menuitem', { name: 'Go out over the right edge' }))
    await hand.click(page.getByLabel('also fades').last())
    const { lesson, timed } = await stored(page, id)
    const slip = lesson.elements.find((e) => kindName(e) === 'still')!
    const span = timed.spans.get(slip.id)!
    const at = (f: number) => middleOf(timed, slip, f)
    const rest = at(span.from + slip.arrival.frames)
    expect(slip.start).toMatchObject({ on: 'moment' })
    expect(at(span.from).y).toBeLessThan(rest.y - 300)
    expect(at(span.from).x).toBeCloseTo(rest.x, 3)
    const fall = Array.from({ length: slip.arrival.frames }, (_, i) => at(span.from + i).y)
    expect(Math.max(...fall)).toBeGreaterThan(rest.y + 20)
    for (let f = span.from + slip.arrival.frames; f <= span.to - slip.departure.frames - 1; f++)
      expect(at(f)).toEqual(rest)
    const item = (f: number) => drawnAt(timed, f).find((i) => i.element === slip.id)!
    expect(item(span.from + 3).instants).toHaveLength(lesson.motionBlur.samples)
    expect(item(span.from + slip.arrival.frames + 5).instants).toBeUndefined()
    const going = [4, 8, 12].map((n) => span.to - slip.departure.frames + n)
    expect(going.map((f) => at(f).x).every((x, i, all) => x > (all[i - 1] ?? rest.x))).toBe(true)
    const seen = going.map((f) => {
      const i = item(f)
      return i.instants ? i.instants[0]!.opacity : i.opacity
    })
    expect(seen.every((o, i) => o < (seen[i - 1] ?? 1))).toBe(true)
    hand.counts('A receipt slip drops in, rests, slides out')
  },
)

test(
  'a shelf plan’s twelve bin labels pop up two frames apart, nearest first, swing a quarter turn ' +
    'and gather in the corner together, while the shelf’s name gives way to the next',
  async ({ page }) => {
    write('shelf-plan.svg', shelfPlan())
    const id = await newLesson('Shelf plan')
    await openDesk(page, id)
    await bringIn(page, ['shelf-plan.svg'])
    await page.keyboard.press('a')
    await page
      .getByRole('dialog')
      .getByRole('listitem')
      .filter({ hasText: 'shelf-plan.svg' })
      .getByRole('button', { name: 'Add to the timeline' })
      .click()
    await expect.poll(async () => (await clipsIn(id)).length).toBe(1)
    await page.keyboard.press('Escape')
    await page.waitForSelector('canvas[data-frame]')
    const hand = new Hand(page)
    // One label, with all that it does when it comes; then copies of it.
    await hand.key('7')
    await hand.clickAt(390, 300)
    await hand.write('A1')
    await hand.type(page.getByLabel('Length (frames)'), '120')
    await hand.type(page.getByLabel('Width (px)', { exact: true }), '150')
    const column = [390, 770, 1150, 1530]
    for (let c = 1; c < 4; c++) {
      await hand.key('Control+d')
      await hand.drag(column[c - 1]!, 300, column[c]!, 300)
    }
    await hand.drag(200, 200, 1720, 400, false)
    for (let r = 1; r < 3; r++) {
      await hand.key('Control+d')
      await hand.drag(390, 300 + 240 * (r - 1), 390, 300 + 240 * r)
    }
    for (let n = 1; n < 12; n++) {
      const [x, y] = [column[n % 4]!, 300 + 240 * Math.floor(n / 4)]
      hand.acts++
      const box = (await page.getByTestId('overlay').boundingBox())!
      await page.mouse.dblclick(box.x + (x / 1920) * box.width, box.y + (y / 1080) * box.height)
      await hand.write(`${'ABC'[Math.floor(n / 4)]}${(n % 4) + 1}`)
    }
    // One after the other, as the first of them comes.
    await hand.clickAt(390, 300)
    await hand.choose(page.getByLabel('Arrives', { exact: true }), 'grow')
    await hand.click(page.getByRole('button', { name: /^Easing of its arrival/ }))
    await hand.click(page.getByRole('option', { name: 'overshoot', exact: true }))
    await hand.key('Escape')
    // The keyboard goes back to what opened the list.
    await expect(page.getByRole('button', { name: /^Easing of its arrival/ })).toBeFocused()
    await hand.go(20)
    await hand.drag(200, 200, 1720, 940, false)
    await hand.click(page.getByRole('button', { name: 'arrival', exact: true }))
    await hand.click(page.getByRole('button', { name: 'Stagger them' }))
    await hand.choose(page.getByTestId('stagger').getByLabel('Order'), 'nearest first')
    // A quarter turn, then all into the corner.
    await hand.go(50)
    await hand.key('f')
    await hand.type(page.getByLabel('turn each by (°)'), '90')
    await hand.go(75)
    await hand.key('f')
    await hand.choose(page.getByLabel('Against'), 'the title safe area')
    await hand.click(page.getByRole('button', { name: 'Right edges' }))
    await hand.click(page.getByRole('button', { name: 'Bottom edges' }))
    // The shelf’s name, and the next.
    await hand.go(0)
    await hand.key('7')
    await hand.clickAt(960, 110)
    await hand.write('Shelf A')
    await hand.type(page.getByLabel('Length (frames)'), '140')
    await hand.go(75)
    await hand.key('Shift+T')
    await hand.click(page.locator('[data-testid=details] textarea').first())
    await hand.write('Shelf B')
    await hand.choose(page.getByLabel('Arrives', { exact: true }), 'slide')
    await hand.choose(page.getByLabel('from the', { exact: true }), 'top')
    const { lesson, timed } = await stored(page, id)
    const bins = lesson.elements.filter((e) => kindName(e) === 'text' && /^[A-C][1-4]$/.test(lookAs(e, 'text').text))
    expect(bins.map((e) => (e.look as { text: string }).text).sort()).toEqual([
      'A1',
      'A2',
      'A3',
      'A4',
      'B1',
      'B2',
      'B3',
      'B4',
      'C1',
      'C2',
      'C3',
      'C4',
    ])
    const first = bins.find((e) => (e.look as { text: string }).text === 'A1')!
    const nearness = (e: Element) => Math.hypot(e.x - first.x, e.y - first.y)
    const starts = bins.toSorted((a, b) => timed.spans.get(a.id)!.from - timed.spans.get(b.id)!.from)
    expect(starts.map((e) => timed.spans.get(e.id)!.from)).toEqual(Array.from({ length: 12 }, (_, i) => i * 2))
    for (let i = 1; i < 12; i++) expect(nearness(starts[i]!)).toBeGreaterThanOrEqual(nearness(starts[i - 1]!) - 8)
    for (const e of bins) {
      const [turn, gather] = motionOf(timed, e).moves
      expect([turn!.from, gather!.from]).toEqual([50, 75])
      expect(posedAt(timed, e, 74)!.rotation).toBeCloseTo(90, 6)
      expect(posedAt(timed, e, 74)).toMatchObject({ x: e.x, y: e.y })
      const end = middleOf(timed, e, gather!.to)
      expect(end.x).toBeGreaterThan(1600)
      expect(end.y).toBeGreaterThan(850)
    }
    const names = lesson.elements.filter((e) => kindName(e) === 'text' && lookAs(e, 'text').text.startsWith('Shelf'))
    expect(
      names.map((e) => [
        (e.look as { text: string }).text,
        timed.spans.get(e.id)!.from,
        timed.spans.get(e.id)!.to === 75,
      ]),
    ).toEqual([
      ['Shelf A', 0, true],
      ['Shelf B', 75, false],
    ])
    hand.counts('A shelf plan: twelve labels pop up, swing, gather')
  },
)

test('an outline follows a drawer being pulled open by seven poses, a thinner one riding on it', async ({ page }) => {
  const drawer = drawerVideo(here('drawer.mp4'))
  const id = await newLesson('Drawer')
  await openDesk(page, id)
  await bringIn(page, ['drawer.mp4'])
  await page.waitForSelector('canvas[data-frame]')
  const hand = new Hand(page)
  const frames = [0, 15, 30, 45, 60, 75, 90]
  const at = frames.map(drawer)
  await hand.key('8')
  await hand.drag(at[0]!.x, at[0]!.y, at[0]!.x + at[0]!.w, at[0]!.y + at[0]!.h)
  await hand.key('z')
  await hand.type(page.getByLabel('Length (frames)'), '150')
  for (let i = 1; i < 7; i++) {
    const [was, is] = [at[i - 1]!, at[i]!]
    await hand.go(frames[i]!)
    await hand.key('Shift+F')
    await hand.drag(was.x, was.y, is.x, is.y, false)
    await hand.drag(was.x + was.w, was.y + was.h, is.x + is.w, is.y + is.h, false)
  }
  await hand.click(page.getByRole('button', { name: /^Easing: / }))
  await hand.click(page.getByRole('option', { name: 'linear', exact: true }))
  await hand.key('Escape')
  await hand.click(page.getByRole('button', { name: 'Give this easing to all its moves' }))
  await hand.go(0)
  await hand.key('8')
  const inner = { x: at[0]!.x + 40, y: at[0]!.y + 30, w: at[0]!.w - 80, h: at[0]!.h - 60 }
  await hand.drag(inner.x, inner.y, inner.x + inner.w, inner.y + inner.h)
  await hand.type(page.getByLabel('Thickness (px)'), '2')
  await hand.type(page.getByLabel('Length (frames)'), '150')
  await hand.key('Control+r')
  await hand.clickAt(at[0]!.x + 10, at[0]!.y + at[0]!.h / 2)
  const { lesson, timed } = await stored(page, id)
  const [outer, thin] = others(lesson) as [Element, Element]
  expect(motionOf(timed, outer).moves).toHaveLength(6)
  const edgesAt = (e: Element, f: number) => {
    const p = placementOf(timed, e, f, IDENTITY)!
    const size = kindOf(p.element).size(p.element as never)
    const a = apply(p.matrix, { x: -size.w / 2, y: -size.h / 2 })
    const b = apply(p.matrix, { x: size.w / 2, y: size.h / 2 })
    return [a.x, a.y, b.x, b.y]
  }
  frames.forEach((f, i) => {
    const is = at[i]!
    edgesAt(outer, f).forEach((v, n) =>
      expect(
        Math.abs(v - [is.x, is.y, is.x + is.w, is.y + is.h][n]!),
        `edge ${n} of pose ${i + 1}`,
      ).toBeLessThanOrEqual(4),
    )
  })
  // Between two poses it runs straight; the drawer itself is never further off than its own unevenness.
  expect(thin.rides?.on).toBe(outer.id)
  for (const f of [0, 22, 50, 90]) {
    const [a, b] = [middleOf(timed, outer, f), middleOf(timed, thin, f)]
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(4)
  }
  hand.counts('An outline follows a drawer by seven poses, another rides on it')
})

test('one arrow points at the search box, waits for a word of the narration, then swings over to the due date', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const hand = new Hand(page)
  await hand.click(await inOrder(page, '“First, find the tool.”'))
  await hand.key('2')
  // The view that follows the pointer shows the search box larger here, and elsewhere.
  const before = await stored(page, id)
  const box = apply(
    framingOf(before.timed, Number(await page.locator('canvas[data-frame]').getAttribute('data-frame'))),
    { x: 560, y: 175 },
  )
  await hand.clickAt(box.x, box.y)
  await hand.click(page.locator('[data-moment][title^="search" i]').first())
  await hand.key('t')
  await hand.clickAt(1580, 390)
  const { lesson, timed } = await stored(page, id)
  const arrow = lesson.elements.at(-1)!
  expect(kindName(arrow)).toBe('arrow')
  const [swing] = motionOf(timed, arrow).moves
  const word = [...timed.moments.values()].find((m) => m.kind === 'word' && m.label.toLowerCase().startsWith('search'))!
  expect(arrow.poses[0]!.start).toMatchObject({ on: 'moment', moment: word.id })
  expect(swing!.from).toBe(word.frame)
  const tip = (f: number) => {
    const p = placementOf(timed, arrow, f, IDENTITY)!
    return apply(p.matrix, { x: p.element.width / 2, y: 0 })
  }
  const near = (p: Point, x: number, y: number) => expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(6)
  near(tip(timed.spans.get(arrow.id)!.from), 560, 175)
  near(tip(word.frame!), 560, 175)
  near(tip(swing!.to), 1580, 390)
  expect(timed.spans.get(arrow.id)!.to).toBeGreaterThan(swing!.to + 30)
  await goTo(page, Math.round(swing!.to))
  hand.counts('One arrow leads from the search box to the due date')
})
