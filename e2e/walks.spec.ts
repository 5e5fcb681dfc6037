import { chromium, expect, test, type Page } from '@playwright/test'
import { ADDABLE_KINDS } from '@/core/kinds'
import { resolve } from '@/core/timing'
import { base, choose, demoCopy, details, face, goTo, lessonOf, ofEveryKind, openDesk, withoutStyles } from './desk'
import { newWalk, PATIENCE_MS, walk, type Place, type Press } from './walk'

// Each stands alone and walks for minutes: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

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
