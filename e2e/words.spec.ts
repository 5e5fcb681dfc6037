import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { ADDABLE_KINDS } from '@/core/kinds'
import { SHIPPED_STYLES } from '@/core/styles'
import { FONTS } from '@/core/text'
import { resolve } from '@/core/timing'
import { inWords, MARKED, type WordKey } from '@/words/words'
import { Program } from '../testing/program'
import { base, demoCopy, goTo, lessonOf, newLesson, ofEveryKind, openDesk } from './desk'

let program: Program
const { VANE_E2E } = process.env

test.beforeAll(async () => {
  test.setTimeout(300_000)
  process.env.VANE_WORDS = MARKED
  const folder = mkdtempSync(path.join(tmpdir(), 'vane-words-'))
  cpSync(process.env.VANE_E2E_FRESH!, folder, { recursive: true })
  program = await Program.make(path.join(import.meta.dirname, '..'), folder)
  await program.start()
  const { base: at, data } = program
  process.env.VANE_E2E = JSON.stringify(Array.from({ length: 8 }, () => ({ base: at, data })))
})
test.afterAll(async () => {
  await program.end()
  rmSync(program.data, { recursive: true, force: true })
  process.env.VANE_E2E = VANE_E2E
  delete process.env.VANE_WORDS
})

/** What people wrote themselves, or what is the same in every language: keys, names of typefaces, units, codes. */
const KEYS = 'Ctrl|Alt|alt|Shift|Esc|Escape|Enter|Del|Delete|Space|Home|End|PgUp|PgDn|Tab|F\\d+'
const UNITS = 'px|ms|dB|fps|LUFS|kB|KB|MB|GB|AAA?|[A-Z]|[xyfs]'
const CODES = '#[0-9a-f]{6,8}|[a-z-]+\\([^)]*\\)'
const SAME = new RegExp(`(?<![A-Za-z])(${KEYS}|${UNITS})(?![A-Za-z])|${CODES}`, 'g')

/** All that can be read on a page, seen or told to those who do not see it. */
const readOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const told = ['aria-label', 'title', 'placeholder', 'alt', 'aria-description', 'aria-valuetext']
    const own = 'kbd, code, script, style, [data-icons] li'
    const texts = [...document.body.querySelectorAll('*')].flatMap((e) => {
      if (e.closest(own)) return []
      const said = [...e.childNodes].flatMap((n) => (n.nodeType === Node.TEXT_NODE ? [n.textContent ?? ''] : []))
      return [...said, ...told.map((t) => e.getAttribute(t) ?? '')]
    })
    return [...new Set(texts.map((t) => t.trim()).filter(Boolean))]
  })

/** Dates are told by the browser, in its own words. */
const DATE = /\d+ [A-Z][a-z]{2} \d{4}/g

/** Every text of a lesson, so that what people wrote in it is not looked for in the catalogue. */
function textsOf(value: unknown): string[] {
  if (typeof value === 'string') return [value]
  return value && typeof value === 'object' ? Object.values(value).flatMap(textsOf) : []
}

/** What on a page has letters without a mark, and is nobody's own. */
async function unmarked(page: Page, own: RegExp): Promise<string[]> {
  return (await readOn(page)).filter((text) =>
    /[A-Za-z]/.test(text.replace(own, '').replace(DATE, '').replace(SAME, '')),
  )
}
const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')
/** Any of some texts, the longest first, where no letter goes on from it. */
const anyOf = (texts: readonly string[]): RegExp => {
  const own = [...new Set(texts)].filter((t) => /[A-Za-z]/.test(t)).toSorted((a, b) => b.length - a.length)
  return new RegExp(`(?<!\\p{L})(${own.map(escaped).join('|')})(?!\\p{L})`, 'gu')
}

/** Unfolds every section of the details. */
const unfold = (page: Page) =>
  page
    .locator('[data-testid=details] [aria-expanded=false]:not([aria-haspopup])')
    .evaluateAll((heads) => heads.forEach((h) => (h as HTMLElement).click()))

