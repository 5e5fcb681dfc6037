import { expect, test, type Page } from '@playwright/test'
import { setElements } from '@/core/edits'
import { chaptersOver, kindName } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { gaugeAt, placementOf, posedAt } from '@/core/motion'
import { IDENTITY } from '@/core/geometry'
import { demoCopy, ff, goTo, openDesk, rgbAt, saved, sendEdit, write } from './desk'
import { exported, fileRow, stored } from './exported'
import { Hand } from './hand'
import { bringIn, here, inLibrary, near, pickWord } from './takes'

const LINEN = { accent: [23, 112, 107], paper: [253, 250, 244] }
const lookOf = (e: Element) => e.look as unknown as Record<string, unknown>
/** Places a ready thing: opened, chosen, said what it says. */
async function placeReady(hand: Hand, name: string, says: string): Promise<void> {
  const { page } = hand
  await hand.key('Shift+A')
  await hand.click(page.getByRole('dialog').getByRole('button', { name, exact: false }).first())
  hand.acts++
  const field = page.getByRole('dialog').locator('textarea, input').first()
  await field.fill(says)
  await field.press('Control+Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
}

test('a share, a number and two wordings on one value are placed ready, and stretch by one end', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const hand = new Hand(page)
  await hand.go(60)
  await placeReady(hand, 'Loading', 'Saving → Saved')
  const { lesson, timed } = await stored(page, id)
  const named = (name: string) => lesson.elements.find((e) => e.name === name)!
  const bar = named('Bar')
  const gauge = lesson.elements.find((e) => e.id === bar.reads['look.given.share']!.gauge)!
  const value = (f: number) => gaugeAt(timed, gauge.id, f, (e, at) => posedAt(timed, e, at))!
  const frame = exported(lesson, 60, 210)
  for (const f of [80, 100, 115, 130, 160, 180, 195]) {
    const { matrix } = placementOf(timed, posedAt(timed, bar, f)!, f, IDENTITY)!
    const [left, y] = [matrix[4] - bar.width / 2, matrix[5]]
    const row = frame(f)
    let filled = 0
    for (let x = Math.ceil(left); x < left + bar.width; x++) if (near(rgbAt(row, x, y), LINEN.accent, 40)) filled++
    expect(Math.abs(filled - (value(f) / 100) * bar.width), `frame ${f}`).toBeLessThanOrEqual(3)
  }
  hand.counts('A share, a number and two wordings, ready')
})

test('a chapter bar is one act, and follows the chapters', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const hand = new Hand(page)
  await hand.key('-')
  const { lesson, timed } = await stored(page, id)
  const bar = lesson.elements.find((e) => kindName(e) === 'chapters')!
  const span = timed.spans.get(bar.id)!
  expect(span).toMatchObject({ from: 0, to: timed.length })
  const parts = chaptersOver(timed, span)
  expect(parts.map((p) => p.label)).toContain('Lend it out')
  // Filled exactly as far as each chapter has gone by, to a pixel.
  const plain = { ...lesson, elements: lesson.elements.filter((e) => [bar.id, 'clip-1'].includes(e.id)) }
  const own = plain.elements.find((e) => e.id === bar.id)!
  Object.assign(own, { look: { ...own.look, labels: 'none', gapPx: 0, fill: '#ff0000', unfilled: '#000000' } })
  for (const part of [parts[1]!, parts[3]!]) {
    const middle = Math.round((part.from + part.to) / 2)
    const frame = exported(plain, middle - 1, middle + 2)
    for (const f of [middle - 1, middle, middle + 1]) {
      let red = 0
      for (let x = 0; x < 1920; x++) if (rgbAt(frame(f), x, own.y)[0] > 128) red++
      expect(Math.abs(red - (1920 * f) / timed.length), `frame ${f}`).toBeLessThanOrEqual(3)
    }
  }
  hand.counts('A chapter bar')
})

