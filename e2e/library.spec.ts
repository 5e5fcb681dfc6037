import { readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, test } from '@playwright/test'
import { kindName } from '@/core/kinds'
import { posedAt } from '@/core/motion'
import { base, demoCopy, goTo, newLesson, openDesk, rgbAt, saved, spot, write } from './desk'
import { exported, stored } from './exported'
import { Hand } from './hand'
import { bringIn, here, near, oneTake } from './takes'

const look = (e: { look: object }) => e.look as Record<string, unknown>
const FONT = path.join(import.meta.dirname, '../public/fonts/patrick-hand-latin-400-normal.woff2')

test('a typeface is brought in, chosen, and exported as the same one that ships', async ({ page }) => {
  await page.goto(`${base()}/styles`)
  await page.getByLabel('Files of typefaces').setInputFiles(FONT)
  await expect(page.getByText('Patrick Hand 400', { exact: true })).toBeVisible()
  await page.getByLabel('Files of typefaces').setInputFiles(write('not-a-font.ttf', 'This is a letter.'))
  await expect(page.getByText(/“not-a-font.ttf” is no typeface that could be read/)).toBeVisible()

  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 1500)
  await page.locator('[data-element=callout-due]').click({ position: { x: 20, y: 8 } })
  const font = page.getByRole('combobox', { name: 'Font', exact: true })
  await expect(font.locator('option[value^="media/"]').first()).toBeAttached()
  const choices = await font.locator('option').evaluateAll((list) => list.map((o) => (o as HTMLOptionElement).value))
  await font.selectOption(choices.find((v) => v.startsWith('media/'))!)
  const ours = await stored(page, id)
  const note = () => ours.lesson.elements.find((e) => e.id === 'callout-due')!
  expect(look(note()).face).toMatchObject({
    family: 'Patrick Hand',
    file: expect.stringMatching(/^media\/.*face\.json$/),
  })
  // Loaded anew, it is set in it again.
  await openDesk(page, id)
  await goTo(page, 1500)
  const shipped = structuredClone(ours.lesson)
  const there = shipped.elements.find((e) => e.id === 'callout-due')!
  const { size, lineHeight } = look(there).face as { size: number; lineHeight: number }
  Object.assign(there.look, { face: { family: 'Patrick Hand', weight: 400, size, lineHeight } })
  const other = structuredClone(shipped)
  const sans = other.elements.find((e) => e.id === 'callout-due')!
  Object.assign(sans.look, { face: { family: 'Public Sans', weight: 600, size, lineHeight } })
  const [a, b, c] = [ours.lesson, shipped, other].map((l) => exported(l, 1500, 1502)(1500))
  const apart = (x: Buffer, y: Buffer) => x.reduce((sum, v, i) => sum + Math.abs(v - y[i]!), 0) / x.length
  // The same but for what encoding leaves; another typeface is another picture.
  expect(apart(a!, b!)).toBeLessThan(0.12)
  expect(apart(a!, c!)).toBeGreaterThan(3 * apart(a!, b!))
})

test('a clip is cropped on the picture, and filled like a bar in one act', async ({ page }) => {
  const id = await oneTake(page, 'Filling', '0x2050c0', 4)
  await page.keyboard.press('Shift+R')
  const handle = page.locator('[data-handle="crop 1,0"]')
  const box = (await handle.boundingBox())!
  const to = await spot(page, 960, 540)
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.keyboard.down('Alt')
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.up('Alt')
  await page.keyboard.press('Escape')
  const cropped = (await stored(page, id)).lesson.elements.find((e) => kindName(e) === 'footage')!
  expect(cropped.crop.right).toBeCloseTo(0.5, 1)

  const hand = new Hand(page)
  await hand.key('_')
  const { lesson, timed } = await stored(page, id)
  const full = lesson.elements.find((e) => e.id === cropped.id)!
  const span = timed.spans.get(full.id)!
  const frame = exported(lesson, span.from, span.to)
  // The lesson took the size of the take, and half of that is left of it.
  const wide = 640 * (1 - full.crop.right)
  for (const share of [0.25, 0.5, 0.75]) {
    const f = Math.round(span.from + share * (span.to - 1 - span.from))
    const shown = posedAt(timed, full, f)!.reveal.shown / 100
    expect(shown).toBeCloseTo(share, 1)
    let filled = 0
    for (let x = 0; x < 640; x++) if (near(rgbAt(frame(f), x, 180, 640), [32, 80, 192], 26)) filled++
    expect(Math.abs(filled - shown * wide), `frame ${f}`).toBeLessThanOrEqual(3)
  }
  hand.counts('A picture is filled like a bar')
})

