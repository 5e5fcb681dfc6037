import { expect, test } from '@playwright/test'
import {
  addElement,
  addElements,
  applyEdit,
  copies,
  followCopy,
  idsFrom,
  inOne,
  membersOf,
  moveElements,
  setElements,
  type Edit,
} from '@/core/edits'
import { isClip, kindName, newElement } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { gaugeAt, posedAt } from '@/core/motion'
import { demoCopy, goTo, lessonOf, newLesson, openDesk, rgbAt, saved, sendEdit, write } from './desk'
import { exported, fileRow, stored } from './exported'
import { Hand } from './hand'
import { bringIn, inLibrary, near, pickWord, plainTake } from './takes'

const MAGENTA = [255, 0, 255]
test('a presenter shrinks into a corner, goes to another on a word, and lies over a spotlight', async ({ page }) => {
  plainTake('presenter.mp4', 'magenta', '640x360', 30)
  await inLibrary(page, ['presenter.mp4'])
  const id = await demoCopy()
  await openDesk(page, id)
  const hand = new Hand(page)
  await goTo(page, 0)
  await hand.key('a')
  await hand.click(fileRow(page, 'presenter.mp4').getByRole('button', { name: 'Place on top at the playhead' }))
  await hand.go(60)
  await hand.click(page.getByRole('button', { name: 'Place at the bottom right' }))
  await pickWord(hand, 'narration/word-12')
  await hand.click(page.getByRole('button', { name: 'Place at the top left' }))
  await page.keyboard.press('Escape')
  await hand.key('9')
  await hand.drag(1200, 60, 1800, 500)
  const { lesson, timed } = await stored(page, id)
  const presenter = lesson.elements.find((e) => kindName(e) === 'footage' && e.name.startsWith('presenter'))!
  const onWord = timed.moments.get('narration/word-12')!.frame!
  expect(presenter.poses.map((p) => p.start.on)).toEqual(['start', 'moment'])
  const spotlight = lesson.elements.find((e) => kindName(e) === 'spotlight')!
  expect(timed.spans.get(spotlight.id)!.from).toBeLessThanOrEqual(onWord + 60)
  const setsOut = exported(lesson, 55, 125)
  const goesOn = exported(lesson, onWord - 2, onWord + 75)
  const frame = (f: number) => (f < 125 ? setsOut : goesOn)(f)
  const isPresenter = (f: number, x: number, y: number) => near(rgbAt(frame(f), x, y), MAGENTA)
  // Whole at first; in the corner exactly two seconds after it set out; halfway in between.
  expect([960, 40, 1880].map((x) => isPresenter(59, x, 540))).toEqual([true, true, true])
  const wide = (f: number) =>
    Array.from({ length: 192 }, (_, i) => i * 10).filter((x) => isPresenter(f, x, 950)).length * 10
  expect(Math.abs(wide(120) - 480)).toBeLessThanOrEqual(20)
  expect(wide(119)).toBeGreaterThan(0)
  expect(wide(90)).toBeGreaterThan(600)
  expect([isPresenter(120, 1640, 900), isPresenter(120, 300, 300)]).toEqual([true, false])
  expect(isPresenter(onWord, 1640, 900)).toBe(true)
  expect([isPresenter(onWord + 60, 1640, 900), isPresenter(onWord + 60, 280, 180)]).toEqual([false, true])
  // What the spotlight dims, it does not dim: it lies over it.
  const dimmed = rgbAt(frame(onWord + 70), 900, 900)
  const bare = rgbAt(
    exported(
      { ...lesson, elements: lesson.elements.filter((e) => e.id !== spotlight.id) },
      onWord + 70,
      onWord + 72,
    )(onWord + 70),
    900,
    900,
  )
  expect(Math.max(...dimmed)).toBeLessThan(Math.max(...bare))
  hand.counts('A presenter shrinks into a corner, and goes to another on a word')
})

