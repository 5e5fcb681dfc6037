import { expect, test } from '@playwright/test'
import { layersAt } from '@/core/scene'
import { demoCopy, ff, lessonOf, newLesson, openDesk, write } from './desk'
import { exported, fileRow, stored } from './exported'
import { Hand } from './hand'

test('a lesson stands in another: shrunk, gone slower, edited where it stands', async ({ page }) => {
  const inner = await lessonOf(await demoCopy())
  const id = await newLesson('Welcome to the library')
  await openDesk(page, id)
  const hand = new Hand(page)
  await hand.key('a')
  await hand.click(fileRow(page, inner.name).first().getByRole('button', { name: 'Place in this lesson' }))
  // Before it lies there the lesson has one frame, and there is nowhere to go.
  await expect(page.locator('[data-inner]').first()).toBeVisible()
  await hand.go(60)
  await hand.click(page.getByRole('button', { name: 'Place at the bottom right' }))
  const { timed: first } = await stored(page, id)
  const { length } = first
  // Twice as long: it is asked, once.
  await hand.type(page.getByTestId('details').getByRole('textbox', { name: 'Length (frames)' }), String(length * 2))
  await hand.click(page.getByRole('button', { name: 'It goes slower' }))
  await expect(page.getByRole('alertdialog')).toHaveCount(0)
  const callout = inner.elements.find((e) => e.name === 'Callout: part of the name')!
  await hand.click(page.locator(`[data-inner="${callout.id}"]`))
  await expect(page.getByRole('navigation', { name: 'Lessons around this one' })).toContainText('Welcome')
  await expect(page.getByTestId('details').getByRole('textbox', { name: 'Name' })).toHaveValue(callout.name)
  await hand.key('Delete')
  await hand.key('Control+ArrowUp')
  const { lesson, timed } = await stored(page, id)
  const [part] = Object.values(lesson.parts)
  expect(part!.elements.map((e) => e.id)).toEqual(inner.elements.filter((e) => e.id !== callout.id).map((e) => e.id))
  expect(timed.length).toBe(length * 2)
  hand.counts('A lesson stands in another, in a corner, goes slower, and is edited where it stands')

  // Exported, it is what the lesson itself is at the frame that it has come to.
  const frame = exported(lesson, 48, 54)
  const whole = exported(part!, 24, 28)
  for (const f of [48, 50, 51]) expect(off(frame(f), whole(Math.floor(f / 2)))).toBeLessThan(0.7)
  // In its corner too, as much smaller as it stands there.
  const { x, y, w, h } = layersAt(timed, 400).layers[0]!.bounds
  expect(w).toBeLessThan(600)
  const raw = ['-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', '1920x1080', '-i']
  const to = ['-f', 'rawvideo', '-pix_fmt', 'rgb24', 'pipe:1']
  const cut = (b: Buffer, filter: string) => ff(...raw, write('frame.rgb', b), '-vf', filter, ...to)
  const there = cut(exported(lesson, 400, 404)(400), `crop=${w}:${h}:${x}:${y}`)
  expect(off(there, cut(exported(part!, 200, 204)(200), `scale=${w}:${h}:flags=area`))).toBeLessThan(3)
})
/** By how much the values of two pictures differ on average. */
const off = (a: Buffer, b: Buffer): number => a.reduce((sum, v, i) => sum + Math.abs(v - b[i]!), 0) / a.length
