import { execFileSync } from 'node:child_process'
import path from 'node:path'
import { expect, test } from '@playwright/test'
import { base, demoCopy, folder, goTo, kill, openDesk } from './desk'

test('a passage is exported smaller; the list outlives a reload; what is done is downloaded and taken off', async ({
  page,
}) => {
  await openDesk(page, await demoCopy())
  await goTo(page, 300)
  await page.keyboard.press('[')
  await goTo(page, 359)
  await page.keyboard.press(']')
  await page.keyboard.press('Control+e')
  await page.getByLabel('What', { exact: true }).selectOption('passage')
  await page.getByRole('dialog').getByLabel('Size', { exact: true }).selectOption('540')
  await page.getByLabel('Quality').selectOption('draft')
  await page.getByRole('button', { name: 'Export', exact: true }).last().click()
  await expect(page.locator('[data-export=done]')).toHaveCount(1, { timeout: 120_000 })
  await page.goto(`${base()}/exports`)
  const row = page.locator('[data-export=done]').filter({ hasText: 'frames 300 to 360' })
  await expect(row).toBeVisible()
  const download = page.waitForEvent('download')
  await row.getByRole('link', { name: /Download/ }).click()
  const file = path.join(folder, 'passage.mp4')
  await (await download).saveAs(file)
  const facts = execFileSync('ffprobe', [
    '-v',
    'error',
    '-count_frames',
    '-select_streams',
    'v',
    '-show_entries',
    'stream=width,height,nb_read_frames,codec_name',
    '-of',
    'csv=p=0',
    file,
  ])
    .toString()
    .trim()
  expect(facts).toBe('h264,960,540,60')
  await row.getByLabel('Remove this export from the list').click()
  await expect(row).toHaveCount(0)
})
test('an export is cancelled; another goes on after the server was killed under it', async ({ page }) => {
  await openDesk(page, await demoCopy())
  await page.keyboard.press('[')
  await goTo(page, 899)
  await page.keyboard.press(']')
  await page.keyboard.press('Control+e')
  await page.getByRole('button', { name: 'Export', exact: true }).last().click()
  await expect(page.locator('[data-export=running]')).toContainText(/frame \d+ of 2130 · \d+ a second/, {
    timeout: 60_000,
  })
  await page.getByLabel('Cancel this export').click()
  await expect(page.locator('[data-export=cancelled]')).toBeVisible()
  await page.getByRole('dialog').getByLabel('What').selectOption('passage')
  await page.getByLabel('Quality').selectOption('draft')
  await page.getByRole('dialog').getByLabel('Size', { exact: true }).selectOption('360')
  await page.getByRole('button', { name: 'Export', exact: true }).last().click()
  await expect(page.locator('[data-export=running]')).toBeVisible({ timeout: 120_000 })
  kill('app')
  await expect(page.locator('[data-export=done]')).toBeVisible({ timeout: 240_000 })
})
