import path from 'node:path'
import { expect, test } from '@playwright/test'
import { arrowEnds, kindName } from '@/core/kinds'
import { resolve } from '@/core/timing'
import { base, demoCopy, folder, frameOf, goTo, clipsIn, lessonOf, openDesk, rgbAt, saved, spot } from './desk'

test('the library: the demo is there; lessons are made, renamed, found, duplicated, removed and put back', async ({
  page,
}) => {
  await page.goto(base())
  await expect(page.locator('[data-lesson="Lend out a tool"]')).toBeVisible()
  await page.getByRole('button', { name: 'New lesson' }).click()
  await page.waitForSelector('main[data-ready=true]')
  await expect(page.getByText('This lesson has no recording yet')).toBeVisible()
  await page.getByLabel('Name of the lesson').fill('Return a ladder')
  await page.getByLabel('Name of the lesson').press('Enter')
  await saved(page)
  await page.getByLabel('Back to the lessons').click()
  await page.getByLabel('Search the lessons').fill('ladder')
  await expect(page.locator('[data-lesson]')).toHaveCount(1)
  await page.getByLabel('Duplicate Return a ladder').hover()
  await expect(page.getByRole('tooltip')).toHaveText('Duplicate Return a ladder')
  await page.getByLabel('Duplicate Return a ladder').click()
  await expect(page.getByRole('tooltip')).toHaveCount(0)
  await expect(page.locator('[data-lesson]')).toHaveCount(2)
  // The copy stands under the resting pointer now: nobody points at it, however long it rests.
  await page.waitForTimeout(900)
  await expect(page.getByRole('tooltip')).toHaveCount(0)
  await page.getByLabel('Remove Return a ladder copy').click()
  await expect(page.locator('[data-lesson]')).toHaveCount(1)
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.locator('[data-lesson]')).toHaveCount(2)
})

