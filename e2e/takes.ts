import path from 'node:path'
import { expect, type Page } from '@playwright/test'
import { ff, folder, newLesson, openDesk, saved } from './desk'
import type { Hand } from './hand'

export const here = (name: string) => path.join(folder, name)
/** A recording in one colour, with a tone, at so many frames a second. */
export const plainTake = (name: string, colour: string, size: string, seconds: number): void => {
  const picture = `color=c=${colour}:s=${size}:r=30:d=${seconds}`
  const sound = `sine=330:d=${seconds}`
  const codecs = [
    '-pix_fmt',
    'yuv420p',
    '-c:v',
    'libx264',
    '-preset',
    'ultrafast',
    '-vf',
    'scale=out_color_matrix=bt709',
    '-colorspace',
    'bt709',
  ]
  ff('-f', 'lavfi', '-i', picture, '-f', 'lavfi', '-i', sound, ...codecs, '-c:a', 'aac', '-shortest', here(name))
}
export const near = (a: readonly number[], b: readonly number[], off = 12) =>
  a.every((v, i) => Math.abs(v - b[i]!) <= off)
/** Brings in files; `uses` says what they are, where it is asked and another is meant than is guessed. */
export async function bringIn(page: Page, files: string[], uses: Record<string, string> = {}): Promise<void> {
  await page.keyboard.press('a')
  await page.getByTestId('file-picker').setInputFiles(files.map(here))
  // Where it is not plain what they are, it is asked.
  const go = page.getByRole('button', { name: /^Bring in \d+ files?$/ })
  await expect(go.or(page.locator(`[data-coming="${files[0]}"]`)).first()).toBeVisible()
  if (await go.isVisible()) {
    for (const [name, use] of Object.entries(uses)) await page.getByLabel(`${name} is`).selectOption(use)
    await go.click()
  }
  for (const f of files) await expect(page.locator(`[data-coming="${f}"]`)).toContainText('Ready', { timeout: 180_000 })
  await page.keyboard.press('Escape')
}
/** Presses a word on the timeline, brought into sight. */
export async function pickWord(hand: Hand, id: string): Promise<void> {
  hand.acts++
  const word = hand.page.locator(`[data-moment="${id}"]`)
  await hand.page.getByTestId('timeline').evaluate((el, at) => {
    el.scrollLeft = Math.max(
      0,
      Number.parseFloat(document.querySelector<HTMLElement>(`[data-moment="${at}"]`)!.style.left) - 300,
    )
  }, id)
  await hand.page.waitForTimeout(300)
  const box = (await word.boundingBox())!
  await hand.page.mouse.click(box.x + 1.5, box.y + box.height / 2)
}
/** A lesson with a recording in one colour, 640 × 360, that is selected. @returns its id */
export async function oneTake(page: Page, lesson: string, colour: string, seconds: number): Promise<string> {
  plainTake(`${lesson}.mp4`, colour, '640x360', seconds)
  const id = await newLesson(lesson)
  await openDesk(page, id)
  await bringIn(page, [`${lesson}.mp4`])
  await page
    .locator('[data-clip]')
    .first()
    .click({ position: { x: 40, y: 12 } })
  return id
}
/** Files that came into the library by another lesson. */
export async function inLibrary(page: Page, files: string[]): Promise<void> {
  await openDesk(page, await newLesson('Props'))
  await bringIn(page, files)
  await saved(page)
}
