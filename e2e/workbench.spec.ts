import { others } from '@/core/testing/lessons'
import { lookAs } from '@/core/testing/looks'
import { kindName } from '@/core/kinds'
import { expect, test } from '@playwright/test'
import { resolve } from '@/core/timing'
import { demoCopy, goTo, lessonOf, openDesk, saved, spot } from './desk'

test(
  'an end is dragged: the moment that would catch shows before the drop, the drop ties it, Alt ' +
    'keeps it loose, Escape and undo put it back',
  async ({ page }) => {
    const id = await demoCopy()
    await openDesk(page, id)
    await goTo(page, 1520)
    const bar = page.locator('[data-element=callout-due]')
    await bar.click()
    const px = await page.evaluate(() => {
      const c = document.querySelector<HTMLElement>('[data-clip=clip-1]')!
      return c.getBoundingClientRect().width / 2130
    })
    const grip = async () => {
      const b = (await bar.locator('[data-side=start]').boundingBox())!
      return { x: b.x + 3, y: b.y + b.height / 2 }
    }
    const pull = async (frames: number, alt = false) => {
      const g = await grip()
      await page.mouse.move(g.x, g.y)
      await page.mouse.down()
      if (alt) await page.keyboard.down('Alt')
      await page.mouse.move(g.x - 6, g.y)
      await page.mouse.move(g.x + frames * px, g.y, { steps: 4 })
    }
    const start = async () => (await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!.start
    await pull(-5)
    await expect(page.getByTestId('catch')).toHaveText('click on 1 week')
    await page.mouse.up()
    await saved(page)
    expect(await start()).toMatchObject({ on: 'moment', offset: 0 })
    await expect(page.getByTestId('tie-start')).toContainText('the click on 1 week')
    await pull(-30, true)
    await page.mouse.up()
    await page.keyboard.up('Alt')
    await saved(page)
    expect((await start()).on).toBe('loose')
    const loose = await start()
    await pull(25)
    await page.keyboard.press('Escape')
    await page.mouse.up()
    expect(await start()).toEqual(loose)
    // Undo lives on across a reload.
    await page.reload()
    await page.waitForSelector('main[data-ready=true]')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await saved(page)
    expect(await start()).toMatchObject({ on: 'moment', offset: 4 })
    await page.keyboard.press('Control+Shift+Z')
    await saved(page)
    expect(await start()).toMatchObject({ on: 'moment', offset: 0 })
  },
)

test('on the picture: select, drag, size, turn, nudge; several at once; copy, paste, duplicate, delete', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 1760)
  const get = async () => (await lessonOf(id)).elements.find((e) => e.id === 'callout-receipt')!
  const was = await get()
  const middle = await spot(page, was.x, was.y)
  await page.mouse.click(middle.x, middle.y)
  await expect(page.locator('[data-handle]').first()).toBeVisible()
  await page.mouse.move(middle.x, middle.y)
  await page.mouse.down()
  await page.mouse.move(middle.x - 60, middle.y + 40, { steps: 5 })
  await page.mouse.up()
  await saved(page)
  const moved = await get()
  expect(moved.x).toBeLessThan(was.x - 100)
  expect(moved.y).toBeGreaterThan(was.y + 60)
  expect(lookAs(moved, 'callout').tip).toEqual(lookAs(was, 'callout').tip)
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await expect.poll(async () => (await get()).x).toBe(moved.x + 3)
  expect((await get()).y).toBe(moved.y - 10)
  const drag = async (handle: string, dx: number, dy: number) => {
    const b = (await page.locator(`[data-handle="${handle}"]`).boundingBox())!
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2)
    await page.mouse.down()
    await page.mouse.move(b.x + b.width / 2 + dx, b.y + b.height / 2 + dy, { steps: 5 })
    await page.mouse.up()
    await saved(page)
  }
  await drag('-1,0', -30, 0)
  const wide = await get()
  expect(wide.width).toBeGreaterThan(moved.width + 60)
  expect(wide.x + wide.width / 2).toBeCloseTo(moved.x + 3 + moved.width / 2, 0)
  await drag('turn', 60, 40)
  expect((await get()).rotation).toBeGreaterThan(20)
  await drag('tip', -50, 30)
  expect((await get()).look).not.toEqual(wide.look)
  await page.keyboard.press('Control+c')
  await goTo(page, 300)
  await page.keyboard.press('Control+v')
  await expect.poll(async () => others(await lessonOf(id)).length).toBe(18)
  const lesson = await lessonOf(id)
  expect(resolve(lesson).spans.get(lesson.elements.at(-1)!.id)!.from).toBe(300)
  await page.keyboard.press('Control+d')
  await saved(page)
  await page.keyboard.press('Control+a')
  await expect(page.getByTestId('details')).toContainText('21 elements')
  await page.keyboard.press('Delete')
  await expect(page.locator('[data-element]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await saved(page)
  expect(others(await lessonOf(id))).toHaveLength(19)
})

