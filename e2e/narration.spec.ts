import { execFileSync } from 'node:child_process'
import { chromium, expect, test, type Page } from '@playwright/test'
import { demoCopy, goTo, inOrder, openDesk, saved, spot } from './desk'
import { exported, stored } from './exported'
import { bringIn, here } from './takes'

/** Opens the details of a clip by its bar on the timeline. */
const openClip = (page: import('@playwright/test').Page, name: string) =>
  page
    .locator('[data-clip]', { hasText: name })
    .first()
    .click({ position: { x: 40, y: 8 } })
const SCRIPT = [
  'Welcome to the Larkfield Tool Library. In this lesson, we lend out a tool with Loanbench.',
  'First, find the tool. Click the search box, and type drill.',
  'The list narrows as you type. Open the cordless drill.',
  // These two changed places.
  'When all is well, scroll back up, and click Lend out.',
  'Its page shows the condition, the accessories, and the history. Scroll down to see who had it last.',
  'Now choose the member. Today, it is Odile Marsh.',
  'The due date is two weeks from now. Odile needs it for one week, so click one week.',
  'Check the due date, then click Confirm.',
  // “Here is the receipt.” is dropped, on which a callout hangs.
  'Send it by mail, and the loan is complete.',
  'That is all. The drill is on its way, and the shelf is up to date.',
]

test('another voice reads the script with two sentences swapped and one dropped: all follows, and is undone', async ({
  page,
}) => {
  execFileSync('flite', ['-voice', 'rms', '-t', SCRIPT.join(' '), '-o', here('rms.wav')])
  const id = await demoCopy()
  await openDesk(page, id)
  await bringIn(page, ['rms.wav'])
  // It was laid on the timeline; here it comes in the place of the narration.
  await page.keyboard.press('Control+z')
  const before = await stored(page, id)
  await openClip(page, 'Narration')
  await page.getByRole('button', { name: 'Another recording …' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'rms.wav' }).click()
  await page.getByRole('textbox', { name: 'Script' }).fill(SCRIPT.join('\n\n'))
  await page.getByRole('button', { name: 'Use this recording' }).click()
  await expect(page.getByText(/\d+ of \d+ words have their time/).first()).toBeVisible({ timeout: 180_000 })
  const { lesson, timed } = await stored(page, id)
  expect(lesson.media.narration?.name ?? Object.values(lesson.media).find((m) => m.kind === 'sound')!.name).toBe(
    'rms.wav',
  )
  // What hung on words hangs on the same words, where they are said now.
  const hung = lesson.elements.flatMap((e) => (e.start.on === 'moment' ? [{ e, tie: e.start }] : []))
  const words = hung.filter(({ tie }) => timed.moments.get(tie.moment)?.kind === 'word')
  expect(words.length).toBeGreaterThanOrEqual(3)
  for (const { e, tie } of words) {
    const word = timed.moments.get(tie.moment)!
    expect(word.label).toBe(before.timed.moments.get(tie.moment)!.label)
    expect(Math.abs(timed.spans.get(e.id)!.from - word.frame! - tie.offset), e.name).toBeLessThanOrEqual(1)
  }
  // What hung on a word that is gone is listed, with a proposal that is taken.
  const lost = page.getByRole('list', { name: 'Hangs on words that are gone' })
  await expect(lost.getByText(/“Callout: the receipt” starts with/)).toBeVisible()
  await lost
    .getByRole('button', { name: /^Hang it on/ })
    .first()
    .click()
  await saved(page)
  // In the exported picture every one of them comes up with its word: the first frame that differs from one without it.
  for (const { e } of words) {
    const { from } = timed.spans.get(e.id)!
    const without = { ...lesson, elements: lesson.elements.map((o) => (o.id === e.id ? { ...o, hidden: true } : o)) }
    const [frame, bare] = [exported(lesson, from - 2, from + 6), exported(without, from - 2, from + 6)]
    const differs = (n: number) =>
      frame(n).reduce((sum, v, i) => sum + (Math.abs(v - bare(n)[i]!) > 40 ? 1 : 0), 0) > 600
    const first = Array.from({ length: 8 }, (_, i) => from - 2 + i).find(differs)
    // In its first frame it has just begun to come and is not to be seen; from the next one on it is, within a frame.
    expect((first ?? Infinity) - from, e.name).toBeGreaterThanOrEqual(0)
    expect((first ?? Infinity) - from, e.name).toBeLessThanOrEqual(2)
  }
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  const back = await stored(page, id)
  expect(back.lesson.elements).toEqual(before.lesson.elements)
  expect(back.lesson.media).toEqual(before.lesson.media)
})

/** Waits until something is said into the microphone, or nothing has been for longer than between two words. */
const heard = (page: Page, something: boolean) =>
  page.getByRole('meter', { name: 'Level' }).evaluate(
    (meter, wanted) =>
      new Promise<void>((done) => {
        let quiet = 0
        const look = setInterval(() => {
          quiet = meter.textContent === 'quiet' ? quiet + 1 : 0
          if (wanted ? quiet > 0 : quiet < 12) return
          clearInterval(look)
          done()
        }, 50)
      }),
    something,
  )

