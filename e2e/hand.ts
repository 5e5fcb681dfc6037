import { readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, type Locator, type Page } from '@playwright/test'
import { goTo, spot } from './desk'

/**
 * A producer’s hand at the workbench: everything it does is one act, and is counted. Places are in pixels of a 1920 ×
 * 1080 lesson.
 */
export class Hand {
  acts = 0
  constructor(readonly page: Page) {}

  async key(keys: string): Promise<void> {
    this.acts++
    await this.page.keyboard.press(keys)
  }
  async click(what: Locator, modifiers?: ('Shift' | 'Alt')[]): Promise<void> {
    this.acts++
    await what.click(modifiers && { modifiers })
  }
  async clickAt(x: number, y: number, shift = false): Promise<void> {
    this.acts++
    const p = await spot(this.page, x, y)
    if (shift) await this.page.keyboard.down('Shift')
    await this.page.mouse.click(p.x, p.y)
    if (shift) await this.page.keyboard.up('Shift')
  }
  async drag(x: number, y: number, toX: number, toY: number, loose = true): Promise<void> {
    const a = await spot(this.page, x, y)
    const b = await spot(this.page, toX, toY)
    await this.dragOnScreen(a, b, loose)
  }
  /** With `loose`, Alt is held, so that nothing is snapped to. */
  async dragOnScreen(a: { x: number; y: number }, b: { x: number; y: number }, loose = true): Promise<void> {
    this.acts++
    const { mouse, keyboard } = this.page
    await mouse.move(a.x, a.y)
    await mouse.down()
    if (loose) await keyboard.down('Alt')
    await mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2)
    await mouse.move(b.x, b.y, { steps: 3 })
    await mouse.up()
    if (loose) await keyboard.up('Alt')
  }
  async type(field: Locator, value: string): Promise<void> {
    this.acts++
    await field.fill(value)
    await field.press('Enter')
  }
  /** Text of several lines is handed on when its field is left. */
  async write(value: string): Promise<void> {
    this.acts++
    const field = this.page.locator('[data-testid=details] textarea').first()
    await expect(field).toBeFocused()
    await field.fill(value)
    await field.press('Control+Enter')
  }
  async choose(field: Locator, label: string): Promise<void> {
    this.acts++
    await field.selectOption({ label })
  }
  async go(frame: number): Promise<void> {
    this.acts++
    await goTo(this.page, frame)
  }

  /** What docs/animating.md says it takes must be what it took. */
  counts(scene: string): void {
    const row = readFileSync(path.join(import.meta.dirname, '../docs/animating.md'), 'utf8')
      .split('\n')
      .find((l) => l.startsWith(`| ${scene} |`))
    expect(`${scene}: ${row?.split('|')[2]?.trim()} acts`).toBe(`${scene}: ${this.acts} acts`)
  }
}
