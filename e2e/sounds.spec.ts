import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { isClip, plays, chimesOf } from '@/core/kinds'
import type { Element, Lesson } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { frameStartUs } from '@/core/time'
import { data, demoCopy, ff, folder, goTo, openDesk } from './desk'
import { stored } from './exported'
import { bringIn, here } from './takes'

const RATE = 48_000
let files = 0
/** The sound of a passage as it is exported. */
function heard(lesson: Lesson, from: number, to: number, ...more: string[]): { file: string; samples: Float32Array } {
  const doc = path.join(data(), 'sounds.json')
  const file = path.join(folder, `sounds-${++files}.mp4`)
  // Only what is heard matters here, and where clicks are: the picture is made small and almost empty.
  const clicks = lesson.elements.some((e) => chimesOf(e) !== null)
  const kept = (e: Element) => plays(e)?.what === 'sound' || chimesOf(e) !== null || (clicks && isClip(e))
  const length = resolve(lesson).length
  const small = { ...lesson, length, frame: { width: 160, height: 90 }, elements: lesson.elements.filter(kept) }
  writeFileSync(doc, JSON.stringify(small))
  const passage = ['--from', String(from), '--to', String(to), '--quality', 'draft']
  execFileSync(process.execPath, ['build/cli/main.js', 'render', doc, '--out', file, ...passage, ...more], {
    cwd: path.join(import.meta.dirname, '..'),
    stdio: 'pipe',
  })
  const raw = ff('-i', file, '-ac', '1', '-ar', String(RATE), '-f', 'f32le', 'pipe:1')
  const samples = new Float32Array(raw.length >> 2)
  for (let i = 0; i < samples.length; i++) samples[i] = raw.readFloatLE(i * 4)
  return { file, samples }
}
/** The level between two seconds, dB of full scale. */
function level(samples: Float32Array, from: number, to: number): number {
  let sum = 0
  const [a, b] = [Math.round(from * RATE), Math.round(to * RATE)]
  for (let i = a; i < b; i++) sum += samples[i]! ** 2
  return 10 * Math.log10(sum / (b - a) + 1e-12)
}
/** The level of one tone in it (Goertzel). */
function tone(samples: Float32Array, hertz: number, from: number, to: number): number {
  const [a, b] = [Math.round(from * RATE), Math.round(to * RATE)]
  let [re, im] = [0, 0]
  for (let i = a; i < b; i++) {
    const turn = (2 * Math.PI * hertz * i) / RATE
    re += samples[i]! * Math.cos(turn)
    im += samples[i]! * Math.sin(turn)
  }
  return 20 * Math.log10((2 * Math.hypot(re, im)) / (b - a) + 1e-12)
}
const find = async (page: Page, words: string) => {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(words)
  await page.keyboard.press('Enter')
}
const choose = async (page: Page, name: string) => {
  await page.locator(`[data-clip-face][aria-label^="${name}"]`).click({ position: { x: 70, y: 26 } })
}

test('a sound at every click is heard on the click’s frame in the exported file, and nowhere else', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  await find(page, 'sound at every click')
  const dialog = page.getByRole('dialog', { name: 'A sound each time' })
  await expect(dialog.getByText('Heard 9 times, in the lesson.')).toBeVisible()
  await expect(dialog.getByText('Set to be heard beside the speech.')).toBeVisible()
  const shown = Number(await dialog.getByLabel('Level').inputValue())
  // What is typed is kept for this sound, whichever is looked at between; one press goes back.
  await dialog.getByLabel('Level').fill('-20')
  await page.keyboard.press('Tab')
  await dialog.getByLabel('Sound', { exact: true }).selectOption('pop')
  await expect(dialog.getByLabel('Level')).not.toHaveValue('-20')
  await dialog.getByLabel('Sound', { exact: true }).selectOption('click')
  await expect(dialog.getByLabel('Level')).toHaveValue('-20')
  await dialog.getByRole('button', { name: 'Set it by the speech' }).click()
  await expect(dialog.getByLabel('Level')).toHaveValue(String(shown))
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog).toBeHidden()
  const { lesson, timed } = await stored(page, id)
  const clicks = [...timed.moments.values()].filter((m) => m.kind === 'click').map((m) => m.frame!)
  const [from, to] = [clicks[0]! - 20, clicks[1]! + 30]
  // The demo's narrator is loud, and a click is a quiet sound.
  expect(shown).toBeGreaterThan(-8)
  expect(lesson.elements.flatMap((e) => chimesOf(e)?.levelDb ?? [])).toEqual([shown])
  const voice = lesson.tracks.find((t) => t.kind === 'sound')!
  voice.muted = true
  const { samples } = heard(lesson, from, to)
  const windows = Array.from({ length: Math.floor(samples.length / 48) - 1 }, (_, i) =>
    level(samples, i / 1000, (i + 1) / 1000),
  )
  const onsets = windows.flatMap((db, i) =>
    db > -45 && windows.slice(Math.max(0, i - 200), i).every((w) => w <= -45) ? [i / 1000] : [],
  )
  expect(onsets).toHaveLength(2)
  const at = (frame: number) => (frameStartUs(frame, lesson.rate) - frameStartUs(from, lesson.rate)) / 1e6
  for (const [i, s] of onsets.entries()) expect(Math.abs(s - at(clicks[i]!))).toBeLessThan(1 / 60)
})