test('a bar, a number and two wordings read one gauge, which rests on its way', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 200)
  const hand = new Hand(page)
  await hand.key('4')
  const bar = (await stored(page, id)).lesson.elements.at(-1)!
  await hand.key('u')
  await hand.clickAt(960, 300)
  await hand.key('7')
  await hand.clickAt(960, 500)
  await hand.write('Loading → Ready')
  const [, number, text] = (await stored(page, id)).lesson.elements.slice(-3) as [Element, Element, Element]
  await hand.clickAt(960, 300, true)
  await hand.click(page.locator(`[data-element="${bar.id}"]`), ['Shift'])
  await hand.key('Shift+U')
  await hand.key('Shift+W')
  const { lesson, timed } = await stored(page, id)
  const gauge = lesson.elements.findLast((e) => kindName(e) === 'gauge')!
  const value = (f: number) => gaugeAt(timed, gauge.id, f, (e, at) => posedAt(timed, e, at))!
  expect([value(200), value(215), value(230)].map((v) => Math.round(v * 100))).toEqual(
    Array(3).fill(Math.round(value(200) * 100)),
  )
  expect(value(timed.length - 1)).toBe(100)
  // The three agree in every frame, also in exported ones: the bar is as long as the number says.
  const textAt = (f: number) =>
    (
      posedAt(
        timed,
        lesson.elements.find((e) => e.id === text.id)!,
        f,
      )!.look as { text: string }
    ).text
  const shown = (f: number) =>
    (
      posedAt(
        timed,
        lesson.elements.find((e) => e.id === number.id)!,
        f,
      )!.look as { value: number }
    ).value
  for (const f of [200, 231, 260]) expect(shown(f)).toBe(Math.round(value(f)))
  expect([textAt(200), textAt(280)]).toEqual(['Loading', 'Loading'])
  const own = lesson.elements.find((e) => e.id === bar.id)!
  const plain = {
    ...lesson,
    elements: lesson.elements.map((e) =>
      e.id === bar.id ? { ...e, look: { ...e.look, fill: '#00ff00', unfilled: '#000000' } } : e,
    ),
  }
  const frame = exported(plain, 195, 270)
  for (const f of [196, 200, 215, 230, 232, 250, 269]) {
    const row = frame(f)
    let filled = 0
    for (let x = 0; x < 1920; x++) filled += Math.min(1, rgbAt(row, x, own.y)[1] / 235)
    expect(Math.abs(filled - (value(f) / 100) * 1920), `frame ${f}`).toBeLessThanOrEqual(3)
  }
  hand.counts('A bar, a number and two wordings on one gauge')
})

test('a page scrolls within a drawn screen, tied to three words', async ({ page }) => {
  const bands = ['#c00000', '#00a000', '#0000c0', '#c0c000', '#00c0c0', '#c000c0', '#606060', '#ff8000']
  const page8 = bands.map((c, i) => `<rect x="0" y="${i * 500}" width="1000" height="500" fill="${c}"/>`).join('')
  write(
    'page.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="4000" viewBox="0 0 1000 4000">${page8}</svg>`,
  )
  const id = await demoCopy()
  await openDesk(page, id)
  await bringIn(page, ['page.svg'])
  await goTo(page, 0)
  const hand = new Hand(page)
  await hand.key('5')
  await hand.clickAt(960, 540)
  await hand.key('Shift+I')
  await hand.drag(400, 200, 1400, 700)
  const words = ['narration/word-5', 'narration/word-10', 'narration/word-16']
  const all = (await stored(page, id)).lesson
  const still = all.elements.find((e) => kindName(e) === 'still')!
  // It is there for as long as it is spoken of.
  await sendEdit(
    id,
    inOne([
      setElements([still.id, still.rides!.on!], { end: { on: 'loose', frame: 400 }, start: { on: 'loose', frame: 0 } }),
    ]),
  )
  await expect
    .poll(async () => (await lessonOf(id)).elements.find((e) => e.id === still.id)!.end)
    .toEqual({ on: 'loose', frame: 400 })
  await page.waitForTimeout(500)
  for (const w of words) {
    await pickWord(hand, w)
    await hand.key('Shift+PageDown')
  }
  const { lesson, timed } = await stored(page, id)
  const paper = lesson.elements.find((e) => e.id === still.id)!
  expect(paper.poses.map((p) => p.start)).toMatchObject(words.map((moment) => ({ on: 'moment', moment })))
  expect(membersOf(lesson, paper.rides!.on!).map((e) => e.id)).toEqual([paper.id])
  const at = words.map((w) => timed.moments.get(w)!.frame!)
  const frame = exported(lesson, at[0]! - 1, at[2]! + 30)
  // The window is 500 high: a screenful less an overlap of 15 % is 425 pixels of the page.
  const band = (f: number, y: number) => {
    const [r, g, b] = rgbAt(frame(f), 900, y)
    return bands.findIndex((c) =>
      near(
        [r, g, b],
        [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16)),
        20,
      ),
    )
  }
  const on = (scrolled: number, y: number) => Math.floor((scrolled + y - 200) / 500)
  for (const [f, scrolled] of [
    [at[0]! - 1, 0],
    [at[0]! + 25, 425],
    [at[1]! + 25, 850],
    [at[2]! + 25, 1275],
  ] as const)
    for (const y of [230, 450, 670]) expect(band(f, y), `frame ${f}, ${y}`).toBe(on(scrolled, y))
  // Nothing of it is seen outside its screen.
  expect(band(at[0]! + 10, 180)).toBe(-1)
  expect(band(at[0]! + 10, 720)).toBe(-1)
  hand.counts('A page scrolls within a screen, tied to three words')
})

