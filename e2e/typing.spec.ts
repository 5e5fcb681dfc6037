import { chromium, expect, test, type Locator, type Page } from '@playwright/test'
import { ADDABLE_KINDS } from '@/core/kinds'
import { resolve } from '@/core/timing'
import {
  base,
  demoCopy,
  goTo,
  kill,
  lessonOf,
  newLesson,
  ofEveryKind,
  openDesk,
  saved,
  spot,
  withoutStyles,
} from './desk'
import { newWalk, PATIENCE_MS, walk, type Place, type Press } from './walk'

// Each stands alone, and two of them walk for minutes: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

const details = (page: Page) => page.getByTestId('details')
const face = (page: Page, id: string): Locator => page.locator(`[data-element="${id}"] [data-bar]`).first()
const choose = async (page: Page, id: string) => {
  await face(page, id).scrollIntoViewIfNeeded()
  const wide = (await face(page, id).boundingBox())!.width
  await face(page, id).click({ force: true, position: { x: Math.min(12, wide / 2), y: 6 } })
}

/** What people press with a field still full of what they typed. */
const PRESSES: Record<string, (page: Page, other: string) => Promise<void>> = {
  'another bar': (page, other) => choose(page, other),
  'the picture': (page) => page.getByTestId('overlay').click({ position: { x: 5, y: 5 }, force: true }),
  'the timeline': (page) => page.getByTestId('timeline').click({ position: { x: 620, y: 12 }, force: true }),
  'undo and redo': async (page) => {
    await page.getByRole('button', { name: /^Undo/ }).click()
    await page.getByRole('button', { name: /^Redo/ }).click()
  },
  'a row of the running order': (page) =>
    page.getByTestId('order-list').click({ position: { x: 120, y: 60 }, force: true }),
  'leaving the page': async (page) => {
    await page.reload()
    await page.waitForSelector('main[data-ready=true]')
  },
  'a command’s key': async (page) => {
    await page.keyboard.press('Tab')
    await page.keyboard.press('Control+k')
    await page.keyboard.press('Escape')
  },
}

/** All of them by turns; leaving the page, which takes longest, every second time. */
function pressesOf(other: string): Press[] {
  const all = Object.entries(PRESSES).map(([name, act]): Press => [name, (page) => act(page, other)])
  return [...all, ...all.filter(([name]) => name !== 'leaving the page')]
}

test('every control of every kind keeps what was set in it, whatever is pressed next', async ({ page }) => {
  test.setTimeout(PATIENCE_MS)
  const id = await ofEveryKind()
  await openDesk(page, id)
  await goTo(page, 0)
  const found = newWalk()
  for (const kind of ADDABLE_KINDS) {
    if (!(await face(page, `own-${kind}`).count())) continue
    page = await walk(
      page,
      {
        name: kind,
        open: (p) => choose(p, `own-${kind}`),
        root: details,
        presses: pressesOf(kind === 'text' ? 'own-shape' : 'own-text'),
      },
      found,
    )
  }
  for (const [one, other] of [
    ['own-text', 'own-shape'],
    ['own-bar', 'own-counter'],
  ] as const)
    page = await walk(
      page,
      {
        name: `${one} and ${other}`,
        open: async (p) => {
          await choose(p, one)
          await face(p, other).click({ force: true, position: { x: 12, y: 6 }, modifiers: ['Shift'] })
        },
        root: details,
        presses: pressesOf('own-arrow'),
      },
      found,
    )
  expect(found.lost).toEqual([])
  for (const line of found.told) expect(line).toMatch(TOLD)
  expect([...found.unreached]).toEqual([])
  expect(found.walked.size).toBeGreaterThan(100)
})

/** What is not taken as it is set, with the sentence that says why. */
const TOLD = /Nothing lies below it|lead round in a circle|“[^”]+” goes (in steps|from)|has that language already/

/** What people press beside a dialog, and on a page. */
const AWAY: readonly Press[] = [
  ['beside the dialog', (page) => page.mouse.click(6, 400)],
  ['its cross', (page) => page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()],
]
const GO: readonly Press[] = [
  ['another page', async (page) => void (await page.goto(`${base()}/exports`))],
  ['empty ground', (page) => page.mouse.click(640, 795)],
  ['a key', (page) => page.keyboard.press('Tab')],
  ['the head', (page) => page.mouse.click(500, 12)],
]
const byName = (title: string, head: string) => async (page: Page) => {
  if (await dialog(page).getByRole('heading', { name: head, exact: true }).isVisible()) return
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Type a part of its name').fill(title)
  await page.keyboard.press('Enter')
  await dialog(page).getByRole('heading', { name: head, exact: true }).waitFor()
}
const dialog = (page: Page) => page.getByRole('dialog')
/** The house styles of the team, each to be pressed. */
const ours = (page: Page) => page.locator('section:has(> h2:text-is("Ours"))').getByRole('button')