test('values are typed and the sentence of a tie is edited; px and % show the same place', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await page.locator('[data-element=callout-due]').click()
  const get = async () => (await lessonOf(id)).elements.find((e) => e.id === 'callout-due')!
  await page.getByTestId('tie-start').getByLabel('Frames off the moment').fill('9')
  await page.getByTestId('tie-start').getByLabel('Frames off the moment').press('Enter')
  await page.getByTestId('tie-start').getByLabel('Before or after').selectOption('before')
  await saved(page)
  expect((await get()).start).toMatchObject({ offset: -9 })
  // What is not on screen at the playhead is changed all the same, and says so.
  await page.getByLabel('x, from the left (px)').fill('960')
  await page.getByLabel('x, from the left (px)').press('Enter')
  await page.getByRole('button', { name: 'Go there' }).click()
  await page.getByRole('button', { name: 'show %' }).click()
  await expect(page.getByLabel('x, from the left (%)')).toHaveValue('50')
  await page.getByLabel('Text', { exact: true }).fill('One week, and it is due.')
  await page.getByLabel('Text', { exact: true }).press('Control+Enter')
  await page.getByLabel('Font', { exact: true }).selectOption('Bitter/700')
  await page.getByLabel('Arrives', { exact: true }).selectOption('slide')
  await saved(page)
  const e = await get()
  expect(e.x).toBe(960)
  expect(e.look).toMatchObject({ text: 'One week, and it is due.', face: { family: 'Bitter', weight: 700 } })
  expect(e.arrival.how).toBe('slide')
})

