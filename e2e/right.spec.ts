import { expect, test, type Page } from '@playwright/test'
import { demoCopy, goTo, lessonOf, openDesk, saved, spot } from './desk'

const menu = (page: Page) => page.getByRole('menu', { name: 'For what was pressed' })
test('a right press opens what can be done with what is pressed: a bar, a clip, a moment, the picture', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const bar = page.locator('[data-element=callout-due] [data-bar]').first()
  await bar.scrollIntoViewIfNeeded()
  await bar.click({ button: 'right', position: { x: 14, y: 6 } })
  await expect(menu(page).getByRole('menuitem').first()).toHaveText(/^Copy/)
  await menu(page)
    .getByRole('menuitem', { name: /^Duplicate/ })
    .first()
    .click()
  await saved(page)
  await expect
    .poll(async () => (await lessonOf(id)).elements.filter((e) => e.name.includes('due')).length)
    .toBeGreaterThan(2)
  await page
    .locator('[data-clip]')
    .first()
    .click({ button: 'right', position: { x: 30, y: 8 } })
  await expect(menu(page).getByRole('menuitem').first()).toHaveText(/^Split/)
  await page.keyboard.press('Escape')
  await page.locator('[data-moment]').first().click({ button: 'right', force: true })
  await expect(menu(page).getByRole('menuitem').first()).toHaveText(/callout/)
  await page.keyboard.press('Escape')
  await goTo(page, 0)
  const { x, y } = await spot(page, 60, 60)
  await page.mouse.click(x, y, { button: 'right' })
  await expect(menu(page)).toBeVisible()
  await menu(page)
    .getByRole('menuitem', { name: /All commands/ })
    .click()
  await expect(page.getByPlaceholder('Type a part of its name')).toBeFocused()
})
test('Ctrl and a press add to what is selected, on bars and on the picture', async ({ page }) => {
  await openDesk(page, await demoCopy())
  const bar = (name: string) => page.locator(`[data-element=${name}] [data-bar]`).first()
  await bar('callout-due').scrollIntoViewIfNeeded()
  await bar('callout-due').click({ position: { x: 14, y: 6 } })
  await bar('callout-receipt').click({ position: { x: 14, y: 6 }, modifiers: ['Control'] })
  await expect(page.getByTestId('details')).toContainText('2 elements')
})
test('a bar is dragged straight down onto another track', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const bar = page.locator('[data-element=callout-due] [data-bar]').first()
  await bar.scrollIntoViewIfNeeded()
  const { tracks, elements } = await lessonOf(id)
  const own = elements.find((e) => e.id === 'callout-due')!
  const other = tracks.find((t) => t.kind === 'picture' && t.id !== own.track)!
  const [from, to] = [(await bar.boundingBox())!, (await page.locator(`[data-lane="${other.id}"]`).boundingBox())!]
  await page.mouse.move(from.x + 16, from.y + 8)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(from.x + 16, from.y + 8 + ((to.y + 10 - from.y - 8) * i) / 6)
  await page.mouse.up()
  await saved(page)
  const now = (await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!
  expect([now.track, now.start]).toEqual([other.id, own.start])
})
test('the name beside a short bar selects it, the framing its zoom; beside the picture is nothing', async ({
  page,
}) => {
  await openDesk(page, await demoCopy())
  const name = page.locator('[data-name-of=callout-receipt]')
  await name.scrollIntoViewIfNeeded()
  await name.click({ position: { x: 20, y: 8 } })
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Callout: the receipt')
  await page.getByTestId('picture').click({ position: { x: 4, y: 4 } })
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveCount(0)
  await page.locator('[data-lane=framing]').click({ position: { x: 620, y: 6 } })
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Zoom to the dialog')
})
