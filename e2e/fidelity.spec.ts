import { drawnAt, footageAt } from '@/core/testing/shown'
import { setLesson } from '@/core/edits'
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { createCanvas, loadImage } from '@napi-rs/canvas'
import { expect, test, type Page } from '@playwright/test'
import { ADDABLE_KINDS, newElement } from '@/core/kinds'
import { LESSON_VERSION, type Element, type Lesson } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { base, data, demoCopy, folder, goTo, lessonOf, openDesk } from './desk'

/**
 * Compares the preview at 100 % with the server’s picture of the same frames, within each element’s box. @returns what
 * was compared
 */
async function compare(page: Page, lesson: Lesson, frames: number[]): Promise<string[]> {
  await page.getByLabel('Size of the picture').selectOption('1')
  writeFileSync(path.join(data(), 'fidelity.json'), JSON.stringify(lesson))
  const timed = resolve(lesson)
  const compared: string[] = []
  for (const n of frames) {
    await goTo(page, n, true)
    const shown = await loadImage(
      Buffer.from(
        (
          await page.evaluate(
            () => document.querySelector<HTMLCanvasElement>('canvas[data-frame]')!.toDataURL('image/png') as string,
          )
        ).split(',')[1]!,
        'base64',
      ),
    )
    expect([shown.width, shown.height]).toEqual([1920, 1080])
    const canvas = createCanvas(1920, 1080)
    const ctx = canvas.getContext('2d')
    ctx.drawImage(shown, 0, 0)
    const seen = Buffer.from(ctx.getImageData(0, 0, 1920, 1080).data)
    execFileSync(
      './vane',
      ['frame', path.join(data(), 'fidelity.json'), String(n), '--out', path.join(folder, 'frame.png')],
      { cwd: path.join(import.meta.dirname, '..'), stdio: 'pipe' },
    )
    ctx.drawImage(await loadImage(path.join(folder, 'frame.png')), 0, 0)
    const made = ctx.getImageData(0, 0, 1920, 1080).data
    const worked = footageAt(timed, n).filter((l) => l.work)
    for (const item of [...drawnAt(timed, n), ...worked] as ReturnType<typeof drawnAt>) {
      const x0 = Math.max(0, Math.floor(item.bounds.x))
      const y0 = Math.max(0, Math.floor(item.bounds.y))
      const x1 = Math.min(1920, Math.ceil(item.bounds.x + item.bounds.w))
      const y1 = Math.min(1080, Math.ceil(item.bounds.y + item.bounds.h))
      let sum = 0
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++)
          for (let c = 0; c < 3; c++) sum += Math.abs(seen[(y * 1920 + x) * 4 + c]! - made[(y * 1920 + x) * 4 + c]!)
      expect(sum / ((x1 - x0) * (y1 - y0) * 3), `${item.element} in frame ${n}`).toBeLessThanOrEqual(2)
      compared.push(item.instants ? `${item.element} blurred` : item.element)
    }
  }
  return compared
}

test('the preview at 100 % and the server’s picture of the same frame agree within every element’s box', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  expect(
    (await compare(page, await lessonOf(id), [303, 360, 683, 1010, 1200, 1484, 1560, 1760])).length,
  ).toBeGreaterThan(12)
})