test('in a made-up language every letter that is seen is from the catalogue', async ({ page }) => {
  test.setTimeout(600_000)
  const found = new Map<string, string>()
  const demo = await demoCopy()
  const each = await ofEveryKind()
  const own = [demo, each].map(lessonOf)
  const content = anyOf([
    ...(await Promise.all(own)).flatMap((l) => [
      ...textsOf(l),
      ...[...resolve(l).moments.values()].flatMap(({ label }) => [label, ...label.split(/[^\p{L}’]+/u)]),
    ]),
    ...FONTS.map((f) => f.family),
    ...SHIPPED_STYLES.map((s) => s.name),
    'Vivid Vane',
    'by another window',
  ])
  const look = async (where: string) => {
    for (const text of await unmarked(page, content)) if (!found.has(text)) found.set(text, where)
  }
  const named = async (title: WordKey & `commands.${string}`, where: string) => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+k')
    await page.locator('[cmdk-input]').fill(inWords(title as 'commands.redo'))
    await page.keyboard.press('Enter')
    await page.waitForTimeout(300)
    await look(where)
    await page.keyboard.press('Escape')
  }
  for (const where of ['', 'exports', 'library', 'styles']) {
    await page.goto(`${base()}/${where}`)
    await page.waitForSelector('main')
    await page.waitForTimeout(500)
    await look(`the page /${where}`)
  }
  await openDesk(page, await newLesson('0'))
  await look('an empty lesson')
  await openDesk(page, each)
  await goTo(page, 0)
  for (const kind of ADDABLE_KINDS) {
    const bar = page.locator(`[data-element="own-${kind}"] [data-bar]`).first()
    if (!(await bar.count())) continue
    await bar.scrollIntoViewIfNeeded()
    await bar.click({ force: true, position: { x: 6, y: 6 } })
    await unfold(page)
    await look(`the details of a ${kind}`)
  }
  await page.keyboard.press('Control+a')
  await look('several')
  await openDesk(page, demo)
  await look('the demo')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await look('the lesson')
  await goTo(page, 700)
  await page
    .locator('[data-element=outline-page] [data-bar]')
    .first()
    .click({ force: true, position: { x: 6, y: 6 } })
  await page.keyboard.press('q')
  await look('poses')
  const { clips } = resolve(await lessonOf(demo))
  for (const clip of clips.slice(0, 4)) {
    await page.locator(`[data-clip="${clip.id}"]`).click({ position: { x: 20, y: 8 }, force: true })
    await unfold(page)
    await look(`the clip ${clip.id}`)
  }
  await page.locator('[data-moment]').first().click({ force: true })
  await look('a moment')
  for (const key of ['?', 'a', 'Control+e', 'Control+k']) {
    await page.keyboard.press('Escape')
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press(key)
    await page.waitForSelector('[role=dialog]')
    await page.waitForTimeout(400)
    await look(`the dialog of ${key}`)
    await page.keyboard.press('Escape')
  }
  const over = page.getByText(inWords('workbench.dropToBringThemIn'))
  await page.evaluate(() => {
    const held = new DataTransfer()
    held.items.add(new File(['1'], '1.txt'))
    document.querySelector('main')!.dispatchEvent(new DragEvent('dragover', { bubbles: true, dataTransfer: held }))
  })
  await expect(over).toBeVisible()
  await page.evaluate(() =>
    document.querySelector('main')!.dispatchEvent(new DragEvent('dragleave', { bubbles: true })),
  )
  await named('commands.scriptAndLanguages', 'languages')
  await named('commands.aSoundAtEveryClick', 'sounds')
  await named('commands.placeAReadyThing', 'ready things')
  await named('commands.howThePictureFollowsThe', 'before and after')
  await named('commands.setAMomentHere', 'what is said of a mark')
  await named('commands.splitTheElementAtThe', 'what is said of a split')
  expect([...found].map(([text, where]) => `${where}: ${text}`)).toEqual([])
})
