import { expect, test, type Locator, type Page } from '@playwright/test'
import { ADDABLE_KINDS } from '@/core/kinds'
import {
  choose,
  demoCopy,
  details,
  face,
  goTo,
  kill,
  lessonOf,
  newLesson,
  ofEveryKind,
  openDesk,
  saved,
  spot,
} from './desk'

// Each stands alone: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

test('after a list was chosen from, Ctrl with a key does what it does everywhere', async ({ page }) => {
  const id = await ofEveryKind(['text'])
  await openDesk(page, id)
  await choose(page, 'own-text')
  const look = details(page).getByLabel('Arrives', { exact: true })
  const was = await look.inputValue()
  await look.selectOption('grow')
  await page.keyboard.press('Control+z')
  await expect(look).toHaveValue(was)
  await look.focus()
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Control+v')
  await expect(page.locator('[data-bar]')).toHaveCount(2)
})

test('a text shows on the picture while it is typed; Escape takes it back; nothing is stored of it', async ({
  page,
}) => {
  const id = await ofEveryKind(['text'])
  await openDesk(page, id)
  await choose(page, 'own-text')
  await goTo(page, 30)
  const field = details(page).getByRole('textbox', { name: 'Text', exact: true })
  const was = await field.inputValue()
  const painted = () => page.locator('canvas[data-frame]').evaluate((c) => (c as HTMLCanvasElement).toDataURL().length)
  const before = await painted()
  await field.pressSequentially(' and more of it')
  await expect.poll(painted).not.toBe(before)
  await field.press('Escape')
  await expect(field).toHaveValue(was)
  await saved(page)
  await page.reload()
  await page.waitForSelector('main[data-ready=true]')
  expect(JSON.stringify((await lessonOf(id)).elements.find((e) => e.id === 'own-text'))).not.toContain('and more')
})

/** The page is killed; the lesson in another window, once all is stored. */
async function afterCrash(page: Page, id: string): Promise<Page> {
  const crash = page.waitForEvent('crash').catch(() => null)
  await page.goto('chrome://crash').catch(() => null)
  await crash
  const next = await page.context().newPage()
  await openDesk(next, id)
  await saved(next)
  return next
}
test('what is being typed outlives the window that it is typed in', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await page.locator('[data-element=callout-due]').click()
  await details(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Typed and killed')
  await page.waitForTimeout(300)
  await afterCrash(page, id)
  const named = async () => (await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!.name
  await expect.poll(named).toBe('Typed and killed')
})

test('words, a tick, a list, a colour and what is beside an act outlive a browser killed a second later', async ({
  page,
}) => {
  const id = await ofEveryKind(['text'])
  await openDesk(page, id)
  await choose(page, 'own-text')
  const label = (p: Page, name: string) => details(p).getByLabel(name, { exact: true })
  await label(page, 'Height follows the text').click()
  const tall = await label(page, 'Height follows the text').isChecked()
  await label(page, 'Arrives').selectOption('grow')
  await label(page, 'Text colour').fill('#b7a7c7')
  await label(page, 'Measured').selectOption('far')
  await label(page, 'Text').fill('Written and killed')
  await page.waitForTimeout(1000)
  const next = await afterCrash(page, id)
  await choose(next, 'own-text')
  await expect(label(next, 'Text')).toHaveValue('Written and killed')
  await expect(label(next, 'Arrives')).toHaveValue('grow')
  await expect(label(next, 'Text colour')).toHaveValue('#b7a7c7')
  await expect(label(next, 'Measured')).toHaveValue('far')
  expect(await label(next, 'Height follows the text').isChecked()).toBe(tall)
})

test('the name of a lesson is kept though the server dies a second later', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await page.getByLabel('Name of the lesson').fill('Named as the server died')
  kill('app')
  await page.getByTestId('play').click()
  await saved(page)
  await expect.poll(async () => (await lessonOf(id).catch(() => null))?.name).toBe('Named as the server died')
})

