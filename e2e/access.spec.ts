import { readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import type axe from 'axe-core'
import { base, demoCopy, goTo, newLesson, openDesk } from './desk'

const source = readFileSync(path.join(import.meta.dirname, '../node_modules/axe-core/axe.min.js'), 'utf8')
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
/** Where something lies on the timeline and how long it is, is its time: that size is essential (WCAG 2.2, 2.5.8). */
const ESSENTIAL = '[data-bar], [data-clip-face], [data-peg]'

/** Its rows scroll beneath the ruler: what the edge of it cuts for the moment is as large as it measures. */
const SCROLLS = '[data-testid=timeline]'

/** What is amiss with a view, by WCAG 2.2 AA, as lines to be read. */
async function amiss(page: Page): Promise<string[]> {
  await page.evaluate(source)
  const { violations } = await page.evaluate(
    (tags) => (window as unknown as { axe: typeof axe }).axe.run(document, { runOnly: tags }),
    RULES,
  )
  const lines: string[] = []
  for (const v of violations) {
    for (const node of v.nodes) {
      const essential =
        v.id === 'target-size' &&
        (await page
          .locator(node.target.join(' '))
          .first()
          .evaluate(
            (e, [s, scrolls]) => {
              const { width, height } = e.getBoundingClientRect()
              return e.matches(s) || (e.closest(scrolls) !== null && width >= 24 && height >= 24)
            },
            [ESSENTIAL, SCROLLS] as const,
          )
          .catch(() => false))
      if (!essential) lines.push(`${v.impact} ${v.id}: ${node.html.slice(0, 160)}`)
    }
  }
  return lines
}

test('every view can be read, reached and pressed: no finding of WCAG 2.2 AA', async ({ page }) => {
  const id = await demoCopy()
  const found: Record<string, string[]> = {}
  const look = async (view: string) => {
    found[view] = await amiss(page)
  }
  await page.goto(base())
  await page.waitForSelector('[data-lesson]')
  await look('lessons')
  await page.goto(`${base()}/exports`)
  await page.waitForSelector('main')
  await look('exports')
  await openDesk(page, await newLesson('Empty'))
  await look('an empty lesson')
  await openDesk(page, id)
  await look('the lesson')
  await goTo(page, 700)
  await page.locator('[data-element=outline-page]').click({ position: { x: 8, y: 4 } })
  await look('an element with poses')
  await page.keyboard.press('q')
  await page.waitForSelector('[data-key-row]')
  await look('its keyframes')
  await page.keyboard.press('q')
  await page.locator('[data-element=zoom-follow]').click({ position: { x: 4, y: 4 } })
  await look('a zoom')
  await page.locator('[data-clip=clip-1]').click({ position: { x: 300, y: 8 } })
  await look('a clip')
  await page.keyboard.press('Control+a')
  await look('several')
  for (const [key, view] of [
    ['?', 'keys'],
    ['a', 'files'],
    ['Control+e', 'export'],
    ['Control+k', 'commands'],
  ] as const) {
    await page.keyboard.press(key)
    await page.waitForSelector('[role=dialog]')
    await look(view)
    await page.keyboard.press('Escape')
    await page.waitForSelector('[role=dialog]', { state: 'detached' })
  }
  expect(Object.fromEntries(Object.entries(found).filter(([, lines]) => lines.length > 0))).toEqual({})
})