test('so they do for every kind of element, turned, cropped, blurred and on the move', async ({ page }) => {
  const id = await demoCopy()
  const before = await lessonOf(id)
  const lesson: Lesson = { ...before, motionBlur: { on: true, shutter: 180, samples: 8 } }
  const kinds = ADDABLE_KINDS.filter((k) => !['zoom', 'group', 'still', 'backdrop', 'ripple', 'gauge'].includes(k))
  const still = (kind: (typeof kinds)[number], i: number, change: Partial<Element> = {}): Element => {
    const e = newElement(
      lesson,
      kind,
      kind,
      { start: { on: 'loose', frame: 600 }, end: { on: 'length', frames: 200 } },
      { x: 220 + (i % 6) * 300, y: 190 + Math.floor(i / 6) * 230 },
    )
    return { ...e, name: kind, track: 'elements-1', ...change, look: { ...e.look, ...change.look } as Element['look'] }
  }
  const whole = new Set(['dim', 'letterbox', 'backdrop'])
  const going = {
    poses: [
      {
        id: 'go',
        start: { on: 'start' as const, frames: 40 },
        end: { on: 'start' as const, frames: 70 },
        easing: 'linear',
        values: { x: 1500, rotation: 35, 'scale.x': 1.3 },
        curve: null,
      },
    ],
  }
  lesson.elements = [
    ...kinds.map((k, i) =>
      still(
        k,
        i,
        whole.has(k) || k === 'bar'
          ? {}
          : { rotation: i * 7, crop: { left: 0, right: 0, top: 0, bottom: i % 3 === 0 ? 0.2 : 0 } },
      ),
    ),
    {
      ...still('cover', 3),
      id: 'blocks',
      rotation: 0,
      look: { ...still('cover', 3).look, how: 'blocks' } as Element['look'],
    },
    {
      ...still('cover', 7),
      id: 'soft',
      rotation: 12,
      look: { ...still('cover', 7).look, how: 'blur' } as Element['look'],
    },
    { ...still('text', 2), id: 'hazy', blurPx: 6, opacity: 0.7 },
    {
      ...newElement(lesson, 'footage', 'keyed', {
        start: { on: 'loose', frame: 600 },
        end: { on: 'length', frames: 200 },
      }),
      ...{ name: 'keyed', track: 'elements-1', x: 1500, y: 760, scale: { x: 0.3, y: 0.3 }, rotation: -6 },
      look: {
        ...newElement(lesson, 'footage', 'keyed', {
          start: { on: 'loose', frame: 0 },
          end: { on: 'length', frames: 1 },
        }).look,
        ...{ media: 'lend-out', fit: 'free', inUs: 20_000_000, muted: true },
        key: { colour: '#1d4540', reach: 16, soft: 10, spill: 40 },
        grade: { exposure: 12, contrast: 20, saturation: -40, warmth: 15 },
      } as Element['look'],
    },
    {
      ...still('group', 6),
      id: 'leaning',
      width: 320,
      height: 200,
      look: {
        ...still('group', 6).look,
        ...{ ground: '#ffffff', mask: true, featherPx: 6 },
        corners: { ax: 10, ay: 0, bx: 96, by: 14, cx: 90, cy: 92, dx: 0, dy: 100 },
      } as Element['look'],
    },
    { ...still('badge', 6), id: 'leans', rides: { on: 'leaning', by: [1, 0, 0, 1, -1140, -500], fades: false } },
    {
      ...still('cover', 1),
      id: 'hazy-edge',
      look: { ...still('cover', 1).look, how: 'blur', edgePx: 20, round: true } as Element['look'],
    },
    { ...still('shape', 5), id: 'runner', ...going },
    { ...still('text', 9), id: 'words', ...going },
  ]
  const edit = setLesson({ elements: lesson.elements, motionBlur: lesson.motionBlur })
  const { revision } = (await (await fetch(`${base()}/api/lessons/${id}?format=${LESSON_VERSION}`)).json()) as {
    revision: number
  }
  const stored = await fetch(`${base()}/api/lessons/${id}/steps?format=${LESSON_VERSION}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base() },
    body: JSON.stringify({ do: 'edit', base: revision, client: 'fill', label: 'fill', edit, seed: 'fill' }),
  })
  expect(stored.status).toBeLessThan(300)
  await openDesk(page, id)
  const compared = await compare(page, await lessonOf(id), [620, 655])
  // What a group carries is a part of its picture.
  for (const e of lesson.elements.filter((x) => !x.rides))
    expect([e.id, compared.some((c) => c.startsWith(e.id))]).toEqual([e.id, true])
  expect(compared).toEqual(expect.arrayContaining(['runner blurred', 'words blurred']))
})