test('a countdown with repetitions is placed ready; each takes as long as the other', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 0)
  const hand = new Hand(page)
  await placeReady(hand, 'Countdown with', '5')
  const { lesson, timed } = await stored(page, id)
  const ring = lesson.elements.find((e) => e.name === 'Ring')!
  const { matrix } = placementOf(timed, ring, 20, IDENTITY)!
  const [cx, cy] = [matrix[4], matrix[5]]
  const r = ring.width / 2 - (lookOf(ring).ringPx as number) / 2
  const plain = {
    ...lesson,
    elements: lesson.elements.map((e) =>
      e.id === ring.id ? { ...e, look: { ...e.look, fill: '#ff0000', unfilled: '#0000ff', corner: 0 } } : e,
    ),
  }
  const frame = exported(plain, 90, 271)
  // The second and third repetition: 90 frames each, the ring as full as so much of them has gone by.
  for (const f of [90, 112, 135, 179, 180, 202, 269]) {
    let full = 0
    for (let deg = 0; deg < 360; deg++) {
      const a = ((deg + 0.5 - 90) * Math.PI) / 180
      const [red, , blue] = rgbAt(frame(f), cx + r * Math.cos(a), cy + r * Math.sin(a))
      if (red > blue) full++
    }
    expect(Math.abs(full - (360 * ((f - 90) % 90)) / 89), `frame ${f}`).toBeLessThanOrEqual(3)
  }
  hand.counts('A countdown with repetitions')
})