test('two takes that were recorded together are cut together and laid side by side', async ({ page }) => {
  plainTake('desk-a.mp4', 'red', '1920x1080', 8)
  plainTake('desk-b.mp4', 'blue', '1920x1080', 8)
  await inLibrary(page, ['desk-a.mp4', 'desk-b.mp4'])
  const id = await newLesson('Two cameras')
  await openDesk(page, id)
  await page.keyboard.press('a')
  await fileRow(page, 'desk-a.mp4').getByRole('button', { name: 'Add to the timeline' }).click()
  await fileRow(page, 'desk-b.mp4').getByRole('button', { name: 'Place on top at the playhead' }).click()
  await saved(page)
  await page.keyboard.press('Escape')
  const ids = (await lessonOf(id)).elements.filter(isClip).map((e) => e.id)
  const hand = new Hand(page)
  const bar = (n: number) => page.locator(`[data-clip="${ids[n]}"]`)
  hand.acts++
  await bar(0).click({ position: { x: 300, y: 10 } })
  hand.acts++
  await bar(1).click({ position: { x: 300, y: 10 }, modifiers: ['Shift'] })
  await hand.key('Shift+J')
  await hand.key('x')
  await hand.click(page.getByRole('button', { name: 'Lay side by side from here' }))
  const { lesson, timed } = await stored(page, id)
  expect(timed.clips).toHaveLength(4)
  const cut = timed.clips.find((c) => c.id !== ids[0] && c.id !== ids[1])!.at
  expect(timed.clips.filter((c) => c.at === cut)).toHaveLength(2)
  const frame = exported(lesson, cut - 5, cut + 5)
  const seen = (f: number) =>
    [200, 700, 1200, 1700].map((x) =>
      rgbAt(frame(f), x, 540)[0] > 128 ? 'red' : rgbAt(frame(f), x, 540)[2] > 128 ? 'blue' : 'none',
    )
  expect(seen(cut - 1)).toEqual(['blue', 'blue', 'blue', 'blue'])
  expect(seen(cut)).toEqual(['red', 'red', 'blue', 'blue'])
  // Cut together, they move together: what follows stays beside the other.
  hand.counts('Two takes cut together and laid side by side')
})

test('ten copies do what the first does: its motion is changed once', async ({ page }) => {
  const id = await newLesson('Ten lamps')
  await openDesk(page, id)
  const lesson = await lessonOf(id)
  const first: Element = {
    ...newElement(
      lesson,
      'shape',
      'lamp',
      { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames: 120 } },
      { x: 100, y: 200 },
    ),
    width: 80,
    height: 80,
    poses: [
      {
        id: 'up',
        start: { on: 'start', frames: 20 },
        end: { on: 'start', frames: 40 },
        easing: 'linear',
        values: { y: 400 },
        curve: null,
      },
    ],
  }
  const one = applyEdit(lesson, addElement(first), idsFrom('one'))
  if (!('edited' in one)) throw new Error('refused')
  let n = 0
  const ten = Array.from({ length: 10 }, () => copies([first], one.edited.timed, null, () => `lamp-${++n}`)).flat()
  const edits: Edit[] = [
    addElement(first),
    addElements(ten),
    ...ten.map((e, i) => moveElements([e.id], 150 * (i + 1), 0)),
    followCopy(
      ten.map((e) => e.id),
      first.id,
      ['motion', 'look'],
    ),
  ]
  await sendEdit(id, inOne(edits))
  await openDesk(page, id)
  await goTo(page, 60)
  const hand = new Hand(page)
  await hand.clickAt(100, 400)
  await hand.drag(100, 400, 100, 700)
  const { lesson: after, timed } = await stored(page, id)
  const lamps = after.elements.filter((e) => kindName(e) === 'shape')
  expect(lamps).toHaveLength(11)
  for (const [i, e] of lamps.entries()) {
    const now = posedAt(timed, e, 60)!
    expect(now.x).toBe(100 + 150 * i)
    expect(Math.abs(now.y - 700)).toBeLessThan(3)
    expect(posedAt(timed, e, 10)).toMatchObject({ x: 100 + 150 * i, y: 200 })
  }
  const frame = exported(after, 55, 65)
  const lit = (x: number, y: number) => !near(rgbAt(frame(60), x, y), [0x22, 0x25, 0x2a], 6)
  for (let i = 0; i <= 10; i++)
    expect([lit(61 + 150 * i, 700), lit(61 + 150 * i, 400)], `lamp ${i}`).toEqual([true, false])
  hand.counts('Ten copies move as the first one')
})
