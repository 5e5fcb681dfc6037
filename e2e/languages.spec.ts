import { findingsOf } from '@/core/findings'
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import path from 'node:path'
import { expect, test } from '@playwright/test'
import { setLength } from '@/core/edits'
import { inLanguage } from '@/core/language'
import { resolve } from '@/core/timing'
import { base, data, demoCopy, goTo, openDesk, saved, sendEdit } from './desk'
import { exported, stored } from './exported'

const CZECH = [
  'Vítejte v knihovně nářadí Larkfield.',
  'V této lekci půjčíme nářadí v programu Loanbench.',
  'Nejdřív nářadí najděte.',
  'Klikněte do vyhledávacího pole',
  'a napište vrtačka.',
  'Seznam se při psaní zkracuje.',
  'Otevřete akumulátorovou vrtačku.',
  'Na její stránce je vidět stav,',
  'příslušenství a historie půjčování.',
  'Sjeďte dolů a podívejte se, kdo ji měl naposledy.',
  'Když je všechno v pořádku,',
  'vraťte se nahoru a klikněte na Půjčit.',
  'Teď vyberte člena.',
  'Dnes je to Odile Marsh.',
  'Vrátit se má za dva týdny.',
  'Odile ji potřebuje na jeden týden,',
  'tak klikněte na jeden týden.',
  'Zkontrolujte datum vrácení,',
  'pak klikněte na Potvrdit.',
  'Tady je stvrzenka.',
  'Pošlete ji poštou',
  'a půjčka je hotová.',
  'To je všechno.',
  'Vrtačka je na cestě',
  'a regál souhlasí.',
]