test('every control of every dialog, page and other panel keeps what was set in it, whatever is pressed next', async ({
  page,
}) => {
  test.setTimeout(PATIENCE_MS)
  const id = await demoCopy()
  await openDesk(page, id)
  const found = newWalk()
  const bench: Place['presses'] = pressesOf('callout-due')
  const onBench = (name: string, open: Place['open'], root: Place['root'] = details, presses = bench): Place => ({
    name,
    open,
    root,
    presses,
  })
  const lesson = await lessonOf(id)
  const clip = (kind: 'take' | 'sound') => {
    const first = resolve(lesson).clips.find((c) => lesson.media[c.media]!.kind === kind)!
    return (p: Page) => p.locator(`[data-clip="${first.id}"]`).click({ position: { x: 20, y: 8 }, force: true })
  }
  const headed = (p: Page, head: string) => dialog(p).getByRole('heading', { name: head }).first()
  const script = async (p: Page) => {
    if (await headed(p, 'Script of').isVisible()) return
    await p.keyboard.press('Escape')
    await clip('sound')(p)
    await details(p).getByRole('button', { name: 'Script …' }).click()
    await headed(p, 'Script of').waitFor()
  }
  const ready = (name: string) => async (p: Page) => {
    if (await headed(p, name).isVisible()) return
    await p.keyboard.press('Escape')
    await p.getByRole('button', { name: 'Ready', exact: true }).click()
    await dialog(p).getByText(name, { exact: true }).click()
    await headed(p, name).waitFor()
  }
  const places: Place[] = [
    onBench('the lesson', (p) => p.keyboard.press('Escape').then(() => p.keyboard.press('Escape'))),
    onBench('the recording', clip('take')),
    onBench('the narration', clip('sound')),
    onBench('a moment', (p) => p.locator('[data-moment]').first().click({ force: true })),
    onBench(
      'all around',
      (p) => p.keyboard.press('Escape').then(() => p.keyboard.press('Escape')),
      (p) => p.locator('main'),
    ),
    onBench('export', byName('Export', 'Export'), dialog, AWAY),
    onBench('sounds', byName('A sound at every click', 'A sound each time'), dialog, AWAY),
    onBench('languages', byName('Script and languages', 'Script and languages'), dialog, AWAY),
    onBench('the script', script, dialog, AWAY),
    onBench('a countdown', ready('Countdown'), dialog, AWAY),
    onBench('notices', ready('Notices'), dialog, AWAY),
  ]
  for (const place of places) page = await walk(page, place, found)
  await withoutStyles()
  await page.goto(`${base()}/styles`)
  await page.getByRole('button', { name: /our own copy/ }).click()
  await expect(ours(page)).toHaveCount(1)
  for (const where of ['', 'library', 'exports', 'styles']) {
    const address = `${base()}/${where}`
    const open = async (p: Page) => {
      if (p.url() !== address) await p.goto(address)
      await p.getByRole('main').waitFor()
      if (where !== 'styles') return
      await ours(p).click()
    }
    page = await walk(page, { name: `the page /${where}`, open, root: (p) => p.locator('body'), presses: GO }, found)
  }
  expect(found.lost).toEqual([])
  for (const line of found.told) expect(line).toMatch(TOLD)
  expect([...found.unreached]).toEqual([])
  expect(found.walked.size).toBeGreaterThan(80)
})

test('every control of a second language and of a recording of a voice keeps what was set in it', async () => {
  test.setTimeout(PATIENCE_MS)
  const args = ['--no-sandbox', '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    let page = await context.newPage()
    const id = await demoCopy()
    await openDesk(page, id)
    const found = newWalk()
    const inSpanish = (p: Page) => dialog(p).getByRole('tab', { name: 'Spanish', selected: true })
    const languages = byName('Script and languages', 'Script and languages')
    await languages(page)
    await dialog(page).getByLabel('Add a language').selectOption({ label: 'Spanish' })
    const spanish = async (p: Page) => {
      await languages(p)
      if (!(await inSpanish(p).isVisible()))
        await dialog(p)
          .getByRole('tab', { name: /^Spanish/ })
          .click()
    }
    const lesson = await lessonOf(id)
    const said = resolve(lesson).clips.find((c) => lesson.media[c.media]!.kind === 'sound')!
    const record = async (p: Page) => {
      if (await dialog(p).getByRole('heading', { name: 'Record the narration' }).isVisible()) return
      await p.keyboard.press('Escape')
      await p.locator(`[data-clip="${said.id}"]`).click({ position: { x: 20, y: 8 }, force: true })
      await details(p).getByRole('button', { name: 'Record …' }).click()
    }
    page = await walk(page, { name: 'a second language', open: spanish, root: dialog, presses: AWAY }, found)
    const languagesControls = found.walked.size
    page = await walk(page, { name: 'recording a voice', open: record, root: dialog, presses: AWAY }, found)
    expect(found.lost).toEqual([])
    expect(found.told).toEqual([])
    expect([...found.unreached]).toEqual([])
    expect(languagesControls).toBeGreaterThan(10)
    expect(found.walked.size - languagesControls).toBe(2)
  } finally {
    await browser.close()
  }
})

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
