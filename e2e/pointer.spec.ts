import path from 'node:path'
import { expect, test } from '@playwright/test'
import { demoCopy, ff, folder, lessonOf, newLesson, openBench, saved } from './desk'

const demo = path.join(import.meta.dirname, '../demo/media')
test('a recording without a trace gets its pointer, moments, ripples and a calm follow framing in one act, undone in one step', async ({ page }) => {
  ff('-ss', '32', '-t', '12', '-i', path.join(demo, 'lend-out.mp4'), '-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '20', path.join(folder, 'bare.mp4'))
  const id = await newLesson('Without a trace')
  await openBench(page, id)
  await page.keyboard.press('b')
  await page.getByTestId('file-picker').setInputFiles(path.join(folder, 'bare.mp4'))
  await expect(page.locator('[data-coming="bare.mp4"]')).toContainText('Ready', { timeout: 90_000 })
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Find the pointer', exact: true }).click()
  await expect(page.getByText('The pointer was found')).toBeVisible({ timeout: 120_000 })
  await saved(page)
  const lesson = await lessonOf(id)
  const take = Object.values(lesson.media).find((m) => m.kind === 'take')!
  expect(take.pointer!.length).toBeGreaterThan(10)
  // The clicks on Lend out, the member field and its first name are at 1.6, 6.2 and 9 seconds of this piece.
  expect(take.moments.filter((m) => m.kind === 'click').length).toBeGreaterThanOrEqual(2)
  expect(lesson.elements.map((e) => e.look.kind).sort()).toEqual(['ripple', 'zoom'])
  await expect(page.getByRole('button', { name: 'Find the pointer', exact: true })).toHaveCount(0)
  await page.getByText('Follow the pointer').first().click()
  await expect(page.getByTestId('framing-chart')).toBeVisible()
  await page.getByLabel('Shows things').fill('3')
  await page.keyboard.press('Enter')
  await page.getByTestId('details').getByRole('button', { name: /^Follow (it anew|the pointer)$/ }).last().click()
  await saved(page)
  expect((await lessonOf(id)).elements.find((e) => e.look.kind === 'zoom')!.width).toBeLessThan(700)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await lessonOf(id)).elements.length).toBe(0)
  await expect(page.getByRole('button', { name: 'Find the pointer', exact: true })).toBeVisible()
})
test('a callout in a page that scrolls is pinned to what it points at', async ({ page }) => {
  const id = await demoCopy()
  await openBench(page, id)
  const poses = async (element: string) => (await lessonOf(id)).elements.find((e) => e.id === element)!.poses
  await page.locator('[data-element=callout-parts]').click()
  const pinned = await poses('callout-parts')
  await page.getByTestId('details').getByRole('button', { name: 'Pinned', exact: true }).click()
  await page.getByRole('button', { name: 'Pin it to what it marks' }).click()
  await saved(page)
  await expect(page.getByRole('button', { name: 'Pin it to what it marks' })).toBeVisible({ timeout: 60_000 })
  await expect.poll(async () => (await poses('callout-parts')).at(-1)?.values.y).toBeCloseTo(pinned.at(-1)!.values.y as number, 0)
})
