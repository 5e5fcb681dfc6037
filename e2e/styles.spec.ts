import { expect, test } from '@playwright/test'
import { kindName } from '@/core/kinds'
import { contrast } from '@/core/values'
import { base, demoCopy, goTo, openDesk, saved, spot } from './desk'
import { stored } from './exported'

const look = (e: { look: object }) => e.look as Record<string, unknown>

test('a house style of the team is made, changed and taken over; two windows do not overwrite each other', async ({
  page,
  context,
}) => {
  const id = await demoCopy()
  await page.goto(`${base()}/styles`)
  await page.getByRole('button', { name: 'Make our own copy' }).click()
  await expect(page.getByLabel('Name of the style')).toHaveValue('Linen, ours')
  await page.getByLabel('Accent as hex', { exact: true }).fill('#7a2e8f')
  await page.getByLabel('Accent as hex', { exact: true }).press('Enter')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await expect(page.getByRole('cell', { name: /: 1/ }).nth(2)).toHaveText(
    `${contrast('#ffffff', '#7a2e8f').toFixed(1)} : 1`,
  )
  // Undone and made again, it is stored as it is then.
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByLabel('Accent as hex', { exact: true })).toHaveValue('#17706b')
  await page.getByRole('button', { name: 'Redo', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()

  // A lesson follows it: what follows the style is as it says, what was set by hand stays.
  await openDesk(page, id)
  await page.getByLabel('Follows').selectOption({ label: 'Linen, ours' })
  const { lesson } = await stored(page, id)
  const note = lesson.elements.find((e) => e.id === 'callout-due')!
  expect(look(note)).toMatchObject({ line: '#7a2e8f', strip: '#7a2e8f' })
  expect(look(lesson.elements.find((e) => e.id === 'ripples')!).colour).toBe('#e0901a')
  await goTo(page, 1500)
  await page.locator('[data-element=callout-due]').click({ position: { x: 20, y: 8 } })
  await page.getByLabel('Fill as hex', { exact: true }).fill('#ffeeaa')
  await page.getByLabel('Fill as hex', { exact: true }).press('Enter')
  const own = page.getByRole('list', { name: 'Not as in the house style' })
  await own.getByRole('button', { name: 'Fill' }).click()
  await expect(own).toHaveCount(0)
  await saved(page)

  // Changed in one window while another has it open: the other is told, and nothing is lost.
  const [one, other] = [await context.newPage(), await context.newPage()]
  for (const p of [one, other]) {
    await p.goto(`${base()}/styles`)
    await p.getByRole('button', { name: 'Linen, ours' }).click()
  }
  await one.getByLabel('Accent as hex', { exact: true }).fill('#245b2a')
  await one.getByLabel('Accent as hex', { exact: true }).press('Enter')
  await expect(one.getByText('Saved', { exact: true })).toBeVisible()
  await other.getByLabel('Writing as hex', { exact: true }).fill('#101010')
  await other.getByLabel('Writing as hex', { exact: true }).press('Enter')
  await expect(other.getByText(/was changed in another window/)).toBeVisible()
  // Opened again, the lesson has taken the change over, as a step that can be undone.
  await openDesk(page, id)
  await expect
    .poll(async () => look((await stored(page, id)).lesson.elements.find((e) => e.id === 'callout-due')!).line)
    .toBe('#245b2a')
  await page.keyboard.press('Control+z')
})

test('what stands in every lesson comes with the style; an icon is found by what it means', async ({ page }) => {
  const [id, second] = [await demoCopy(), await demoCopy()]
  await openDesk(page, id)
  await goTo(page, 0)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Icon', exact: true }).click()
  const p = await spot(page, 1800, 120)
  await page.mouse.click(p.x, p.y)
  await page.getByRole('button', { name: 'Choose another icon' }).click()
  await page.getByLabel('Find an icon').fill('hammer')
  await page.getByRole('button', { name: 'hammer', exact: true }).click()
  await page.getByLabel('As long as').selectOption({ label: 'the lesson' })
  const made = (await stored(page, id)).lesson.elements.find((e) => kindName(e) === 'icon')!
  expect([look(made).name, made.name]).toEqual(['hammer', 'hammer'])
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Type a part of its name').fill('every lesson')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/appears in every lesson that follows/).first()).toBeVisible()
  const here = (await stored(page, id)).lesson
  expect(here.elements.filter((e) => e.always).map((e) => e.name)).toEqual(['hammer'])
  // Another lesson that takes the style has it for all of its time.
  await openDesk(page, second)
  await page.getByLabel('Follows').selectOption(here.style!.id)
  const there = await stored(page, second)
  const put = there.lesson.elements.find((e) => e.always)!
  expect(there.timed.spans.get(put.id)).toMatchObject({ from: 0, to: there.timed.length })
  await page.getByLabel('Follows').selectOption({ label: 'Signal' })
  expect((await stored(page, second)).lesson.elements.filter((e) => e.always)).toEqual([])
})