test('a page flies in on a turned screen and scrolls with the words', async ({ page }) => {
  const bands = ['#c00000', '#00a000', '#0000c0', '#c0c000', '#00c0c0', '#c000c0']
  const rects = bands.map((c, i) => `<rect x="0" y="${i * 600}" width="1000" height="600" fill="${c}"/>`).join('')
  const size = 'width="1000" height="3600" viewBox="0 0 1000 3600"'
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${rects}</svg>`
  write('tall.svg', svg)
  const id = await demoCopy()
  await openDesk(page, id)
  await bringIn(page, ['tall.svg'])
  await goTo(page, 0)
  const hand = new Hand(page)
  await hand.key('5')
  await hand.clickAt(960, 540)
  await hand.key('Shift+D')
  const all = (await stored(page, id)).lesson
  const still = all.elements.find((e) => kindName(e) === 'still')!
  const screen = all.elements.find((e) => kindName(e) === 'device')!
  // It is there for as long as it is spoken of.
  await sendEdit(
    id,
    setElements([still.id, screen.id], { end: { on: 'loose', frame: 400 }, start: { on: 'loose', frame: 0 } }),
  )
  await page.waitForTimeout(800)
  const words = ['narration/word-10', 'narration/word-16']
  for (const w of words) {
    await pickWord(hand, w)
    await hand.key('Shift+PageDown')
  }
  const { lesson, timed } = await stored(page, id)
  const at = words.map((w) => timed.moments.get(w)!.frame!)
  const inner = (e: Element) => lesson.elements.find((x) => x.id === e.rides?.on)!
  const group = inner(lesson.elements.find((e) => e.id === still.id)!)
  const flying = exported(lesson, 4, 40)
  const frame = exported(lesson, at[0]! - 2, at[1]! + 40)
  const colourOf = (rgb: readonly number[]) =>
    bands.findIndex((c) =>
      near(
        rgb,
        [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16)),
        24,
      ),
    )
  const on = (f: number, v: number) => {
    const { matrix: m } = placementOf(timed, group, f, IDENTITY)!
    const y = (v - 0.5) * group.height * 0.96
    return { x: m[2] * y + m[4], y: m[3] * y + m[5], m }
  }
  // While it flies it is turned; the page goes along with it.
  const soon = on(8, 0.1)
  expect(Math.abs(Math.atan2(soon.m[1], soon.m[0]))).toBeGreaterThan(0.02)
  const rests = (f: number, get: typeof frame) =>
    [0.05, 0.5, 0.95].map((v) => colourOf(rgbAt(get(f), on(f, v).x, on(f, v).y)))
  const page1 = rests(39, flying)
  expect(page1[0]).toBe(0)
  // Each word scrolls it on by a screenful less a little, whatever the page's own height.
  const first = rests(at[0]! + 30, frame)
  const second = rests(at[1]! + 30, frame)
  expect(first[1]!).toBeGreaterThan(page1[1]!)
  expect(second[2]!).toBeGreaterThan(first[2]!)
  hand.counts('A page scrolls on a screen that flies in turned')
})

test('three notices push each other over a softly blurred still', async ({ page }) => {
  write(
    'desk.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="1920" height="1080" viewBox="0 0 1920 1080">' +
      '<rect width="1920" height="1080" fill="#204080"/><rect width="960" height="1080" fill="#e0e0e0"/></svg>',
  )
  const id = await demoCopy()
  await openDesk(page, id)
  await bringIn(page, ['desk.svg'])
  await goTo(page, 0)
  const hand = new Hand(page)
  await hand.key('5')
  await hand.clickAt(960, 540)
  await hand.type(page.getByLabel('Blur (px)', { exact: true }), '14')
  await placeReady(hand, 'Notices', 'Desk: One\nDesk: Two\nDesk: Three')
  const { lesson, timed } = await stored(page, id)
  const plate = (n: number) => lesson.elements.find((e) => e.name === `Plate ${n}`)!
  const placeAt = (n: number, f: number) => placementOf(timed, plate(n), f, IDENTITY)!.matrix
  // Once all are there, each lies on its own place, one plate and a gap from the next: in the picture as well.
  const f = timed.spans.get(plate(3).id)!.from + 30
  const frame = exported(lesson, f, f + 2)
  for (const n of [1, 2, 3]) {
    const [, , , , x, y] = placeAt(n, f)
    expect(near(rgbAt(frame(f), x + plate(n).width / 2 - 20, y + plate(n).height / 2 - 14), LINEN.paper, 10)).toBe(true)
  }
  expect(placeAt(1, f)[5] - placeAt(2, f)[5]).toBeCloseTo(plate(1).height + 18, 0)
  // The still is softly blurred: no hard edge between its halves.
  const still = lesson.elements.find((e) => kindName(e) === 'still')!
  const early = exported(lesson, 60, 62)
  const across = Array.from({ length: 9 }, (_, i) => rgbAt(early(60), still.x - 24 + i * 6, still.y)[0])
  const steps = across.slice(1).map((v, i) => Math.abs(v - across[i]!))
  expect(Math.max(...steps)).toBeLessThan(90)
  expect(Math.abs(across[0]! - across[8]!)).toBeGreaterThan(60)
  hand.counts('Three notices push each other over a blurred still')
})

test('a part of the recording is lifted out, and goes back', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 1480)
  const hand = new Hand(page)
  await hand.key('Shift+Q')
  // Under the zoom there, that is seen as it is drawn.
  await hand.drag(700, 300, 1300, 560)
  const { lesson, timed } = await stored(page, id)
  const cut = lesson.elements.find((e) => e.name === 'Cut-out')!
  const span = timed.spans.get(cut.id)!
  expect(span.from).toBe(1480)
  const without = {
    ...lesson,
    elements: lesson.elements.filter((e) => e.id !== cut.id && e.group !== cut.group),
  }
  const differs = (f: number) => {
    const [frame, bare] = [exported(lesson, f, f + 2), exported(without, f, f + 2)]
    let n = 0
    for (let y = 40; y < 1080; y += 40)
      for (let x = 40; x < 1920; x += 40) if (!near(rgbAt(frame(f), x, y), rgbAt(bare(f), x, y), 26)) n++
    return n
  }
  expect(differs(1480)).toBeLessThan(60)
  expect(differs(1530)).toBeGreaterThan(400)
  expect(differs(span.to)).toBe(0)
  hand.counts('A part of the recording is lifted out and put back')
})

/** A presenter before a green screen: a light figure in the middle. */
function presenter(name: string): void {
  const green = 'color=c=0x1fa847:s=640x360:r=30:d=10'
  const figure = 'color=c=0xd8a080:s=160x240:r=30:d=10'
  const args = ['-f', 'lavfi', '-i', green, '-f', 'lavfi', '-i', figure, '-filter_complex']
  const codecs = ['-pix_fmt', 'yuv420p', '-c:v', 'libx264', '-crf', '14']
  ff(...args, '[0][1]overlay=240:120,scale=out_color_matrix=bt709', '-colorspace', 'bt709', ...codecs, here(name))
}
async function presenterOver(page: Page): Promise<{ id: string; hand: Hand }> {
  presenter('presenter-green.mp4')
  await inLibrary(page, ['presenter-green.mp4'])
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 0)
  const hand = new Hand(page)
  await hand.key('a')
  await hand.click(fileRow(page, 'presenter-green.mp4').getByRole('button', { name: 'Place on top at the playhead' }))
  await saved(page)
  return { id, hand }
}

test('a presenter before a green screen is cut free by its colour', async ({ page }) => {
  const { id, hand } = await presenterOver(page)
  hand.acts = 0
  const clip = (await stored(page, id)).lesson.elements.find((e) => e.name.startsWith('presenter-green'))!
  hand.acts++
  await page.locator(`[data-clip="${clip.id}"]`).click({ position: { x: 20, y: 8 } })
  await hand.click(page.getByLabel('Remove a colour (chroma key)'))
  const { lesson } = await stored(page, id)
  const bare = { ...lesson, elements: lesson.elements.filter((e) => e.id !== clip.id) }
  const [frame, below] = [exported(lesson, 30, 40), exported(bare, 30, 40)]
  let off = 0
  for (let x = 60; x < 640; x += 20)
    for (let y = 60; y < 1060; y += 20) if (!near(rgbAt(frame(35), x, y), rgbAt(below(35), x, y), 8)) off++
  // Where the screen was, the recording is seen; the figure stays as it is.
  expect(off).toBe(0)
  for (const [x, y] of [
    [960, 700],
    [800, 500],
    [1120, 1000],
  ] as const)
    expect(near(rgbAt(frame(35), x, y), [216, 160, 128], 10)).toBe(true)
  hand.counts('A presenter is cut free of a green screen')
})

test('a presenter shrinks to where it hides least', async ({ page }) => {
  const { id, hand } = await presenterOver(page)
  await hand.go(30)
  await hand.click(page.getByRole('button', { name: 'Move it where it hides least' }))
  const { lesson, timed } = await stored(page, id)
  const clip = lesson.elements.find((e) => e.name.startsWith('presenter-green'))!
  expect(clip.poses).toHaveLength(1)
  const { x, y } = clip.poses[0]!.values as { x: number; y: number }
  const [w, h] = [480, 270]
  // No click of its time, and no callout, lies under it.
  const span = timed.spans.get(clip.id)!
  for (const m of timed.moments.values())
    if (m.kind === 'click' && m.at && m.frame! >= 30 && m.frame! < span.to)
      expect(Math.abs(m.at.x - x) < w / 2 && Math.abs(m.at.y - y) < h / 2).toBe(false)
  const frame = exported(lesson, 88, 96)
  expect(near(rgbAt(frame(95), x, y), [216, 160, 128], 14)).toBe(true)
  expect(near(rgbAt(frame(95), x - w / 2 + 12, y - h / 2 + 12), [31, 168, 71], 20)).toBe(true)
  hand.counts('A presenter shrinks to where it hides least')
})

test('idle stretches go four times as fast, with a note', async ({ page }) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const before = (await stored(page, id)).timed
  const hand = new Hand(page)
  await hand.click(page.getByRole('button', { name: 'Find idle stretches' }))
  await hand.click(page.getByRole('button', { name: 'Run them at 4×' }))
  const { lesson, timed } = await stored(page, id)
  const faster = lesson.elements.filter((e) => kindName(e) === 'text' && (e.look as { text?: string }).text === '4×')
  expect(faster.length).toBeGreaterThan(0)
  expect(timed.length).toBeLessThan(before.length)
  const clips = timed.clips.filter((c) => c.map.stretches.some((s) => 'speed' in s && s.speed.num === 4 * s.speed.den))
  const saves = clips.filter((c) => lesson.media[c.media]!.kind === 'take').reduce((sum, c) => sum + 3 * c.length, 0)
  expect(Math.abs(before.length - timed.length - saves)).toBeLessThanOrEqual(3 * clips.length)
  // What is tied to a click is on its click; the note is seen while it goes faster.
  const click = [...timed.moments.values()].find((m) => m.kind === 'click' && m.frame !== null)!
  const was = before.moments.get(click.id)!
  expect(click.frame!).toBeLessThanOrEqual(was.frame!)
  const [note] = faster
  const span = timed.spans.get(note!.id)!
  const frame = exported(lesson, span.from, Math.min(timed.length, span.to + 2))
  const at = Math.min(span.to - 1, span.from + 16)
  expect(near(rgbAt(frame(at), note!.x - note!.width / 2 + 12, note!.y), LINEN.paper, 12)).toBe(true)
  hand.counts('Idle stretches go four times as fast')
})