test('a recording that fits whole has a place and handles at once', async ({ page }) => {
  const id = await oneTake(page, 'Placed', 'olive', 3)
  const take = async () => (await stored(page, id)).lesson.elements.find((e) => kindName(e) === 'footage')!
  // By a corner: the one across from it stays.
  const box = (await page.locator('[data-handle="1,1"]').boundingBox())!
  const frame = (await page.getByTestId('overlay').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(frame.x + frame.width / 2, frame.y + frame.height / 2, { steps: 4 })
  await page.mouse.up()
  const small = await take()
  expect(small.width).toBeGreaterThan(310)
  expect(small.width).toBeLessThan(330)
  expect(small.x - small.width / 2).toBeCloseTo(0, 0)
  await page.getByRole('button', { name: /^Undo/ }).click()
  expect(await take()).toMatchObject({ width: 640, look: { fit: 'fit' } })
  // By what is typed.
  const x = page.getByTestId('details').getByRole('textbox', { name: 'x, from the left' })
  await x.fill('400')
  await x.press('Enter')
  expect(await take()).toMatchObject({ x: 400, width: 640, look: { fit: 'free' } })
})

test('a page scrolls evenly to a named stop on a word', async ({ page }) => {
  const rows = Array.from(
    { length: 12 },
    (_, i) => `<rect y="${i * 200}" width="960" height="100" fill="#${i}0${i}a80"/>`,
  )
  write('page.svg', `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="2400">${rows.join('')}</svg>`)
  const id = await demoCopy()
  await openDesk(page, id)
  await bringIn(page, ['page.svg'])
  await goTo(page, 300)
  await page.keyboard.press('5')
  const middle = await spot(page, 960, 540)
  await page.mouse.click(middle.x, middle.y)
  await page.getByLabel('As long as').selectOption({ label: 'the lesson' })
  await page.keyboard.press('Shift+D')
  await goTo(page, 600)
  const { lesson: before } = await stored(page, id)
  const still = before.elements.find((e) => kindName(e) === 'still' && e.rides)!
  await page
    .locator(`[data-element="${still.id}"]`)
    .first()
    .click({ position: { x: 30, y: 8 } })
  await page.getByLabel('Name of the stop').fill('Prices')
  await page.getByLabel('Name of the stop').press('Enter')
  const map = page.getByRole('button', { name: 'The page: press where it is to be scrolled to' })
  const at = (await map.boundingBox())!
  await map.click({ position: { x: at.width / 2, y: at.height * 0.5 } })
  const after = (await stored(page, id)).lesson.elements.find((e) => e.id === still.id)!
  expect(after.poses.at(-1)).toMatchObject({ name: 'Prices', easing: 'linear' })
  await expect(page.getByRole('button', { name: 'Prices', exact: true })).toBeVisible()
})

test('the library tells where files are used; what is kept is given to others and brought in', async ({ page }) => {
  write(
    'loose.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><rect width="40" height="40"/></svg>',
  )
  const id = await newLesson('With a still')
  await openDesk(page, id)
  await bringIn(page, ['loose.svg'])
  await page.keyboard.press('5')
  const middle = await spot(page, 960, 540)
  await page.mouse.click(middle.x, middle.y)
  await page.keyboard.press('Shift+K')
  await expect(page.getByText(/is kept as a ready thing/)).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Type a part of its name').fill('as a template')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/is kept as a template/)).toBeVisible()
  await saved(page)

  await page.goto(`${base()}/library`)
  const row = page.getByRole('listitem').filter({ hasText: 'loose.svg' })
  await expect(row.locator(`a[href="/lessons/${id}"]`)).toHaveText('With a still')
  await expect(row.getByRole('button')).toHaveCount(0)
  const things = page.getByRole('region', { name: 'Ready things' })
  const give = things.getByRole('button', { name: /as a file for others/ }).first()
  const name = /“(.*)”/.exec((await give.getAttribute('aria-label'))!)![1]!
  const [download] = await Promise.all([page.waitForEvent('download'), give.click()])
  await download.saveAs(here('given.vane.json'))
  const given = JSON.parse(readFileSync(here('given.vane.json'), 'utf8')) as {
    media: Record<string, { files: object }>
  }
  expect(Object.values(given.media).length).toBe(1)
  const kept = await things.getByRole('button', { name: `Remove “${name}”` }).count()
  await things
    .getByRole('button', { name: `Remove “${name}”` })
    .first()
    .click()
  await expect(things.getByRole('button', { name: `Remove “${name}”` })).toHaveCount(kept - 1)
  await page.getByLabel('Files from others').setInputFiles(here('given.vane.json'))
  await expect(things.getByRole('button', { name: `Remove “${name}”` })).toHaveCount(kept)
  await page.getByLabel('Files from others').setInputFiles(write('letter.json', '{"dear": "reader"}'))
  await expect(page.getByText(/“letter.json” is nothing that was kept/)).toBeVisible()
  // A lesson is begun as the template that was kept.
  await page
    .getByRole('region', { name: 'Lesson templates' })
    .getByRole('button', { name: 'Begin a lesson' })
    .first()
    .click()
  await page.waitForSelector('main[data-ready=true]')
  const begun = /lessons\/(\w+)/.exec(page.url())![1]!
  expect((await stored(page, begun)).lesson.elements.map((e) => kindName(e))).toEqual(['still'])
})