test('a script that is written and not taken up is there again', async ({ page }) => {
  const id = await newLesson('With words')
  await openDesk(page, id)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('script and languages')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Script' }).fill('# Welcome\n\nWe lend out a tool.')
  await page.keyboard.press('Escape')
  await page.reload()
  await page.waitForSelector('main[data-ready=true]')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('script and languages')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Script' })).toHaveValue('# Welcome\n\nWe lend out a tool.')
})
test('a field that is pressed twice after another was typed in has the focus, whatever its panel says', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 600)
  await page.keyboard.press('6')
  const [a, b] = [await spot(page, 200, 200), await spot(page, 620, 440)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 6 })
  await page.mouse.up()
  await saved(page)
  const details = page.getByTestId('details')
  const field = (name: string) => details.getByLabel(name, { exact: true })
  for (const [name, value] of [
    ['x, from the left (px)', '900'],
    ['y, from the top (px)', '455'],
    ['Width (px)', '505'],
  ] as const) {
    await field(name).scrollIntoViewIfNeeded()
    await field(name).dblclick()
    await page.keyboard.type(value)
  }
  await page.keyboard.press('Enter')
  for (const [name, value] of [
    ['x, from the left (px)', '900'],
    ['y, from the top (px)', '455'],
    ['Width (px)', '505'],
  ] as const)
    await expect(field(name)).toHaveValue(value)
  await expect(page.getByText(/Point at the spot|Press where/)).toHaveCount(0)
})

test('at 1280 by 800 nothing in a panel or bar is cut, whatever is chosen', async ({ page }) => {
  const id = await ofEveryKind()
  await openDesk(page, id)
  await goTo(page, 0)
  const cut: string[] = []
  const look = async (of: Locator, what: string) => {
    const found = await of.evaluate((box) => {
      const right = box.getBoundingClientRect().right
      const name = (e: Element) => e.getAttribute('aria-label') ?? e.textContent ?? ''
      return [...box.querySelectorAll('input, select, textarea, button, span, p')]
        .filter((e) => {
          const { right: r, width } = e.getBoundingClientRect()
          return width > 1 && (r > right + 1 || (e.matches('button') && e.scrollWidth > e.clientWidth + 1))
        })
        .map(name)
    })
    cut.push(...found.map((f) => `${what}: ${f}`))
  }
  await look(page.getByRole('toolbar', { name: 'Add an element' }), 'the kinds')
  await look(page.getByRole('toolbar', { name: 'Transport' }), 'the transport')
  for (const kind of ADDABLE_KINDS) {
    if (!(await face(page, `own-${kind}`).count())) continue
    await choose(page, `own-${kind}`)
    await look(details(page), kind)
  }
  expect(cut).toEqual([])
})

test('a value is found by its name or a choice of it, folded up or not; Enter goes there, Escape shows all', async ({
  page,
}) => {
  const id = await ofEveryKind(['callout'])
  await openDesk(page, id)
  await choose(page, 'own-callout')
  await page.getByTestId('timeline').focus()
  await page.keyboard.press('=')
  const find = page.getByRole('searchbox', { name: 'Find a value' })
  await expect(find).toBeFocused()
  await page.keyboard.type('crop left')
  await expect(details(page).getByLabel('Crop left (%)')).toBeVisible()
  await expect(details(page).getByLabel('Crop right (%)')).toBeHidden()
  await expect(details(page).getByLabel('Text', { exact: true })).toBeHidden()
  await page.keyboard.press('Enter')
  await expect(details(page).getByLabel('Crop left (%)')).toBeFocused()
  await find.fill('blinks')
  await expect(details(page).getByLabel('Repeats')).toBeVisible()
  await find.fill('nothing of that name')
  await expect(page.getByText('No value here is called')).toBeVisible()
  await find.press('Escape')
  await expect(details(page).getByLabel('Text', { exact: true })).toBeVisible()
  await expect(details(page).getByLabel('Crop left (%)')).toBeHidden()
})

test('what is folded up, and a pane that is put away, stay so when the page is loaded anew', async ({ page }) => {
  const id = await ofEveryKind(['callout'])
  await openDesk(page, id)
  await page.getByRole('button', { name: 'Hide the running order' }).click()
  await choose(page, 'own-callout')
  const place = details(page).getByRole('button', { name: /^Place/ })
  await place.click()
  await expect(place).toHaveAttribute('aria-expanded', 'false')
  await page.reload()
  await page.waitForSelector('main[data-ready=true]')
  await choose(page, 'own-callout')
  await expect(place).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByTestId('order-list')).toHaveCount(0)
  await page.getByRole('button', { name: 'Show the running order' }).click()
  await expect(page.getByTestId('order-list')).toBeVisible()
})
