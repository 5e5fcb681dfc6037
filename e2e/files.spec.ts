import { others } from '@/core/testing/lessons'
import { kindName } from '@/core/kinds'
import { copyFileSync, truncateSync } from 'node:fs'
import { request, type IncomingHttpHeaders, type RequestOptions } from 'node:http'
import path from 'node:path'
import { expect, test } from '@playwright/test'
import { plainTake } from './takes'
import { base, ff, folder, clipsIn, lessonOf, newLesson, openDesk, saved, write } from './desk'

const demo = path.join(import.meta.dirname, '../demo/media')
test(
  'a recording, its trace, a narration and its captions are brought ' +
    'in together; the first take sets the lesson’s size and rate',
  async ({ page }) => {
    ff(
      '-i',
      path.join(demo, 'lend-out.mp4'),
      '-t',
      '20',
      '-vf',
      'scale=1280:720',
      '-r',
      '25',
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      path.join(folder, 'desk.mp4'),
    )
    copyFileSync(path.join(demo, 'lend-out.jsonl'), path.join(folder, 'desk.jsonl'))
    copyFileSync(path.join(demo, 'narration.wav'), path.join(folder, 'voice.wav'))
    copyFileSync(path.join(demo, 'narration.vtt'), path.join(folder, 'voice.vtt'))
    const id = await newLesson('Brought in')
    await openDesk(page, id)
    await page.keyboard.press('a')
    await page
      .getByTestId('file-picker')
      .setInputFiles(['desk.mp4', 'desk.jsonl', 'voice.wav', 'voice.vtt'].map((f) => path.join(folder, f)))
    for (const f of ['desk.mp4', 'desk.jsonl', 'voice.wav', 'voice.vtt'])
      await expect(page.locator(`[data-coming="${f}"]`)).toContainText('Ready', { timeout: 180_000 })
    await expect.poll(async () => (await clipsIn(id)).length).toBe(2)
    await saved(page)
    await expect
      .poll(async () => Object.values((await lessonOf(id)).media).find((m) => m.kind === 'sound')?.words.length)
      .toBe(128)
    const lesson = await lessonOf(id)
    expect([lesson.frame, lesson.rate]).toEqual([
      { width: 1280, height: 720 },
      { num: 25, den: 1 },
    ])
    const take = Object.values(lesson.media).find((m) => m.kind === 'take')!
    expect(take.moments.filter((m) => m.kind === 'click')).toHaveLength(9)
    expect(take.moments.find((m) => m.kind === 'click')!.at!.x).toBeLessThan(1280 * 0.4)
    await page.keyboard.press('Escape')
    await page.waitForSelector('canvas[data-frame="0"]')
    await expect(page.getByText('click on Search box').first()).toBeVisible()
    // The same file once more is stored once.
    await page.keyboard.press('a')
    copyFileSync(path.join(folder, 'voice.wav'), path.join(folder, 'voice again.wav'))
    await page.getByTestId('file-picker').setInputFiles(path.join(folder, 'voice again.wav'))
    // A second narration: it is asked what it is.
    await expect(page.getByLabel('voice again.wav is')).toHaveValue('take')
    await page.getByRole('button', { name: 'Bring in 1 file' }).click()
    await expect(page.locator('[data-coming="voice again.wav"]')).toContainText('Ready', { timeout: 180_000 })
    const library = (await (await fetch(`${base()}/api/media?search=voice`)).json()) as unknown[]
    expect(library.length).toBeLessThanOrEqual(1)
  },
)
test(
  'a phone’s clip with a variable rate can be played and cut; ' +
    'a picture is placed; a file from the library is used again',
  async ({ page }) => {
    ff(
      '-f',
      'lavfi',
      '-i',
      "testsrc2=s=540x960:r=60:d=6,select='gt(random(3)\\,0.4)'",
      '-fps_mode',
      'vfr',
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      path.join(folder, 'phone.mp4'),
    )
    ff('-f', 'lavfi', '-i', 'testsrc2=s=300x200:d=1', '-frames:v', '1', path.join(folder, 'badge.png'))
    const id = await newLesson('Phone')
    await openDesk(page, id)
    await page.keyboard.press('a')
    await page
      .getByTestId('file-picker')
      .setInputFiles([path.join(folder, 'phone.mp4'), path.join(folder, 'badge.png')])
    for (const name of ['phone.mp4', 'badge.png'])
      await expect(page.locator(`[data-coming="${name}"]`)).toContainText('Ready', { timeout: 120_000 })
    await expect.poll(async () => (await clipsIn(id)).length).toBe(1)
    const lesson = await lessonOf(id)
    expect(lesson.frame).toEqual({ width: 540, height: 960 })
    expect((await clipsIn(id))[0]!.length / (lesson.rate.num / lesson.rate.den)).toBeCloseTo(6, 0)
    await page.keyboard.press('Escape')
    await page.waitForSelector('canvas[data-frame]')
    await page.keyboard.press('5')
    const box = (await page.getByTestId('overlay').boundingBox())!
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 3)
    await saved(page)
    expect(kindName(others(await lessonOf(id))[0]!)).toBe('still')
    await page.keyboard.press('a')
    await page.getByLabel('Search the library').fill('Loanbench')
    await expect(
      page.getByRole('dialog').getByRole('listitem').filter({ hasText: 'phone.mp4' }).filter({ hasText: 'Lay' }),
    ).toHaveCount(0)
    await page.getByRole('button', { name: 'Add to the timeline' }).click()
    await expect.poll(async () => (await clipsIn(id)).length).toBe(2)
    expect((await lessonOf(id)).frame).toEqual({ width: 540, height: 960 })
  },
)
test('broken files get a sentence and change nothing', async ({ page }) => {
  const id = await newLesson('Broken')
  await openDesk(page, id)
  ff('-f', 'lavfi', '-i', 'testsrc2=s=320x180:d=2', '-c:v', 'libx264', path.join(folder, 'cut.mp4'))
  truncateSync(path.join(folder, 'cut.mp4'), 8000)
  const files = [
    write('empty.mp4', ''),
    write('words.mp4', 'no video'),
    path.join(folder, 'cut.mp4'),
    write('list.mp4', '#EXTM3U\n/etc/passwd\n'),
    write('evil.svg', '<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'),
  ]
  await page.keyboard.press('a')
  await page.getByTestId('file-picker').setInputFiles(files)
  await page.getByRole('button', { name: /^Bring in \d+ files/ }).click()
  for (const [name, words] of [
    ['empty.mp4', 'is empty'],
    ['words.mp4', 'not a video'],
    ['cut.mp4', 'cut off'],
    ['list.mp4', 'playlist'],
    ['evil.svg', 'scripts'],
  ] as const)
    await expect(page.locator(`[data-coming="${name}"]`)).toContainText(words, { timeout: 120_000 })
  await page
    .getByTestId('file-picker')
    .setInputFiles([write('bad.jsonl', '{"trace":1,"width":10,"height":10}\nnonsense'), write('bad.vtt', 'WEBVTT')])
  await expect(page.locator('[data-coming="bad.jsonl"]')).toContainText('is a trace, but there is no take', {
    timeout: 60_000,
  })
  await expect(page.locator('[data-coming="bad.vtt"]')).toContainText('holds captions, but there is no sound')
  expect(await lessonOf(id)).toMatchObject({ media: {}, elements: [] })
  await page.getByLabel('Try cut.mp4 again').click()
  await expect(page.locator('[data-coming="cut.mp4"]')).toContainText('cut off', { timeout: 120_000 })
})
test('the window is closed before the files are ready: they are laid all the same, with their captions', async ({
  page,
}) => {
  const id = await newLesson('Left early')
  await openDesk(page, id)
  ff(
    '-f',
    'lavfi',
    '-i',
    'testsrc2=s=1280x720:r=30:d=20',
    '-c:v',
    'mpeg4',
    '-q:v',
    '3',
    path.join(folder, 'early.avi.mkv'),
  )
  copyFileSync(path.join(demo, 'narration.wav'), path.join(folder, 'early.wav'))
  copyFileSync(path.join(demo, 'narration.vtt'), path.join(folder, 'early.vtt'))
  // A slow listing of the library must not matter to it.
  await page.route('**/api/media*', async (route) => {
    await new Promise((r) => setTimeout(r, 4000))
    await route.continue()
  })
  await page.keyboard.press('a')
  await page
    .getByTestId('file-picker')
    .setInputFiles(['early.avi.mkv', 'early.wav', 'early.vtt'].map((f) => path.join(folder, f)))
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${base()}/api/jobs?kind=import`)).json()) as { name: string; state: string }[]).filter(
          (j) => j.name.startsWith('early') && j.state !== 'sending',
        ).length,
      { timeout: 120_000 },
    )
    .toBe(3)
  await page.close({ runBeforeUnload: false })
  await expect.poll(async () => (await clipsIn(id)).length, { timeout: 180_000 }).toBe(2)
  await expect
    .poll(async () => Object.values((await lessonOf(id)).media).find((m) => m.kind === 'sound')?.words.length, {
      timeout: 60_000,
    })
    .toBe(128)
})
test('an upload goes on where it stopped when the line comes back', async ({ page }) => {
  const id = await newLesson('Resumed')
  ff('-f', 'lavfi', '-i', 'anoisesrc=d=200:r=48000', '-ac', '2', path.join(folder, 'long.wav'))
  await openDesk(page, id)
  let sent = 0
  await page.route('**/api/uploads/**', async (route) => {
    if (route.request().method() !== 'PATCH') return route.continue()
    sent++
    return sent === 2 ? route.abort() : route.continue()
  })
  await page.keyboard.press('a')
  await page.getByTestId('file-picker').setInputFiles(path.join(folder, 'long.wav'))
  await expect(page.locator('[data-coming="long.wav"]')).toContainText('Ready', { timeout: 180_000 })
  // 38 MB in pieces of 8 MB: five, and the one that was lost; not from the start again.
  expect(sent).toBe(6)
  await expect.poll(async () => (await clipsIn(id))[0]?.length).toBe(6000)
})
test('a recording, a camera, a narration with its script, music and a chime are dropped in one go', async ({
  page,
}) => {
  const [tone, names] = [
    (hz: number, seconds: number, to: string) =>
      ff('-f', 'lavfi', '-i', `sine=${hz}:d=${seconds}`, path.join(folder, to)),
    ['screen.mp4', 'webcam.mp4', 'said.wav', 'said.txt', 'soft music.wav', 'ding.wav'],
  ]
  plainTake('screen.mp4', 'teal', '640x360', 12)
  plainTake('webcam.mp4', 'olive', '320x240', 15)
  ff('-i', path.join(demo, 'narration.wav'), '-t', '20', path.join(folder, 'said.wav'))
  write('said.txt', 'Welcome to the Larkfield Tool Library.')
  tone(220, 40, 'soft music.wav')
  tone(880, 1, 'ding.wav')
  const id = await newLesson('In one go')
  await openDesk(page, id)
  await page.keyboard.press('a')
  await page.getByTestId('file-picker').setInputFiles(names.map((f) => path.join(folder, f)))
  const uses = ['recording', 'camera', 'narration', 'script', 'music', 'sound']
  for (const [i, name] of names.entries()) await expect(page.getByLabel(`${name} is`)).toHaveValue(uses[i]!)
  await page.getByLabel('ding.wav is').selectOption('spare')
  await page.getByRole('button', { name: 'Bring in 6 files' }).click()
  for (const f of names) await expect(page.locator(`[data-coming="${f}"]`)).toContainText('Ready', { timeout: 180_000 })
  const clips = await clipsIn(id)
  const { media, tracks } = await lessonOf(id)
  const by = (name: string) => clips.filter((c) => media[c.media]!.name === name)
  expect(by('ding.wav')).toEqual([])
  expect(Object.values(media).some((m) => m.name === 'ding.wav')).toBe(true)
  expect(by('screen.mp4').map((c) => [c.at, c.length])).toEqual([[0, 360]])
  expect(by('webcam.mp4').map((c) => c.at)).toEqual([0])
  const [said] = by('said.wav')
  expect(said!.at).toBe(0)
  const music = by('soft music.wav')
  expect(Math.min(...music.map((c) => c.at))).toBe(0)
  expect(tracks.find((t) => t.id === music[0]!.element.track)!.name).toBe('Music')
  // What the script's words are looked for in is the narration.
  const jobs = (await (await fetch(`${base()}/api/jobs`)).json()) as { kind: string; name: string; lesson: string }[]
  expect(jobs.filter((j) => j.kind === 'align' && j.lesson === id).map((j) => j.name)).toEqual(['said.wav'])
  // It is as long as the rest.
  expect(Math.max(...music.map((c) => c.at + c.length))).toBe(said!.length)
})
test('another take of the narration is offered to be heard in its place, with its script', async ({ page }) => {
  for (const [name, from] of [
    ['said once.wav', 0],
    ['said again.wav', 1],
  ] as const)
    ff('-ss', `${from}`, '-i', path.join(demo, 'narration.wav'), '-t', '6', path.join(folder, name))
  const id = await newLesson('Said again')
  await openDesk(page, id)
  await page.keyboard.press('a')
  const picker = page.getByTestId('file-picker')
  await picker.setInputFiles(path.join(folder, 'said once.wav'))
  await expect.poll(async () => (await clipsIn(id)).length).toBe(1)
  await picker.setInputFiles(path.join(folder, 'said again.wav'))
  await expect(page.getByLabel('said again.wav is')).toHaveValue('take')
  await page.getByRole('button', { name: 'Bring in 1 file' }).click()
  await page.getByRole('button', { name: 'Hear it instead …' }).click({ timeout: 60_000 })
  const asked = page.getByRole('dialog', { name: 'Script of “said again.wav”' })
  await asked.getByRole('textbox').fill('Welcome to the Larkfield Tool Library.')
  await asked.getByRole('button', { name: 'Use this recording' }).click()
  await expect
    .poll(async () => {
      const { media } = await lessonOf(id)
      return (await clipsIn(id)).map((c) => media[c.media]!.name)
    })
    .toEqual(['said again.wav'])
})
test('a script of which nothing is spoken yet is written where scripts are', async ({ page }) => {
  write('words.txt', '# Welcome\n\nWe lend out a tool.')
  await openDesk(page, await newLesson('Words first'))
  await page.keyboard.press('a')
  await page.getByTestId('file-picker').setInputFiles(path.join(folder, 'words.txt'))
  await expect(page.getByRole('textbox', { name: 'Script' })).toHaveValue('# Welcome\n\nWe lend out a tool.')
})
test('another site, or another name for this machine, is turned away', async () => {
  const from = (headers: Record<string, string>) =>
    fetch(`${base()}/api/lessons`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: '{"name":"x"}',
    })
  expect((await from({ origin: 'http://elsewhere.example' })).status).toBe(403)
  expect((await from({})).status).toBe(403)
  expect((await from({ origin: base() })).status).toBe(200)
  const raw = (path: string, options: RequestOptions = {}) =>
    new Promise<{ status: number; headers: IncomingHttpHeaders }>((done, fail) => {
      request(`${base()}${path}`, { agent: false, ...options }, (a) => {
        a.resume()
        done({ status: a.statusCode!, headers: a.headers })
      })
        .on('error', fail)
        .end()
    })
  const host = (name: string, path = '/') => raw(path, { headers: { host: name } })
  for (const path of ['/', '/exports', '/api/lessons'])
    expect([path, (await host('elsewhere.example', path)).status]).toEqual([path, 403])
  expect((await host(`LOCALHOST.:${new URL(base()).port}`)).status).toBe(200)
  expect(
    (await raw('/api/jobs', { headers: { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' } })).status,
  ).toBe(403)
  for (const path of ['/%E0%A4%A', '/lessons/%ff', '/media/%zz/a.mp4'])
    expect((await raw(path)).status).toBeGreaterThanOrEqual(400)
  for (const path of ['/%E0%A4%A', '/lessons/%ff', '/media/%zz/a.mp4'])
    expect((await raw(path)).status).toBeLessThan(500)
  const trace = (await raw('/', { method: 'TRACE' })).status
  expect([trace >= 400, trace < 500]).toEqual([true, true])
  const { headers } = await raw('/')
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[^']+' .*frame-ancestors 'none'/)
  expect([
    headers['x-content-type-options'],
    headers['referrer-policy'],
    headers['cross-origin-resource-policy'],
  ]).toEqual(['nosniff', 'same-origin', 'same-origin'])
  expect(headers['permissions-policy']).toContain('camera=()')
  expect((await fetch(`${base()}/media/../../etc/passwd`)).status).toBe(404)
  expect((await fetch(`${base()}/media/${'0'.repeat(64)}/..%2f..%2fdb.password`)).status).toBe(404)
})
