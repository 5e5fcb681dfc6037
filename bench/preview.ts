import { kindName, isClip } from '@/core/kinds'
import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import type { Page } from '@playwright/test'
import { elementAt } from '@/core/edits'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { frameTimes } from '@/server/media/probe'
import { mustRun } from '@/server/run'
import type { Figure } from './report'
import { shelve, store, withServer } from './server'

/** The demo’s recording over and over for an hour, with its small copy, as one medium of the lesson. */
async function hourLong(lesson: Lesson, root: string): Promise<Lesson> {
  const take = lesson.media['lend-out']!
  const home = path.join(root, 'media', 'f'.repeat(64))
  await mkdir(home, { recursive: true })
  for (const name of ['take.mp4', 'proxy.mp4']) {
    await mustRun('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-stream_loop',
      '51',
      '-i',
      path.join(root, path.dirname(take.file), name),
      '-t',
      '3600',
      '-c',
      'copy',
      '-movflags',
      '+faststart',
      path.join(home, name),
    ])
  }
  const { count, rate, durationUs } = (await frameTimes(path.join(home, 'take.mp4')))!
  const hour: Medium = {
    ...take,
    name: 'Hour.mp4',
    sha256: 'f'.repeat(64),
    file: `media/${'f'.repeat(64)}/take.mp4`,
    frames: count,
    rate,
    durationUs,
    moments: [],
    aids: { proxy: take.aids!.proxy! },
  }
  return {
    ...lesson,
    name: 'One hour',
    media: { ...lesson.media, hour },
    elements: lesson.elements
      .filter(isClip)
      .slice(0, 1)
      .map((e) => ({
        ...e,
        end: { on: 'length', frames: count },
        look: { ...e.look, media: 'hour' },
      })),
  }
}
/** Twenty elements in sight from the first frame to the last. */
function busy(lesson: Lesson): Lesson {
  const out: Lesson = { ...lesson, name: 'Twenty elements', elements: lesson.elements.filter(isClip) }
  for (let i = 0; i < 20; i++) {
    const kind = (['callout', 'arrow', 'callout', 'arrow', 'bar'] as const)[i % 5]!
    const e = elementAt(resolve(out), {
      kind,
      id: `e${i}`,
      frame: 0,
      moment: 'lesson:start',
      at: { x: 150 + ((i * 331) % 1600), y: 120 + ((i * 197) % 800) },
    })
    out.elements = [
      ...out.elements,
      { ...e, name: `e${i}`, end: { on: 'moment', moment: 'lesson:end', edge: 'start', offset: 0, last: 0 } },
    ]
  }
  return out
}
/** The same twenty, all on the move all the time, every other one with motion blur. */
function moving(lesson: Lesson): Lesson {
  const out = busy(lesson)
  return {
    ...out,
    name: 'Twenty moving elements',
    motionBlur: { ...out.motionBlur, on: true },
    elements: out.elements.map((e, i) =>
      isClip(e)
        ? e
        : {
            ...e,
            motionBlur: i % 2 === 0,
            loop: { how: 'there-and-back', times: null, everyFrames: 15 } as const,
            poses: [
              {
                id: 'p',
                start: { on: 'start', frames: 0 },
                end: { on: 'start', frames: 40 + i * 3 },
                easing: 'ease-in-out',
                values: (kindName(e) === 'bar'
                  ? { y: e.y - 300 }
                  : {
                      x: 150 + ((i * 577) % 1600),
                      y: 120 + ((i * 419) % 800),
                      rotation: e.rotation + (i % 3) * 30,
                    }) as Record<string, number>,
                curve: null,
              },
            ],
          },
    ),
  }
}
/** Two clips of the take, half as large, on the move over each other, under the twenty. */
function overlapping(lesson: Lesson): Lesson {
  const out = busy(lesson)
  const take = out.elements.find(isClip)!
  const half = (id: string, x: number, toX: number, inUs: number): Lesson['elements'][number] => ({
    ...take,
    id,
    name: id,
    x,
    y: 540,
    scale: { x: 0.5, y: 0.5 },
    look: { ...take.look, fit: 'free', inUs } as object,
    loop: { how: 'there-and-back', times: null, everyFrames: 15 },
    poses: [
      {
        id: 'p',
        start: { on: 'start', frames: 0 },
        end: { on: 'start', frames: 90 },
        easing: 'ease-in-out',
        values: { x: toX, y: 480 },
        curve: null,
      },
    ],
  })
  const clips = [half('left', 500, 900, 0), half('right', 1400, 1000, 9_000_000)]
  return { ...out, name: 'Two moving clips', elements: [...clips, ...out.elements.filter((e) => !isClip(e))] }
}
const listen = (page: Page) =>
  page.evaluate(() => {
    const w = window as unknown as { painted: [number, number, number][] }
    w.painted = []
    document.querySelector('canvas[data-frame]')!.addEventListener('painted', (e) => {
      const d = (e as CustomEvent<{ frame: number; dropped: number }>).detail
      w.painted.push([performance.now(), d.frame, d.dropped])
    })
  })