test('the demo in a second language: script, narrator, texts; looked at, and exported beside the first', async ({
  page,
}) => {
  test.setTimeout(900_000)
  const id = await demoCopy()
  await openDesk(page, id)
  const own = await stored(page, id)
  await page.getByRole('button', { name: 'Script and languages' }).click()
  const dialog = page.getByRole('dialog', { name: 'Script and languages' })
  await dialog.getByLabel('Add a language').selectOption('cs')
  await expect(dialog.getByRole('tab', { name: /^Czech \d+ missing$/ })).toBeVisible()
  // A script that is put in line by line fills the phrases from there on.
  const rows = dialog.getByLabel(/^Translation of: /)
  await expect(rows).toHaveCount(CZECH.length)
  await rows.first().fill(CZECH.join('\n'))
  await rows.first().blur()
  await expect(rows.nth(19)).toHaveValue('Tady je stvrzenka.')
  // What hangs on “search” hangs on another word than the one at its place.
  await dialog.getByLabel('What “search” is').selectOption({ label: 'Klikněte' })
  await dialog.getByLabel(/^Callout: the receipt: /).fill('Stvrzenka pro Odile')
  await dialog.getByLabel('Only what is missing').check()
  await expect(rows).toHaveCount(0)
  await dialog.getByRole('button', { name: 'Let the narrator speak it' }).click()
  await expect(dialog.getByText(/(\d+) of \1 words have their time/)).toBeVisible({ timeout: 120_000 })
  await dialog.getByRole('button', { name: 'View it in Czech' }).click()
  await expect(page.getByLabel('Viewed in')).toHaveValue('cs')

  const { lesson } = await stored(page, id)
  const czech = resolve(inLanguage(lesson, 'cs'))
  expect(findingsOf(czech)).toEqual([])
  // Its own language is as it was.
  expect([...resolve(inLanguage(lesson, 'en')).spans]).toEqual([...own.timed.spans])
  // What hung on words hangs on theirs, where they are said.
  const hung = lesson.elements.flatMap((e) =>
    e.start.on === 'moment' && own.timed.moments.get(e.start.moment)?.kind === 'word' ? [{ e, tie: e.start }] : [],
  )
  expect(hung.length).toBeGreaterThanOrEqual(3)
  for (const { e, tie } of hung) {
    const word = czech.moments.get(tie.moment)!
    expect(CZECH.join(' ')).toContain(word.label)
    const at = (tie.edge === 'end' ? word.untilFrame! : word.frame!) + tie.offset
    expect(Math.abs(czech.spans.get(e.id)!.from - at), e.name).toBeLessThanOrEqual(1)
  }
  const arrow = hung.find(({ e }) => e.name === 'Arrow to the search box')!
  expect(czech.moments.get(arrow.tie.moment)!.label).toBe('Klikněte')
  // In the exported picture a callout comes up with its word.
  const receiptId = hung.find(({ e }) => e.name === 'Callout: the receipt')!.e.id
  const { from } = czech.spans.get(receiptId)!
  const frame = exported(inLanguage(lesson, 'cs'), from - 2, from + 30)
  const changed = (a: Buffer, b: Buffer) => a.reduce((n, v, i) => n + (Math.abs(v - b[i]!) > 40 ? 1 : 0), 0)
  const comes = changed(frame(from - 1), frame(from + 25))
  expect(comes).toBeGreaterThan(5000)
  expect(changed(frame(from - 2), frame(from - 1))).toBeLessThan(comes / 10)

  // In another language texts are changed where they stand, and nothing else.
  await goTo(page, from + 20)
  await page.locator(`[data-element="${receiptId}"] [data-bar]`).click()
  await page.getByLabel('Text', { exact: true }).fill('Stvrzenka')
  await page.getByLabel('Text', { exact: true }).blur()
  await page.keyboard.press('Delete')
  await expect(page.getByText(/In another language only texts are changed/)).toBeVisible()
  await saved(page)
  const now = (await stored(page, id)).lesson
  expect(now.voices[1]!.texts[receiptId]).toEqual({ 'look.text': 'Stvrzenka' })
  expect(now.elements).toEqual(lesson.elements)
  await page.getByLabel('Viewed in').selectOption('en')

  // All languages, a file each, with captions; of a short lesson.
  await sendEdit(id, setLength(480))
  await expect.poll(async () => (await stored(page, id)).timed.length).toBe(480)
  const brief = (await stored(page, id)).lesson
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const exporting = page.getByRole('dialog', { name: 'Export' })
  await exporting.getByLabel('Language').selectOption({ label: 'all 2, a file each' })
  await exporting.getByLabel('Quality').selectOption('draft')
  await exporting.getByLabel('Size').selectOption('360')
  await exporting.getByLabel('Captions beside it (WebVTT)').check()
  await exporting.getByRole('button', { name: 'Export', exact: true }).click()
  const done = exporting.locator('[data-export="done"]')
  await expect(done).toHaveCount(2, { timeout: 600_000 })
  const files = await Promise.all(
    ['(cs)', '(en)'].map(async (name) => {
      const row = done.filter({ hasText: name })
      const captions = await page.request.get(
        base() + (await row.getByRole('link', { name: 'Captions' }).getAttribute('href'))!,
      )
      const link = (await row.getByRole('link', { name: /^Download/ }).getAttribute('href'))!
      const file = path.join(data(), 'exports', `${link.split('/')[3]}.mp4`)
      expect(existsSync(file)).toBe(true)
      const args = ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', file]
      return { seconds: Number(execFileSync('ffprobe', args, { encoding: 'utf8' })), captions: await captions.text() }
    }),
  )
  const seconds = (frames: number) => frames / 30
  expect(files[0]!.seconds).toBeCloseTo(seconds(resolve(inLanguage(brief, 'cs')).length), 0)
  expect(files[1]!.seconds).toBeCloseTo(16, 0)
  expect(files[0]!.captions).toMatch(/^WEBVTT\n\n00:00:00\.\d{3} --> .*\nVítejte v knihovně nářadí Larkfield\.\n/)
  expect(files[1]!.captions).toContain('Welcome to the Larkfield Tool Library.')

  // It goes as it came, in one step.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Script and languages' }).click()
  await dialog.getByRole('tab', { name: /^Czech/ }).click()
  await dialog.getByRole('button', { name: 'Remove this language' }).click()
  await expect(dialog.getByRole('tab', { name: /^Czech/ })).toHaveCount(0)
  expect((await stored(page, id)).lesson.voices).toHaveLength(1)
})