test('a narration is recorded here, sentence by sentence, from a microphone; its words are found', async () => {
  const said = 'Check the due date, then click Confirm.'
  execFileSync('flite', ['-voice', 'slt', '-t', said, '-o', here('once.wav')])
  // The microphone says it again and again: with a pause that is longer than the count before a recording.
  const pause = ['-y', '-v', 'error', '-i', here('once.wav'), '-af', 'apad=pad_dur=4', here('spoken.wav')]
  execFileSync('ffmpeg', pause)
  const args = [
    '--use-fake-device-for-media-stream',
    '--use-fake-ui-for-media-stream',
    `--use-file-for-fake-audio-capture=${here('spoken.wav')}`,
  ]
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const id = await demoCopy()
    await openDesk(page, id)
    await openClip(page, 'Narration')
    await page.getByRole('button', { name: 'Script …' }).click()
    await page.getByRole('textbox', { name: 'Script' }).fill(said)
    await page.getByRole('button', { name: 'Find the words' }).click()
    await expect(page.getByText(/\d+ of \d+ words have their time/).first()).toBeVisible({ timeout: 180_000 })
    await page.getByRole('button', { name: 'Record …' }).click()
    await expect(page.getByRole('meter', { name: 'Level' })).toBeVisible()
    await heard(page, true)
    await heard(page, false)
    await page.getByRole('button', { name: 'Record this sentence' }).click()
    await page.getByRole('button', { name: 'Stop' }).waitFor()
    await heard(page, true)
    await heard(page, false)
    await page.getByRole('button', { name: 'Stop' }).click()
    await expect(page.getByText('1 of 1 recorded')).toBeVisible()
    // What is recorded and not taken yet is there again, also in another window.
    await page.keyboard.press('Escape')
    await page.reload()
    await page.waitForSelector('main[data-ready=true]')
    await openClip(page, 'Narration')
    await page.getByRole('button', { name: 'Record …' }).click()
    await expect(page.getByText('1 of 1 recorded')).toBeVisible()
    await page.getByRole('button', { name: 'Use this narration' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 120_000 })
    await expect
      .poll(async () => Object.values((await stored(page, id)).lesson.media).find((m) => m.kind === 'sound')!.name, {
        timeout: 60_000,
      })
      .toMatch(/^Narration \d/)
    const sound = Object.values((await stored(page, id)).lesson.media).find((m) => m.kind === 'sound')!
    expect(sound.words.map((w) => w.text).join(' ')).toBe(said)
    expect(sound.durationUs).toBeLessThan(6_000_000)
  } finally {
    await browser.close()
  }
})

test('a sentence that is being recorded as the window is killed is there as a take, as far as it went', async () => {
  const args = ['--no-sandbox', '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const id = await demoCopy()
    const recording = async (p: Page) => {
      await openDesk(p, id)
      await openClip(p, 'Narration')
      await p.getByRole('button', { name: 'Record …' }).click()
    }
    await recording(page)
    await page.getByRole('button', { name: 'Record this sentence' }).click()
    await page.getByRole('button', { name: 'Stop' }).waitFor()
    await page.waitForTimeout(3500)
    const crash = page.waitForEvent('crash').catch(() => null)
    await page.goto('chrome://crash').catch(() => null)
    await crash
    const next = await context.newPage()
    await recording(next)
    await expect(next.getByText(/^1 of \d+ recorded/)).toBeVisible()
    await expect(next.getByText('take 1 of 1')).toBeVisible()
    await next.reload()
    await next.waitForSelector('main[data-ready=true]')
    await openClip(next, 'Narration')
    await next.getByRole('button', { name: 'Record …' }).click()
    await expect(next.getByText('take 1 of 1')).toBeVisible()
  } finally {
    await browser.close()
  }
})

test('a phrase is written anew where it stands; a callout hangs on words that were swept over', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const before = await stored(page, id)
  await (await inOrder(page, 'First, find the tool')).dblclick()
  const field = page.getByRole('textbox', { name: 'The phrase of the script' })
  await field.fill('First, find the saw.')
  await field.press('Enter')
  const now = await stored(page, id)
  const said = (t: typeof now.timed) => [...t.moments.values()].filter((m) => m.kind === 'word')
  expect(said(now.timed).map((w) => [w.id, w.frame])).toEqual(said(before.timed).map((w) => [w.id, w.frame]))
  expect(said(now.timed).map((w) => w.label)).toContain('saw.')
  await openClip(page, 'Narration')
  await expect(page.getByRole('list', { name: 'Said otherwise' })).toContainText('Instead of “saw.”')
  // Swept from “Check” to “date,”.
  await page.keyboard.press('Escape')
  const words = said(now.timed).sort((a, b) => a.frame! - b.frame!)
  const first = words.findIndex((w) => w.label === 'Check')
  const [a, b] = [words[first]!, words[first + 3]!]
  await goTo(page, a.frame!)
  const lane = (await page.locator('[data-lane=words]').boundingBox())!
  const box = async (m: string) => (await page.locator(`[data-lane=words] [data-moment="${m}"]`).boundingBox())!
  const [from, to] = [await box(a.id), await box(b.id)]
  await page.mouse.move(from.x + 1, lane.y + 30)
  await page.mouse.down()
  await page.mouse.move(from.x + 12, lane.y + 30)
  await page.mouse.move(to.x + 2, lane.y + 30, { steps: 4 })
  await page.mouse.up()
  await page.getByRole('menuitem', { name: 'Callout' }).click()
  const { x, y } = await spot(page, 900, 500)
  await page.mouse.click(x, y)
  await page.keyboard.press('Escape')
  const hung = await stored(page, id)
  const e = hung.lesson.elements.find((o) => !before.lesson.elements.some((w) => w.id === o.id))!
  expect(e.start).toMatchObject({ on: 'moment', moment: a.id, edge: 'start', offset: 0 })
  expect(e.end).toMatchObject({ on: 'moment', moment: b.id, edge: 'end', offset: 0 })
})