test(
  'a producer’s day: an arrow at a click, a callout tied to a word, four seconds taken out, the ' +
    'narration moved, all of it right in the exported MP4',
  async ({ page }) => {
    test.setTimeout(900_000)
    const id = await demoCopy()
    await openDesk(page, id)
    const before = resolve(await lessonOf(id))
    // An arrow at the click on Send by mail: choose the moment, choose the kind, point at the spot.
    await page.getByLabel('Find in the running order').fill('Send by')
    await page
      .getByRole('button', { name: /click on Send by mail/ })
      .first()
      .click()
    await page.keyboard.press('2')
    const at = await spot(page, 700, 300)
    await page.mouse.click(at.x, at.y)
    await saved(page)
    let lesson = await lessonOf(id)
    const arrow = lesson.elements.at(-1)!
    expect(kindName(arrow)).toBe('arrow')
    const send = [...before.moments.values()].find((m) => m.label === 'click on Send by mail')!
    expect(arrow.start).toMatchObject({ on: 'moment', moment: send.id, offset: 0 })
    expect(Math.abs(arrowEnds(arrow).tip.x - 700)).toBeLessThan(3)
    await page.getByLabel('Find in the running order').fill('')
    // The receipt's callout: its start is tied to the word “complete” instead, by the sentence in the details.
    await page.locator('[data-element=callout-receipt]').click()
    await page.getByTestId('tie-start').getByTitle('Choose another moment').click()
    await page.getByPlaceholder('Find a moment, a word or an element').fill('complete')
    await page.getByRole('option', { name: 'the word “complete”' }).first().click()
    await page.getByTestId('tie-end').getByLabel('How the end is set').selectOption('length')
    await page.getByTestId('tie-end').getByLabel('Length (frames)').fill('60')
    await page.getByTestId('tie-end').getByLabel('Length (frames)').press('Enter')
    await saved(page)
    // Four seconds out of the middle of the take.
    await page.keyboard.press('Escape')
    await goTo(page, 630)
    await page.keyboard.press('[')
    await goTo(page, 749)
    await page.keyboard.press(']')
    // Of the take alone: it is chosen first.
    await page.locator('[data-clip=clip-1]').click({ position: { x: 60, y: 8 } })
    await page.keyboard.press('Shift+X')
    await expect(page.locator('[data-clip]')).toHaveCount(5)
    await saved(page)
    // The narration goes to the left by dragging.
    const sound = page.locator('[data-clip=clip-2]')
    await sound.scrollIntoViewIfNeeded()
    const box = (await sound.boundingBox())!
    await page.mouse.move(box.x + 400, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + 460, box.y + box.height / 2, { steps: 6 })
    await page.mouse.up()
    await saved(page)
    lesson = await lessonOf(id)
    expect((await clipsIn(id)).find((c) => c.id === 'clip-2')!.at).toBeGreaterThan(20)
    const timed = resolve(lesson)
    expect(timed.length).toBeGreaterThanOrEqual(2010)
    const spans = {
      arrow: timed.spans.get(arrow.id)!,
      note: timed.spans.get('callout-receipt')!,
      bar: timed.spans.get('progress')!,
    }
    expect(spans.arrow.from).toBe(send.frame! - 120)
    const word = [...timed.moments.values()].findLast((m) => m.kind === 'word' && m.label.startsWith('complete'))!
    expect(spans.note.from).toBe(word.frame)
    // Export, and look at the frames.
    await page.keyboard.press('Control+e')
    await page.getByLabel('Quality').selectOption('draft')
    await page.getByRole('button', { name: 'Export', exact: true }).last().click()
    await expect(page.locator('[data-export=done]')).toBeVisible({ timeout: 600_000 })
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name: /Download/ }).click()
    const file = path.join(folder, 'day.mp4')
    await (await download).saveAs(file)
    const middle = arrowEnds(arrow)
    const shaft = { x: (middle.tail.x + middle.tip.x) / 2, y: (middle.tail.y + middle.tip.y) / 2 }
    // Its house style draws it, tail first, and lets it fade at its end.
    const teal = (n: number) => {
      const [r, g, b] = rgbAt(frameOf(file, n), shaft.x, shaft.y)
      return r < 70 && g > 80 && g < 150 && b > 70 && b < 150
    }
    expect([spans.arrow.from - 1, spans.arrow.from + 14, spans.arrow.to - 8, spans.arrow.to].map(teal)).toEqual([
      false,
      true,
      true,
      false,
    ])
    const note = lesson.elements.find((e) => e.id === 'callout-receipt')!
    const cream = (n: number) => {
      const [r, g, b] = rgbAt(frameOf(file, n), note.x - note.width / 2 + 16, note.y)
      return r > 249 && g > 244 && r - b > 5
    }
    expect([spans.note.from - 1, spans.note.from + 14, spans.note.to - 9].map(cream)).toEqual([false, true, true])
    for (const n of [spans.bar.from, 900, 1400, spans.bar.to - 1]) {
      const frame = frameOf(file, n)
      let filled = 0
      for (let x = 0; x < 1920; x++) {
        const [r, g] = rgbAt(frame, x, 1074)
        if (r < 70 && g > 80 && g < 150) filled++
      }
      expect(
        Math.abs(filled - (1920 * (n - spans.bar.from)) / (spans.bar.to - 1 - spans.bar.from)),
      ).toBeLessThanOrEqual(3)
    }
    const click = [...timed.moments.values()].find((m) => m.label === 'click on Cordless drill, 18 V')!
    const orange = (n: number) => {
      const f = frameOf(file, n)
      let hits = 0
      for (let dx = -50; dx <= 50; dx++)
        for (let dy = -50; dy <= 50; dy += 2) {
          const [r, g, b] = rgbAt(f, click.at!.x + dx, click.at!.y + dy)
          if (r > 205 && g > 120 && g < 205 && b < 150 && r - b > 70) hits++
        }
      return hits
    }
    expect(orange(click.frame! - 1)).toBeLessThan(20)
    expect(orange(click.frame! + 3)).toBeGreaterThan(300)
  },
)
