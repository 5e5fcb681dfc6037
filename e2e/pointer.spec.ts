import { others } from '@/core/testing/lessons'
import { kindName } from '@/core/kinds'
import { drawnAt } from '@/core/testing/shown'
import path from 'node:path'
import { expect, test } from '@playwright/test'
import { resolve } from '@/core/timing'
import { pointerAt } from '@/core/trace'
import { demoCopy, ff, folder, goTo, lessonOf, newLesson, openDesk, saved, spot } from './desk'

const demo = path.join(import.meta.dirname, '../demo/media')
test(
  'a recording without a trace gets its pointer and moments, and nothing else; ripples and a followed view are ' +
    'offered beside, each a press and an undo',
  async ({ page }) => {
    ff(
      '-ss',
      '32',
      '-t',
      '12',
      '-i',
      path.join(demo, 'lend-out.mp4'),
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-crf',
      '20',
      path.join(folder, 'bare.mp4'),
    )
    const id = await newLesson('Without a trace')
    await openDesk(page, id)
    await page.keyboard.press('a')
    await page.getByTestId('file-picker').setInputFiles(path.join(folder, 'bare.mp4'))
    await expect(page.locator('[data-coming="bare.mp4"]')).toContainText('Ready', { timeout: 180_000 })
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Find the pointer', exact: true }).click()
    await expect(page.getByText('The pointer was found').first()).toBeVisible({ timeout: 120_000 })
    await saved(page)
    const lesson = await lessonOf(id)
    const take = Object.values(lesson.media).find((m) => m.kind === 'take')!
    expect(take.pointer!.length).toBeGreaterThan(10)
    // The clicks on Lend out, the member field and its first name are at 1.6, 6.2 and 9 seconds of this piece.
    expect(take.moments.filter((m) => m.kind === 'click').length).toBeGreaterThanOrEqual(2)
    expect(others(lesson)).toEqual([])
    await page.getByRole('button', { name: /^Ripples on \d+ clicks$|^A ripple on the click$/ }).click()
    await page.getByRole('button', { name: 'Follow the pointer', exact: true }).click()
    await expect(page.getByRole('group', { name: 'Offered' })).toHaveCount(0)
    await saved(page)
    const kinds = others(await lessonOf(id)).map((e) => kindName(e))
    expect(kinds.sort()).toEqual(['ripple', 'zoom'])
    await expect(page.getByRole('button', { name: 'Find the pointer', exact: true })).toHaveCount(0)
    await page.getByText('Follow the pointer').first().click()
    await expect(page.getByTestId('framing-chart')).toBeVisible()
    await page.getByLabel('Zooms in at most').fill('3')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await lessonOf(id)).elements.find((e) => kindName(e) === 'zoom')!.width).toBeLessThan(700)
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect.poll(async () => others(await lessonOf(id)).map((e) => kindName(e))).toEqual(['ripple'])
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect.poll(async () => others(await lessonOf(id)).length).toBe(0)
    await expect(page.getByRole('button', { name: 'Find the pointer', exact: true })).toBeVisible()
  },
)
test('a callout in a page that scrolls is pinned to what it points at', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const poses = async (element: string) => (await lessonOf(id)).elements.find((e) => e.id === element)!.poses
  await page.locator('[data-element=callout-parts]').click()
  const pinned = await poses('callout-parts')
  await page.getByTestId('details').getByRole('button', { name: 'Pinned', exact: true }).click()
  await page.getByRole('button', { name: 'Pin it to what it marks' }).click()
  await saved(page)
  await expect(page.getByRole('button', { name: 'Pin it to what it marks' })).toBeVisible({ timeout: 120_000 })
  await expect
    .poll(async () => (await poses('callout-parts')).at(-1)?.values.y)
    .toBeCloseTo(pinned.at(-1)!.values.y as number, 0)
})
test(
  'what an element is pinned to goes out of sight: from ' + 'when to when is told for good, and a click goes there',
  async ({ page }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await goTo(page, 480)
    await page.getByRole('button', { name: 'Shape', exact: true }).click()
    const picture = (await page.getByTestId('overlay').boundingBox())!
    await page.mouse.move(picture.x + picture.width * 0.25, picture.y + picture.height * 0.4)
    await page.mouse.down()
    await page.mouse.move(picture.x + picture.width * 0.6, picture.y + picture.height * 0.5, { steps: 4 })
    await page.mouse.up()
    await page.getByTestId('details').getByRole('button', { name: 'Pinned', exact: true }).click()
    await page.getByRole('button', { name: 'Pin it to what it marks' }).click()
    // The list makes way for a tool's page at 17.9 s.
    const told = page.getByTestId('out-of-sight').getByRole('button')
    await expect(told).toHaveText(/^00:00:17:2[78] to 00:00:19:00$/, { timeout: 120_000 })
    await page.getByRole('button', { name: '1 finding' }).click()
    await page.getByRole('button', { name: /what it is pinned to is out of sight/ }).click()
    await expect(page.getByTestId('timecode')).toHaveValue(/^00:00:17:2[78]$/)
    await saved(page)
    await page.reload()
    await expect(page.getByRole('button', { name: '1 finding' })).toBeVisible()
  },
)
test('the pointer is dragged to where it is on a frame, and its way on both sides is found again', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 700)
  const way = async () => Object.values((await lessonOf(id)).media).find((m) => m.kind === 'take')!.pointer!
  const before = await way()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('correct')
  await page.keyboard.press('Enter')
  const mark = (await page.getByTestId('pointer-mark').boundingBox())!
  const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 20, y + 12, { steps: 4 })
  await page.mouse.up()
  await expect.poll(async () => JSON.stringify(await way()) !== JSON.stringify(before), { timeout: 120_000 }).toBe(true)
  const after = await way()
  // At that frame it is where it was dropped, and far from it nothing changed.
  const [was, is] = [pointerAt(before, (700 / 30) * 1e6)!, pointerAt(after, (700 / 30) * 1e6)!]
  const px = 1920 / (await page.getByTestId('overlay').boundingBox())!.width
  expect(Math.hypot(is.x - was.x - 20 * px, is.y - was.y - 12 * px)).toBeLessThan(4)
  for (const t of [5e6, 50e6]) expect(pointerAt(after, t)).toEqual(pointerAt(before, t))
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('pointer-mark')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await way()).length).toBe(before.length)
})
test('a drawn pointer goes to the next thing and presses there: its press is a moment that a ripple marks', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 1700)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Drawn pointer' }).click()
  const from = await spot(page, 600, 500)
  await page.mouse.click(from.x, from.y)
  await goTo(page, 1730)
  await page.keyboard.press('t')
  const to = await spot(page, 1200, 700)
  await page.mouse.click(to.x, to.y)
  await goTo(page, 1790)
  await page.getByLabel('It presses here').check()
  await saved(page)
  const lesson = await lessonOf(id)
  const timed = resolve(lesson)
  const hand = lesson.elements.at(-1)!
  expect(kindName(hand)).toBe('pointer')
  const press = timed.moments.get(`${hand.id}:press:${hand.poses[0]!.id}`)!
  expect(Math.hypot(press.at!.x - 1200, press.at!.y - 700)).toBeLessThan(3)
  expect(
    drawnAt(timed, press.frame! + 2)
      .map((i) => i.element)
      .filter((e) => e === hand.id || lesson.elements.some((x) => x.id === e && kindName(x) === 'ripple')),
  ).toHaveLength(2)
  await expect(page.locator(`[data-row="${press.id}"]`)).toBeVisible()
})
