import { expect, test } from '@playwright/test'
import { demoCopy, kill, lessonOf, openDesk, saved } from './desk'

const rename = async (page: import('@playwright/test').Page, name: string) => {
  await page.getByLabel('Name of the lesson').fill(name)
  await page.getByLabel('Name of the lesson').press('Enter')
}
for (const what of ['app', 'database'] as const) {
  test(`the ${what} is killed in the middle of the work: nothing is lost, and the window says how it stands`, async ({
    page,
  }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await rename(page, 'Before')
    await saved(page)
    kill(what)
    await rename(page, `While the ${what} was down`)
    await expect(page.getByTestId('save-state')).not.toHaveAttribute('data-state', 'saved')
    await saved(page)
    await expect.poll(async () => (await lessonOf(id).catch(() => null))?.name).toBe(`While the ${what} was down`)
  })
}
test(
  'the browser is closed with an edit on its way: it is kept ' +
    'in the browser and saved when the lesson is opened again',
  async ({ page }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await page.route('**/steps*', (route) => route.abort())
    await rename(page, 'Kept in the window')
    await expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'waiting')
    page.on('dialog', (d) => void d.accept())
    await page.goto('about:blank')
    await page.unroute('**/steps*')
    expect((await lessonOf(id)).name).toContain('Lend out')
    await openDesk(page, id)
    await saved(page)
    await expect.poll(async () => (await lessonOf(id)).name).toBe('Kept in the window')
  },
)
test(
  'two edits wait, the window dies, another window changes ' + 'the lesson: all of it is there when it is opened again',
  async ({ page, context }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await page.route('**/steps*', (route) => route.abort())
    await page.locator('[data-element=callout-due]').click()
    await page.getByLabel('Name', { exact: true }).fill('Kept callout')
    await page.getByLabel('Name', { exact: true }).press('Enter')
    await rename(page, 'Kept name')
    await expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'waiting')
    const other = await context.newPage()
    await page.close({ runBeforeUnload: false })
    await openDesk(other, id)
    await expect.poll(async () => (await lessonOf(id)).name).toBe('Kept name')
    expect((await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!.name).toBe('Kept callout')
  },
)
test(
  'a change that cannot be stored is listed with its name ' + 'and can be copied out; what comes after it is stored',
  async ({ page }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await page.route('**/steps*', (route) =>
      route.request().postData()!.includes('Refused')
        ? route.fulfill({
            status: 422,
            contentType: 'application/json',
            body: '{"sentence":"This change was not kept: it is too long."}',
          })
        : route.continue(),
    )
    await rename(page, 'Refused')
    await page.locator('[data-element=callout-due]').click()
    await page.getByLabel('Name', { exact: true }).fill('Stored')
    await page.getByLabel('Name', { exact: true }).press('Enter')
    await saved(page)
    expect((await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!.name).toBe('Stored')
    await page.getByTestId('not-kept').click()
    await expect(page.getByText('This change was not kept: it is too long.', { exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Copy all' }).click()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('"to": "Refused"')
    await page.getByLabel(/^Remove “Rename the lesson/).click()
    await expect(page.getByTestId('not-kept')).toHaveCount(0)
  },
)
test('a second window is told of a change, and neither overwrites the other', async ({ page, context }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const other = await context.newPage()
  await openDesk(other, id)
  await rename(page, 'From the first window')
  await saved(page)
  await expect(other.getByLabel('Name of the lesson')).toHaveValue('From the first window')
  await expect(other.getByText(/Another window changed this lesson/)).toBeVisible()
  // Both at once: the second one's step meets a newer revision, and is made again on top of it.
  await other.route('**/api/events', (route) => route.abort())
  await other.route('**/steps*', async (route) => {
    await new Promise((r) => setTimeout(r, 1500))
    await route.continue()
  })
  await other.locator('[data-element=callout-due]').click()
  await other.getByLabel('Name', { exact: true }).fill('Renamed in the second')
  await other.getByLabel('Name', { exact: true }).press('Enter')
  await rename(page, 'First again')
  await saved(page)
  await saved(other)
  const lesson = await lessonOf(id)
  expect(lesson.name).toBe('First again')
  expect(lesson.elements.find((e) => e.id === 'callout-due')!.name).toBe('Renamed in the second')
})
