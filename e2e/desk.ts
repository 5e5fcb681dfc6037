import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { json } from 'node:stream/consumers'
import { expect, type Locator, type Page } from '@playwright/test'
import { addElement, elementAt, type Edit } from '@/core/edits'
import { ADDABLE_KINDS, type ElementKind } from '@/core/kinds'
import { resolve } from '@/core/timing'
import { LESSON_VERSION, type Lesson } from '@/core/lesson/schema'

/** The program of this worker: where it answers, and where its data are. */
const own = (): { base: string; data: string } =>
  (JSON.parse(process.env.VANE_E2E!) as { base: string; data: string }[])[Number(process.env.TEST_PARALLEL_INDEX)]!
export const base = (): string => own().base
export const data = (): string => own().data
export const folder = mkdtempSync(path.join(tmpdir(), 'vane-desk-'))
export const ff = (...args: string[]): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { maxBuffer: 1e9 })

/** Each request gets a connection of its own: one that was kept open may just be closing. */
async function api<T>(where: string, method = 'GET', body?: unknown): Promise<T> {
  return new Promise((done, failed) => {
    const asked = request(
      `${base()}${where}`,
      {
        method,
        agent: false,
        headers: { origin: base(), ...(body !== undefined && { 'content-type': 'application/json' }) },
      },
      (answer) => {
        json(answer).then((v) => done(v as T), failed)
      },
    )
    asked.on('error', failed).end(body === undefined ? undefined : JSON.stringify(body))
  })
}
/** Lets go of the house styles that were made here, so that the next one is the only one. */
export async function withoutStyles(): Promise<void> {
  for (const { id } of await api<{ id: string }[]>('/api/kept?kind=style')) await api(`/api/kept/${id}`, 'DELETE')
}
/** The clips of a lesson as it is stored. */
export const clipsIn = async (id: string) => resolve(await lessonOf(id)).clips
export const lessonOf = async (id: string): Promise<Lesson> =>
  (await api<{ lesson: Lesson }>(`/api/lessons/${id}?format=${LESSON_VERSION}`)).lesson
export const newLesson = async (name: string): Promise<string> =>
  (await api<{ id: string }>('/api/lessons', 'POST', { name })).id
/** A copy of the demo of one’s own. */
export async function demoCopy(): Promise<string> {
  const rows = await api<{ id: string; name: string }[]>('/api/lessons')
  return (
    await api<{ id: string }>('/api/lessons', 'POST', { copyOf: rows.find((r) => r.name === 'Lend out a tool')!.id })
  ).id
}
/** A lesson with one element of each kind that can be added, all of them on screen from its first frame on. */
export async function ofEveryKind(kinds: readonly ElementKind[] = ADDABLE_KINDS): Promise<string> {
  const id = await newLesson('One of each')
  for (const [i, kind] of kinds.entries()) {
    const timed = resolve(await lessonOf(id))
    const at = { x: 300 + (i % 5) * 300, y: 200 + Math.floor(i / 5) * 150 }
    await sendEdit(id, addElement(elementAt(timed, { kind, id: `own-${kind}`, frame: 0, moment: null, at })))
  }
  return id
}
export async function openDesk(page: Page, id: string): Promise<void> {
  await page.addInitScript(() => {
    // As somebody left it who opened what is seldom changed.
    const key = 'vane-set-section: more of its look'
    if (localStorage.getItem(key) === null) localStorage.setItem(key, 'true')
  })
  await page.goto(`${base()}/lessons/${id}`)
  await page.waitForSelector('main[data-ready=true]')
}
export const details = (page: Page): Locator => page.getByTestId('details')
/** The first bar of an element on the timeline. */
export const face = (page: Page, id: string): Locator => page.locator(`[data-element="${id}"] [data-bar]`).first()
/** Selects an element by its bar. */
export async function choose(page: Page, id: string): Promise<void> {
  await face(page, id).scrollIntoViewIfNeeded()
  const wide = (await face(page, id).boundingBox())!.width
  await face(page, id).click({ force: true, position: { x: Math.min(12, wide / 2), y: 6 } })
}
export const saved = (page: Page) =>
  expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved', { timeout: 120_000 })
/** Types a time into the timecode field and waits until its frame is painted. */
export async function goTo(page: Page, frame: number, sharp = false): Promise<void> {
  await page.getByTestId('timecode').fill(`${frame}f`)
  await page.getByTestId('timecode').press('Enter')
  await page.waitForSelector(`canvas[data-frame="${frame}"]${sharp ? '[data-sharp=true]' : ''}`)
}
/** A line of the running order, scrolled to: only what is in sight of the list is drawn. */
export async function inOrder(page: Page, text: string): Promise<Locator> {
  const line = page.getByRole('region', { name: 'Running order' }).getByText(text).first()
  const list = page.getByTestId('order-list')
  for (let y = 0; y < 200 && !(await line.isVisible()); y++) {
    await list.evaluate((el, n) => {
      el.scrollTop = n * 200
    }, y)
    await page.waitForTimeout(30)
  }
  return line
}
/** A spot of the picture, given in pixels of a 1920 × 1080 lesson, as a place on the screen. */
export async function spot(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await page.getByTestId('overlay').boundingBox())!
  return { x: box.x + (x / 1920) * box.width, y: box.y + (y / 1080) * box.height }
}
/** Kills what serves this run, so hard that it cannot tidy up: the app’s process or the database’s. */
export function kill(what: 'app' | 'database'): void {
  if (what === 'database') {
    process.kill(Number(readFileSync(path.join(data(), 'db.pid'), 'utf8')), 'SIGKILL')
    return
  }
  for (const pid of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      if (
        readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`VANE_DATA=${data()}\0`) &&
        readFileSync(`/proc/${pid}/cmdline`, 'utf8').startsWith('vane-app')
      )
        process.kill(Number(pid), 'SIGKILL')
    } catch {
      /* it is gone, or not ours */
    }
  }
}
/** Frames of a video as RGB, scaled to nothing. */
export function frameOf(file: string, n: number, rate = 30): Buffer {
  return ff(
    '-ss',
    String(Math.max(0, (n - 0.5) / rate)),
    '-i',
    file,
    '-frames:v',
    '1',
    '-vf',
    'scale=in_color_matrix=bt709:in_range=tv',
    '-pix_fmt',
    'rgb24',
    '-f',
    'rawvideo',
    'pipe:1',
  )
}
export const rgbAt = (frame: Buffer, x: number, y: number, width = 1920): [number, number, number] => {
  const i = (Math.round(y) * width + Math.round(x)) * 3
  return [frame[i]!, frame[i + 1]!, frame[i + 2]!]
}
export function write(name: string, text: string | Buffer): string {
  const file = path.join(folder, name)
  writeFileSync(file, text)
  return file
}
/** Makes an edit on a lesson as another window would. */
export async function sendEdit(id: string, edit: Edit): Promise<void> {
  const { revision } = await api<{ revision: number }>(`/api/lessons/${id}?format=${LESSON_VERSION}`)
  const step = { do: 'edit', base: revision, client: 'e2e', label: 'by another window', edit, seed: `s${revision}` }
  await api(`/api/lessons/${id}/steps?format=${LESSON_VERSION}`, 'POST', step)
}