test('the narration at one and a half times its speed is heard at its own pitch, from its own place', async ({
  page,
}) => {
  const id = await demoCopy()
  await page.addInitScript(() => {
    const heard: number[][] = []
    Object.assign(window, { heard })
    const own = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function start(when, offset, duration) {
      heard.push([this.playbackRate.value, when ?? 0, duration ?? 0])
      own.call(this, when, offset, duration)
    }
  })
  await openDesk(page, id)
  await page.locator('[data-clip="clip-2"]').click()
  const made = page.waitForResponse((r) => r.url().includes('/sound?legs=0--3-2-3-2') && r.ok())
  await page.getByTestId('details').getByLabel('Speed', { exact: false }).first().fill('150')
  await page.keyboard.press('Enter')
  await made
  await page.keyboard.press('Escape')
  await page.keyboard.press('Space')
  const heard = () => page.evaluate(() => (window as unknown as { heard: number[][] }).heard)
  await expect.poll(async () => (await heard()).length).toBeGreaterThan(20)
  await page.keyboard.press('k')
  const pieces = (await heard()).slice(-12)
  expect(pieces.every(([rate]) => rate === 1)).toBe(true)
  // Each piece begins where the one before it ends.
  for (let i = 1; i < pieces.length; i++)
    expect(pieces[i]![1]! - pieces[i - 1]![1]! - pieces[i - 1]![2]!).toBeCloseTo(0, 3)
})
test('transport, moments set by hand while it plays, tracks, splits, palette and keys', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 100)
  await page.keyboard.press('Space')
  await page.waitForTimeout(1500)
  await page.keyboard.press('m')
  await page.waitForTimeout(500)
  await page.keyboard.press('k')
  const frame = async () => Number(await page.locator('canvas[data-frame]').getAttribute('data-frame'))
  expect(await frame()).toBeGreaterThan(130)
  await saved(page)
  const mark = (await lessonOf(id)).media['lend-out']!.moments.find((m) => m.kind === 'mark')!
  expect(mark.fromUs).toBeGreaterThan(3_600_000)
  await page.getByLabel('Name of the moment').fill('The list is full')
  await page.getByLabel('Name of the moment').press('Enter')
  await expect(page.getByRole('button', { name: /The list is full/ }).first()).toBeVisible()
  await page.keyboard.press('Home')
  await page.waitForSelector('canvas[data-frame="0"]')
  await page.keyboard.press('n')
  await page.waitForSelector(`canvas[data-frame="${Math.floor((mark.fromUs / 1e6) * 30 + 0.001)}"]`)
  await page.keyboard.press('End')
  await page.waitForSelector('canvas[data-frame="2129"]')
  await page.keyboard.press(',')
  await page.keyboard.press('Shift+<')
  await page.waitForSelector('canvas[data-frame="2118"]')
  // Looked at closely further on, and then all of it: its first frame is in sight as well.
  const timeline = page.getByTestId('timeline')
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: 'Zoom the timeline in' }).click()
  await timeline.evaluate((el) => {
    el.scrollLeft = 300
  })
  await page.getByRole('button', { name: 'Fit the whole lesson' }).click()
  await expect.poll(() => timeline.evaluate((el) => el.scrollLeft)).toBe(0)
  await goTo(page, 900)
  await page.keyboard.press('x')
  // Through the take and the narration alike.
  await expect(page.locator('[data-clip]')).toHaveCount(6)
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Type a part of its name').fill('track for pictures')
  await page.keyboard.press('Enter')
  await expect(page.getByTitle('More elements: double-click to rename')).toBeVisible()
  await page.getByTitle('More elements: double-click to rename').dblclick()
  await page.getByLabel('Name of the track').fill('Arrows')
  await page.keyboard.press('Enter')
  await page.getByLabel('More of Arrows').click()
  await page.getByRole('menuitem', { name: /^Move down/ }).click()
  await saved(page)
  const tracks = ['In front', 'Arrows', 'Notes', 'Marks', 'Screen', 'Narration']
  expect((await lessonOf(id)).tracks.map((t) => t.name)).toEqual(tracks)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Split at the playhead, through all tracks')
  await page.keyboard.press('Escape')
  await page.getByLabel('Mute Narration').click()
  await saved(page)
  expect((await lessonOf(id)).tracks.at(-1)!.muted).toBe(true)
})

test('a zoom is drawn as a rectangle; a ripple rule is broken up; the bar is put to the top', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 600)
  await page.keyboard.press('6')
  const a = await spot(page, 200, 200)
  const b = await spot(page, 1160, 740)
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 6 })
  await page.mouse.up()
  await saved(page)
  const zoom = (await lessonOf(id)).elements.at(-1)!
  expect(kindName(zoom)).toBe('zoom')
  expect(Math.abs(zoom.width - 960)).toBeLessThan(8)
  expect(zoom.width / zoom.height).toBeCloseTo(16 / 9, 2)
  await page.locator('[data-element=ripples]').click({ position: { x: 500, y: 8 } })
  await page.getByRole('button', { name: 'Split into single ripples' }).click()
  await saved(page)
  const singles = (await lessonOf(id)).elements.filter((e) => kindName(e) === 'ripple')
  expect(singles).toHaveLength(9)
  expect(singles.every((e) => e.start.on === 'moment' && e.start.offset === 0)).toBe(true)
  await page.locator('[data-element=progress]').click({ position: { x: 300, y: 8 } })
  await page.getByLabel('Place', { exact: true }).selectOption('top')
  await saved(page)
  expect((await lessonOf(id)).elements.find((e) => e.id === 'progress')!.y).toBe(7)
})