test('music is lowered under speech by what was asked for; the export is as loud as it says', async ({ page }) => {
  ff('-f', 'lavfi', '-i', "aevalsrc='0.1*sin(2*PI*9500*t)':s=48000:d=75", here('hum.wav'))
  const id = await demoCopy()
  await openDesk(page, id)
  await goTo(page, 0)
  await bringIn(page, ['hum.wav'], { 'hum.wav': 'sound' })
  await choose(page, 'hum')
  await page.getByRole('button', { name: 'Lay it under everything' }).click()
  const { lesson, timed } = await stored(page, id)
  const words = [...timed.moments.values()].filter((m) => m.kind === 'word').sort((a, b) => a.frame! - b.frame!)
  // A pause that is long enough for it to come back, after the first phrases.
  const pause = words.findIndex((w, i) => i > 8 && words[i + 1] && words[i + 1]!.frame! - w.untilFrame! > 40)
  const [quiet, next] = [words[pause]!.untilFrame!, words[pause + 1]!.frame!]
  const from = words[pause - 4]!.frame! - 10
  const at = (frame: number) => (frame - from) / 30
  const { samples } = heard(lesson, from, next + 40)
  const spoken = tone(samples, 9500, at(quiet) - 0.4, at(quiet) - 0.1)
  const alone = tone(samples, 9500, at(quiet) + 0.7, at(next) - 0.2)
  expect(Math.abs(alone - spoken - 12)).toBeLessThan(0.5)
  const loud = heard(lesson, from, next + 40, '--loudness', '16')
  const measured = execFileSync(
    'sh',
    ['-c', `ffmpeg -hide_banner -i '${loud.file}' -af ebur128 -f null - 2>&1 | grep -A3 'Integrated' | grep 'I:'`],
    { encoding: 'utf8' },
  )
  expect(Math.abs(Number(/-?[\d.]+/.exec(measured)![0]) + 16)).toBeLessThan(0.5)
})

test('a phrase is lowered in one act, a sound is cleaned, its pauses are shortened; all of it is undone', async ({
  page,
}) => {
  const id = await demoCopy()
  await openDesk(page, id)
  const before = await stored(page, id)
  const phrases = [...before.timed.moments.values()].filter((m) => m.kind === 'phrase')
  const phrase = phrases[2]!
  await choose(page, 'Narration')
  await goTo(page, phrase.frame! + 10)
  await page.getByRole('button', { name: /^Lower it for “/ }).click()
  const lowered = await stored(page, id)
  const [from, to] = [phrase.frame! - 60, phrase.untilFrame! + 60]
  const [was, is] = [heard(before.lesson, from, to).samples, heard(lowered.lesson, from, to).samples]
  const [a, b] = [(phrase.frame! - from) / 30, (phrase.untilFrame! - from) / 30]
  expect(Math.abs(level(was, a + 0.05, b) - level(is, a + 0.05, b) - 6)).toBeLessThan(0.5)
  expect(Math.abs(level(was, 0.2, a - 0.5) - level(is, 0.2, a - 0.5))).toBeLessThan(0.5)
  // The line has four points; one more by a double click, dragged down, and taken off.
  const points = page.locator('[data-level-point]')
  await expect(points).toHaveCount(4)
  const bar = (await page.locator('[data-clip-face][aria-label^="Narration"]').boundingBox())!
  await page.mouse.dblclick(bar.x + bar.width * 0.6, bar.y + 2 + (12 * (bar.height - 4)) / 48)
  await expect(points).toHaveCount(5)
  const point = (await points.last().boundingBox())!
  await page.mouse.move(point.x + 5, point.y + 5)
  await page.mouse.down()
  await page.mouse.move(point.x + 5, point.y + 9)
  await page.mouse.move(point.x + 5, point.y + 12)
  await page.mouse.up()
  await expect(points.last().locator('title')).toHaveText(/^-\d+\.\d dB/)
  const now = (await points.last().boundingBox())!
  await page.keyboard.down('Alt')
  await page.mouse.click(now.x + 5, now.y + 5)
  await page.keyboard.up('Alt')
  await expect(points).toHaveCount(4)
  // Cleaned: heard so, and as it was.
  await page.getByRole('button', { name: 'Clean it' }).click()
  const heardAs = page.getByLabel('Without rumble and noise, heard')
  await expect(heardAs).toHaveValue('cleaned', { timeout: 120_000 })
  const media = Object.keys(before.lesson.media).find((m) => before.lesson.media[m]!.words.length > 0)!
  const cleaned = await stored(page, id)
  expect(cleaned.lesson.media[media]!.sha256).not.toBe(before.lesson.media[media]!.sha256)
  expect(cleaned.lesson.media[media]!.words).toEqual(before.lesson.media[media]!.words)
  await heardAs.selectOption('before')
  const again = await stored(page, id)
  expect(again.lesson.media[media]!.sha256).toBe(before.lesson.media[media]!.sha256)
  // Its pauses shortened: the lesson is shorter, every word still said.
  await page.getByLabel('Pauses last at most').fill('0.3')
  await page.getByLabel('Pauses last at most').press('Enter')
  await page.getByRole('button', { name: 'Shorten its pauses' }).click()
  const short = await stored(page, id)
  expect(short.timed.length).toBeLessThan(before.timed.length * 0.8)
  const said = (timed: typeof short.timed) =>
    [...timed.moments.values()].filter((m) => m.kind === 'word' && m.frame !== null).length
  expect(said(short.timed)).toBe(said(before.timed))
  for (const c of [...short.timed.moments.values()].filter((m) => m.kind === 'click')) expect(c.frame).not.toBeNull()
  for (let i = 0; i < 7; i++) {
    await page.keyboard.press('Control+z')
    await page.waitForTimeout(150)
  }
  const back = await stored(page, id)
  expect(back.lesson.elements).toEqual(before.lesson.elements)
})
