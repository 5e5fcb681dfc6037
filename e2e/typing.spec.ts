import { expect, test, type Locator, type Page } from '@playwright/test'
import { addElement, elementAt } from '@/core/edits'
import { ADDABLE_KINDS, type ElementKind } from '@/core/kinds'
import { resolve } from '@/core/timing'
import { demoCopy, goTo, kill, lessonOf, newLesson, openBench, saved, sendEdit, spot } from './desk'

/** A lesson with one element of each kind that can be added, all of them on screen from its first frame on. */
async function ofEveryKind(kinds: readonly ElementKind[] = ADDABLE_KINDS): Promise<string> {
  const id = await newLesson('One of each')
  for (const [i, kind] of kinds.entries()) {
    const timed = resolve(await lessonOf(id))
    const at = { x: 300 + (i % 5) * 300, y: 200 + Math.floor(i / 5) * 150 }
    await sendEdit(id, addElement(elementAt(timed, { kind, id: `own-${kind}`, frame: 0, moment: null, at })))
  }
  return id
}

const details = (page: Page) => page.getByTestId('details')
const FIELDS = 'input:not([type=checkbox]):not([type=color]):not([type=file]):not([type=range]), textarea'
const face = (page: Page, id: string): Locator => page.locator(`[data-element="${id}"] [data-bar]`).first()
const choose = async (page: Page, id: string) => {
  await face(page, id).scrollIntoViewIfNeeded()
  await face(page, id).click({ force: true, position: { x: 12, y: 6 } })
}

/** What people press with a field still full of what they typed. */
const PRESSES: Record<string, (page: Page, other: string) => Promise<void>> = {
  'another bar': (page, other) => choose(page, other),
  'the picture': (page) => page.getByTestId('overlay').click({ position: { x: 5, y: 5 }, force: true }),
  'the timeline': (page) => page.getByTestId('timeline').click({ position: { x: 620, y: 12 }, force: true }),
  'undo and redo': async (page) => {
    await page.getByRole('button', { name: /^Undo/ }).click()
    await page.getByRole('button', { name: /^Do again/ }).click()
  },
  'a command’s key': async (page) => {
    await page.keyboard.press('Tab')
    await page.keyboard.press('Control+k')
    await page.keyboard.press('Escape')
  },
}

test('every field of every kind keeps what was typed in it, whatever is pressed next', async ({ page }) => {
  test.setTimeout(600_000)
  const id = await ofEveryKind()
  await openBench(page, id)
  const walked = new Set<string>()
  const lost: string[] = []
  const presses = Object.entries(PRESSES)
  for (const kind of ADDABLE_KINDS) {
    const own = `own-${kind}`
    const other = kind === 'text' ? 'own-shape' : 'own-text'
    if (!(await face(page, own).count())) continue
    await goTo(page, 0)
    await choose(page, own)
    if (!(await details(page).getByRole('textbox', { name: 'Name', exact: true }).count())) continue
    const count = await details(page).locator(FIELDS).count()
    for (let i = 0; i < count; i++) {
      const field = details(page).locator(FIELDS).nth(i)
      const label = (await field.getAttribute('aria-label').catch(() => null)) ?? ''
      if (walked.has(label) || !(await field.isEditable().catch(() => false))) continue
      walked.add(label)
      const before = await field.inputValue()
      const number = /^-?\d+(\.\d+)?$/.test(before) ? Number(before) : null
      const typed = number !== null ? String(number > 1 ? number - 1 : number + 1) : `${before}b7`.slice(-9)
      const [press, act] = presses[walked.size % presses.length]!
      const time = /^\d\d:\d\d:\d\d:\d\d$/.test(before) ? before.slice(0, -2) + '05' : null
      const wanted = time ?? (/ as hex$/.test(label) ? '#b7a7c7' : / as CSS$/.test(label) ? 'ease-in' : typed)
      await field.fill(wanted)
      await act(page, other)
      await choose(page, own)
      const now = details(page).getByRole('textbox', { name: label, exact: true }).first()
      const after = await now.inputValue({ timeout: 2000 }).catch(() => 'gone')
      if (after !== wanted) lost.push(`${kind}: “${label}” was ${before}, ${wanted} was typed, ${press}: ${after}`)
    }
  }
  expect(lost).toEqual([])
  expect(walked.size).toBeGreaterThan(60)
})

test('a text shows on the picture while it is typed; Escape takes it back; nothing is stored of it', async ({
  page,
}) => {
  const id = await ofEveryKind(['text'])
  await openBench(page, id)
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

test('what is being typed outlives the window that it is typed in', async ({ page, context }) => {
  const id = await demoCopy()
  await openBench(page, id)
  await page.locator('[data-element=callout-due]').click()
  await details(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Typed and killed')
  await page.waitForTimeout(300)
  const crash = page.waitForEvent('crash').catch(() => null)
  await page.goto('chrome://crash').catch(() => null)
  await crash
  const next = await context.newPage()
  await openBench(next, id)
  await saved(next)
  const named = async () => (await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!.name
  await expect.poll(named).toBe('Typed and killed')
})

test('the name of a lesson is kept though the server dies a second later', async ({ page }) => {
  const id = await demoCopy()
  await openBench(page, id)
  await page.getByLabel('Name of the lesson').fill('Named as the server died')
  kill('app')
  await page.getByTestId('play').click()
  await saved(page)
  await expect.poll(async () => (await lessonOf(id).catch(() => null))?.name).toBe('Named as the server died')
})

test('a script that is written and not taken up is there again', async ({ page }) => {
  const id = await newLesson('With words')
  await openBench(page, id)
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
  await openBench(page, id)
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
    ['width (px)', '505'],
  ] as const) {
    await field(name).scrollIntoViewIfNeeded()
    await field(name).dblclick()
    await page.keyboard.type(value)
  }
  await page.keyboard.press('Enter')
  for (const [name, value] of [
    ['x, from the left (px)', '900'],
    ['y, from the top (px)', '455'],
    ['width (px)', '505'],
  ] as const)
    await expect(field(name)).toHaveValue(value)
  await expect(page.getByText(/Point at the spot|Press where/)).toHaveCount(0)
})
