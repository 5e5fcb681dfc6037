import { newElement } from '@/core/kinds'
import type { Page } from '@playwright/test'
import type { Lesson } from '@/core/lesson/schema'
import type { Figure } from './report'
import { store, withServer } from './server'

const ELEMENTS = 2000
/**
 * Each figure is of so many drags there and back, one after another; of fewer steps, one slow one more or less would
 * make the 95th percentile.
 */
const DRAGS = 4
const STEPS = 40
const TWO_HOURS = 216_000

/** Two thousand elements on two hours, one after another. */
function crowded(lesson: Lesson): Lesson {
  const kinds = ['callout', 'arrow', 'shape', 'text'] as const
  const elements = Array.from({ length: ELEMENTS }, (_, i) =>
    newElement(
      lesson,
      kinds[i % 4]!,
      `n${i}`,
      { start: { on: 'loose', frame: i * 107 }, end: { on: 'length', frames: 140 } },
      { x: 300 + ((i * 37) % 1300), y: 200 + ((i * 53) % 700) },
    ),
  )
  return { ...lesson, name: 'Two hours', length: TWO_HOURS, elements }
}

interface Place {
  x: number
  y: number
}
/** Drags from one spot to another and gives how long each step takes until its frame is painted, in milliseconds. */
const dragOnce = (page: Page, from: Place, to: Place) =>
  page.evaluate(
    async ([a, b, steps]) => {
      const event = (type: string, x: number, y: number) =>
        new PointerEvent(type, {
          bubbles: true,
          cancelable: true,
          clientX: x,
          clientY: y,
          pointerId: 1,
          button: 0,
          buttons: 1,
          isPrimary: true,
        })
      const own = Element.prototype.setPointerCapture
      let holder: Element = document.elementFromPoint(a.x, a.y)!
      const hold = (element: Element) => {
        holder = element
      }
      Element.prototype.setPointerCapture = function capture(this: Element) {
        hold(this)
      }
      holder.dispatchEvent(event('pointerdown', a.x, a.y))
      const out: number[] = []
      for (let i = 1; i <= steps; i++) {
        await new Promise(requestAnimationFrame)
        const began = performance.now()
        holder.dispatchEvent(event('pointermove', a.x + ((b.x - a.x) * i) / steps, a.y + ((b.y - a.y) * i) / steps))
        await new Promise<void>((done) => {
          requestAnimationFrame(() => {
            const after = new MessageChannel()
            after.port1.onmessage = () => done()
            after.port2.postMessage(0)
          })
        })
        out.push(performance.now() - began)
      }
      holder.dispatchEvent(event('pointerup', b.x, b.y))
      Element.prototype.setPointerCapture = own
      return out
    },
    [from, to, STEPS] as const,
  )

/** Drags there and back again, and gives what all the steps took, sorted. */
async function drag(page: Page, a: Place, b: Place): Promise<number[]> {
  const steps: number[] = []
  for (let n = 0; n < DRAGS; n++) {
    steps.push(...(await (n % 2 ? dragOnce(page, b, a) : dragOnce(page, a, b))))
    await page.waitForTimeout(500)
  }
  return steps.sort((x, y) => x - y)
}

/** Measures opening a lesson of two thousand elements and dragging one of them. */
export async function measureDrag(lesson: Lesson, root: string, say: (line: string) => void): Promise<Figure[]> {
  return withServer(root, async (page, base) => {
    const id = await store(base, crowded(lesson))
    const opening: number[] = []
    for (let n = 0; n < 3; n++) {
      const began = Date.now()
      await page.goto(`${base}/lessons/${id}`)
      await page.waitForSelector('main[data-ready=true]')
      await page.waitForSelector('canvas[data-frame]')
      opening.push(Date.now() - began)
    }
    await page.waitForTimeout(2500)
    const figures: Figure[] = [
      {
        what: 'open a lesson of two hours with 2,000 elements',
        bar: '≤ 2 s',
        measured: `${(opening.sort((a, b) => a - b)[1]! / 1000).toFixed(2)} s`,
        detail: `until its picture is there; ${opening.map((o) => (o / 1000).toFixed(2)).join(', ')} s`,
      },
    ]
    const add = (what: string, steps: number[]) => {
      const at = (share: number) => `${steps[Math.floor(steps.length * share)]!.toFixed(0)} ms`
      say(`${what}: median ${at(0.5)}`)
      const detail =
        `median ${at(0.5)}, worst ${steps.at(-1)!.toFixed(0)} ms of ` +
        `${steps.length} steps in ${DRAGS} drags, until the frame is painted`
      figures.push({ what, bar: '≤ 33 ms (95 %)', measured: at(0.95), detail })
    }
    const specks = (await page.locator('[data-specks]').first().boundingBox())!
    await page.mouse.click(specks.x + 400, specks.y + 6)
    const bar = (await page.locator('[data-element]').first().boundingBox())!
    add(
      'a drag step on the timeline, all two hours in sight',
      await drag(page, { x: bar.x + bar.width / 2, y: bar.y + 6 }, { x: bar.x + 80, y: bar.y + 6 }),
    )
    for (let n = 0; n < 10; n++) await page.getByLabel('Zoom the timeline in').click()
    await page.waitForTimeout(800)
    const near = (await page.locator('[data-element]').first().boundingBox())!
    add(
      'a drag step on the timeline, some minutes in sight',
      await drag(
        page,
        { x: near.x + near.width / 2, y: near.y + 6 },
        { x: near.x + near.width / 2 + 80, y: near.y + 6 },
      ),
    )
    await page.getByTestId('timecode').fill('60f')
    await page.getByTestId('timecode').press('Enter')
    await page.keyboard.press('Escape')
    const shown = (await page.getByTestId('overlay').boundingBox())!
    const at = { x: shown.x + (300 / 1920) * shown.width, y: shown.y + (200 / 1080) * shown.height }
    add('a drag step on the picture', await drag(page, at, { x: at.x + 120, y: at.y + 40 }))
    return figures
  })
}