/** Plays and seeks in headless Chromium without a GPU, against a server of its own. */
export async function measurePreview(lesson: Lesson, root: string, say: (line: string) => void): Promise<Figure[]> {
  const hour = await hourLong(lesson, root)
  return withServer(root, async (page, base) => {
    const open = async (id: string) => {
      await page.goto(`${base}/lessons/${id}`)
      await page.waitForSelector('canvas[data-sharp=true]')
      await listen(page)
    }
    const play = async (what: Lesson): Promise<{ dropped: number; span: number; rate: number }> => {
      await open(await store(base, what))
      await page.keyboard.press('Space')
      await page.waitForTimeout(30_000)
      await page.keyboard.press('k')
      const played = (await page.evaluate(() => (window as unknown as { painted: [number, number, number][] }).painted))
        .slice(1)
        .filter((p, i, all) => i === 0 || p[1] !== all[i - 1]![1])
      const span = played.at(-1)![1] - played[0]![1] + 1
      const dropped = played.slice(1).reduce((n, p) => n + p[2], 0)
      const rate = (played.length - 1) / ((played.at(-1)![0] - played[0]![0]) / 1000)
      say(`preview, ${what.name}: ${dropped} of ${span} frames dropped`)
      return { dropped, span, rate }
    }
    const still = await play(busy(lesson))
    const moved = await play(moving(lesson))
    const over = await play(overlapping(lesson))
    await shelve(root, hour.media.hour!)
    await open(await store(base, hour))
    const times: number[] = []
    for (let n = 1; n <= 60; n++) {
      const frame = (n * 104_729) % 108_000
      await page.getByTestId('timecode').fill(`${frame}f`)
      await page.evaluate(() => {
        const w = window as unknown as { painted: unknown[]; began: number }
        w.painted = []
        addEventListener(
          'keydown',
          () => {
            w.began = performance.now()
          },
          { capture: true, once: true },
        )
      })
      await page.getByTestId('timecode').press('Enter')
      await page.waitForFunction(
        (f) => (window as unknown as { painted: number[][] }).painted.some((p) => p[1] === f),
        frame,
      )
      times.push(
        await page.evaluate((f) => {
          const w = window as unknown as { painted: number[][]; began: number }
          return w.painted.find((p) => p[1] === f)![0]! - w.began
        }, frame),
      )
      await page.waitForTimeout(700)
    }
    times.sort((a, b) => a - b)
    say(`seek: median ${times[30]!.toFixed(0)} ms`)
    return [
      ...[
        { what: 'preview at 1080p, 20 elements on screen', ...still },
        { what: 'preview at 1080p, 20 moving elements, half with motion blur', ...moved },
        { what: 'preview at 1080p, two moving clips over each other, half size, and 20 elements', ...over },
      ].map(({ what, dropped, span, rate }) => ({
        what,
        bar: '≤ 2 % dropped',
        measured: `${((100 * dropped) / span).toFixed(2)} %`,
        detail: `${dropped} of ${span} frames, ${rate.toFixed(2)} painted a second`,
      })),
      {
        what: 'seek until the right frame is painted, one-hour lesson',
        bar: '≤ 100 ms (95 %)',
        measured: `${times[Math.floor(times.length * 0.95)]!.toFixed(0)} ms`,
        detail: `median ${times[30]!.toFixed(0)} ms, worst ${times.at(-1)!.toFixed(0)} ms, ${times.length} seeks`,
      },
    ]
  })
}
