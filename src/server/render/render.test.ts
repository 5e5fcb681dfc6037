import { footageAt } from '@/core/testing/shown'
import { newIds } from '@/core/testing/made'
import { newElement } from '@/core/kinds'
import { createCanvas } from '@napi-rs/canvas'
import { mkdtempSync, existsSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { applyEdit, elementAt, addElement, takeOut } from '@/core/edits'
import type { Element, Lesson } from '@/core/lesson/schema'
import { checkLesson } from '@/core/review/check'
import { resolve } from '@/core/timing'
import { clip, clipsOf, besides, laid, others } from '@/core/testing/lessons'
import { emptyLesson } from '@/core/lesson/make'
import { writeDemo } from '../../../demo/write'
import { hashOf, processFile } from '../ingest/process'
import { Interrupted } from '../problem'
import { mustRun } from '../run'
import { killFfmpeg } from '../testing'
import { frameTimes, probe } from '../media/probe'
import type { Footage, Layer, Picture } from '@/core/display'
import { paint } from '@/paint'
import { canvasOf, Composer } from './composer'
import { asContext, skiaEasel } from './easel'
import { toRgba } from './planes'
import { Takes } from './takes'
import { exportVideo } from './exportVideo'
import { renderFrame } from './frame'
import { madeKey, soundPlan } from '@/core/sound'
import { madeSound } from '../media/stretch'
import { mixInto, passageOf } from './sound'
import { readWhole, widePipe } from './pipe'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-render-'))
const at = (name: string) => path.join(dir, name)
const making = { signal: new AbortController().signal, onStep: () => {} }
const W = 640
const H = 360
let base: Lesson

/** Frames of a video as RGB planes. */
async function frames(file: string, pixels = W * H): Promise<Buffer[]> {
  const stdout = await mustRun('ffmpeg', [
    '-v',
    'error',
    '-i',
    file,
    '-vf',
    'scale=in_color_matrix=bt709:in_range=tv',
    '-pix_fmt',
    'rgb24',
    '-f',
    'rawvideo',
    '-fps_mode',
    'passthrough',
    'pipe:1',
  ])
  const size = pixels * 3
  return Array.from({ length: stdout.length / size }, (_, i) => Buffer.from(stdout.subarray(i * size, (i + 1) * size)))
}
const pixel = (frame: Buffer, x: number, y: number) =>
  [...frame.subarray((y * W + x) * 3, (y * W + x) * 3 + 3)] as [number, number, number]
const quiet = () => {}
/** How like the server's own picture of a frame an exported one is: PSNR in dB. */
async function likeness(lesson: Lesson, root: string, frame: number, exported: Buffer): Promise<number> {
  const rgba = (await renderFrame(lesson, root, frame)).data()
  let sum = 0
  for (let i = 0; i < exported.length / 3; i++) {
    for (let c = 0; c < 3; c++) sum += (rgba[i * 4 + c]! - exported[i * 3 + c]!) ** 2
  }
  return 10 * Math.log10((255 * 255) / (sum / exported.length))
}

beforeAll(async () => {
  await mustRun('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    `testsrc2=s=${W}x${H}:r=30:d=4`,
    '-f',
    'lavfi',
    '-i',
    'sine=440:d=4',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-crf',
    '12',
    '-vf',
    'scale=out_color_matrix=bt709',
    '-colorspace',
    'bt709',
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    '-c:a',
    'aac',
    at('take.mp4'),
  ])
  const tone = "aevalsrc='0.4*sin(2*PI*(300+60*t)*t)*(0.6+0.4*sin(5*t))':s=44100:d=4"
  await mustRun('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', tone, at('tone.wav')])
  const take = await processFile(at('take.mp4'), 'take.mp4', dir, await hashOf(at('take.mp4'), making), making)
  base = { ...emptyLesson('Test'), frame: { width: W, height: H } }
  base.media.take = {
    ...take,
    moments: [
      { id: 'take/click-1', kind: 'click', label: 'click on Go', fromUs: 1_000_000, at: { x: 320, y: 180 } },
      { id: 'take/click-2', kind: 'click', label: 'click on Stop', fromUs: 3_000_000, at: { x: 100, y: 100 } },
    ],
  }
  base.elements = laid(base, [clip('c1', 0, 120)])
})
const withElements = (...kinds: ('callout' | 'arrow' | 'ripple' | 'bar' | 'zoom')[]): Lesson =>
  kinds.reduce((lesson, kind, i) => {
    const timed = resolve(lesson)
    const result = applyEdit(
      lesson,
      addElement(
        elementAt(timed, { kind, id: `${kind}-${i}`, frame: 30, moment: 'take/click-1', at: { x: 320, y: 180 } }),
      ),
      newIds(),
    )
    return 'edited' in result ? result.edited.lesson : lesson
  }, base)

test('the bar’s fill, measured in exported frames, is within a pixel of even', async () => {
  const lesson = withElements('bar')
  const bar = others(lesson)[0]!
  const { look } = bar
  const plain: Lesson = {
    ...lesson,
    elements: besides(lesson, [
      { ...bar, height: 12, y: H - 6, look: { ...look, fill: '#ffffff', unfilled: '#000000' } as never },
    ]),
  }
  await exportVideo(plain, { root: dir, out: at('bar.mp4') }, { quality: 'best' }, quiet)
  const all = await frames(at('bar.mp4'))
  expect(all.length).toBe(120)
  all.forEach((f, n) => {
    let filled = 0
    for (let x = 0; x < W; x++) filled += pixel(f, x, H - 6)[1] / 255
    expect(Math.abs(filled - (n / 119) * W)).toBeLessThanOrEqual(1)
  })
})
test.each(['pipe:1', 'libx264'])(
  'an ffmpeg (%s) that is killed from outside ends the export as ' +
    'interrupted: no frame is repeated in its place, nothing is left',
  async (word) => {
    let hit = 0
    await expect(
      exportVideo(withElements('bar'), { root: dir, out: at('killed.mp4') }, { quality: 'draft' }, (p) => {
        if (p.frame > 20 && !hit) hit = killFfmpeg(word, dir)
      }),
    ).rejects.toThrow(Interrupted)
    expect(hit).toBe(1)
    expect(readdirSync(dir).filter((n) => n.startsWith('killed'))).toEqual([])
  },
)
test('a ripple’s first frame is the click’s frame, also after four tenths of a second were taken out', async () => {
  const lesson = withElements('ripple')
  const seen = async (l: Lesson, name: string) => {
    await exportVideo(l, { root: dir, out: at(`${name}.mp4`) }, { quality: 'best' }, quiet)
    await exportVideo(
      { ...l, elements: besides(l, []) },
      { root: dir, out: at(`${name}-plain.mp4`) },
      { quality: 'best' },
      quiet,
    )
    const [a, b] = await Promise.all([frames(at(`${name}.mp4`)), frames(at(`${name}-plain.mp4`))])
    return a.findIndex((f, n) => {
      let worst = 0
      for (let i = 0; i < f.length; i++) worst = Math.max(worst, Math.abs(f[i]! - b[n]![i]!))
      return worst > 60
    })
  }
  expect(await seen(lesson, 'ripple')).toBe(30)
  const cut = applyEdit(lesson, takeOut(['takes-1'], 5, 17, true), newIds())
  if (!('edited' in cut)) throw new Error('nothing was cut')
  expect(await seen(cut.edited.lesson, 'ripple-cut')).toBe(18)
})
test('the decoded export and the server’s own picture of a frame agree: PSNR at least 38 dB', async () => {
  const lesson = await writeDemo(at('demo'))
  for (const from of [330, 1110, 1484]) {
    await exportVideo(lesson, { root: at('demo'), out: at('demo.mp4') }, { from, to: from + 8, quality: 'good' }, quiet)
    const shown = (await frames(at('demo.mp4'), 1920 * 1080))[5]!
    expect(await likeness(lesson, at('demo'), from + 5, shown)).toBeGreaterThan(38)
  }
})
test(
  'so they do where the picture below is read and things are ' +
    'blurred by their motion; a cover’s blocks hide the same in both',
  async () => {
    const frame = { width: W, height: H }
    const lesson: Lesson = { ...base, motionBlur: { on: true, shutter: 180, samples: 8 } }
    const put = (kind: 'cover' | 'dim' | 'shape' | 'spotlight', change: Partial<Element>): Element => {
      const e = newElement(lesson, kind, `${kind}${change.x ?? ''}`, {
        start: { on: 'loose', frame: 0 },
        end: { on: 'length', frames: 120 },
      })
      return { ...e, track: 'elements-1', ...change, look: { ...e.look, ...change.look } as Element['look'] }
    }
    lesson.elements = besides(lesson, [
      put('dim', { x: frame.width / 2, y: frame.height / 2 }),
      put('cover', {
        x: 200,
        y: 120,
        width: 150,
        height: 80,
        look: {
          ...newElement(lesson, 'cover', 'c', { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames: 9 } })
            .look,
          how: 'blocks',
        } as Element['look'],
      }),
      put('shape', {
        x: 60,
        y: 250,
        width: 120,
        height: 60,
        poses: [
          {
            id: 'p',
            start: { on: 'start', frames: 0 },
            end: { on: 'start', frames: 60 },
            easing: 'linear',
            values: { x: 560, rotation: 40 },
            curve: null,
          },
        ],
        look: {
          ...newElement(lesson, 'shape', 's', { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames: 9 } })
            .look,
          fill: '#f4c20d',
        } as Element['look'],
      }),
    ])
    await exportVideo(lesson, { root: dir, out: at('blurred.mp4') }, { from: 20, to: 28, quality: 'best' }, quiet)
    const all = await frames(at('blurred.mp4'))
    for (const n of [0, 5]) {
      expect(await likeness(lesson, dir, 20 + n, all[n]!)).toBeGreaterThan(38)
    }
  },
)
test('so they do where a still that lets something through stands over the take', async () => {
  const canvas = createCanvas(300, 200)
  const ctx = canvas.getContext('2d')
  ctx.fillStyle = 'rgba(31, 74, 70, 0.6)'
  ctx.arc(150, 100, 90, 0, 7)
  ctx.fill()
  writeFileSync(at('badge.png'), canvas.toBuffer('image/png'))
  const still = await processFile(at('badge.png'), 'badge.png', dir, await hashOf(at('badge.png'), making), making)
  const lesson: Lesson = {
    ...base,
    media: { ...base.media, still },
    tracks: [{ id: 'takes-2', kind: 'picture', name: 'Over' }, ...base.tracks],
    elements: [
      ...base.elements,
      ...laid({ ...base, elements: [] }, [clip('c2', 0, 120, { track: 'takes-2', media: 'still', fit: 'fit' })]),
    ],
  }
  await exportVideo(lesson, { root: dir, out: at('still.mp4') }, { from: 20, to: 28, quality: 'best' }, quiet)
  expect(await likeness(lesson, dir, 25, (await frames(at('still.mp4')))[5]!)).toBeGreaterThan(38)
})
test('a passage holds exactly its frames, and its sound is as long; another size keeps the shape', async () => {
  await exportVideo(
    withElements('callout'),
    { root: dir, out: at('part.mp4') },
    { from: 20, to: 65, quality: 'draft', height: 180 },
    quiet,
  )
  expect(await frameTimes(at('part.mp4'))).toMatchObject({ count: 45, constant: true })
  const facts = await probe(at('part.mp4'))
  expect([facts!.video!.width, facts!.video!.height]).toEqual([320, 180])
  expect(Number(facts!.audio!.duration)).toBeCloseTo(1.5, 1)
})
test('what cannot be exported says why, and a cancelled export leaves no file', async () => {
  await expect(
    exportVideo(base, { root: dir, out: at('none.mp4') }, { from: 200, quality: 'draft' }, quiet),
  ).rejects.toThrow('120 frames')
  const control = new AbortController()
  await expect(
    exportVideo(
      base,
      { root: dir, out: at('stopped.mp4') },
      { quality: 'draft' },
      (p) => {
        if (p.frame > 10) control.abort(new Error('Cancelled.'))
      },
      control.signal,
    ),
  ).rejects.toThrow('Cancelled')
  expect(existsSync(at('stopped.mp4'))).toBe(false)
  expect(readdirSync(dir).filter((f) => f.endsWith('.part'))).toEqual([])
})
/** The mix of a lesson's passage, left channel. */
async function mixOf(lesson: Lesson, from: number, to: number, made = new Map<string, string>()) {
  const { from: end, to: sink } = widePipe()
  const bytes = new Uint8Array(Math.round(((to - from) * 48_000) / 30) * 8)
  const [whole] = await Promise.all([
    readWhole(end, bytes),
    mixInto(sink, passageOf(resolve(lesson), dir, from, to), made, new AbortController().signal),
  ])
  expect(whole).toBe(true)
  expect(await readWhole(end, new Uint8Array(1))).toBe(false)
  await end.close()
  return new Float32Array(bytes.buffer).filter((_, i) => i % 2 === 0)
}
test('the sound of a moved, muted or louder clip is cut to the sample', async () => {
  const lesson: Lesson = { ...base, elements: laid(base, [clip('c1', 30, 60, { inUs: 1_000_000, levelDb: -6 })]) }
  const mix = await mixOf(lesson, 0, 120)
  const plain = await mixOf({ ...base, elements: laid(base, [clip('c1', 0, 120)]) }, 0, 120)
  expect(mix.length).toBe(192_000)
  expect(mix.subarray(0, 48_000).every((v) => v === 0)).toBe(true)
  expect(mix.subarray(144_000).every((v) => v === 0)).toBe(true)
  for (let i = 48_000; i < 144_000; i += 997) expect(mix[i]).toBeCloseTo(plain[i]! * 10 ** (-6 / 20), 5)
  expect(Math.max(...mix.subarray(60_000, 70_000))).toBeGreaterThan(0.03)
  expect(
    soundPlan(resolve({ ...lesson, elements: laid(lesson, [clip('c1', 30, 60, { muted: true })]) }), 0, 120),
  ).toEqual([])
  expect(soundPlan(resolve(lesson), 100, 120)).toEqual([])
})
test('a clip that is cut into many sounds as it did whole, with no gap and no click', async () => {
  const long = 9
  const cut = Array.from({ length: 10 }, (_, i) =>
    clip(`c${i}`, i * long, long, { inUs: Math.round((i * long * 1e6) / 30) }),
  )
  const whole = await mixOf({ ...base, elements: laid(base, [clip('c1', 0, 90)]) }, 0, 90)
  const parts = await mixOf({ ...base, elements: laid(base, cut.toReversed()) }, 0, 90)
  expect(parts.length).toBe(whole.length)
  const loudest = (samples: Float32Array) => samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  expect(loudest(whole)).toBeGreaterThan(0.03)
  expect(loudest(parts.map((v, i) => v - whole[i]!))).toBeLessThan(0.001)
})
test('a mix that is called off while it reads ends at once, and none of its readers is left', async () => {
  const control = new AbortController()
  const { from: end, to: sink } = widePipe()
  const timed = resolve({ ...base, elements: laid(base, [clip('c1', 0, 120)]) })
  const mixing = mixInto(sink, passageOf(timed, dir, 0, 120), new Map(), control.signal)
  control.abort(new Error('Called off.'))
  await expect(mixing).rejects.toThrow()
  expect(await readWhole(end, new Uint8Array(1))).toBe(false)
  await end.close()
})
test('a sound whose file is gone ends the mix, and says so', async () => {
  const gone: Lesson = { ...base, media: { ...base.media } }
  const id = clipsOf(gone)[0]!.media
  gone.media[id] = { ...gone.media[id]!, file: 'media/not-there.mp4' }
  const { from: end, to: sink } = widePipe()
  await expect(
    mixInto(sink, passageOf(resolve(gone), dir, 0, 30), new Map(), new AbortController().signal),
  ).rejects.toThrow('cannot be read')
  await end.close()
})
test('an odd-sized picture and a take over a take are laid where the display list says', async () => {
  const lesson: Lesson = {
    ...base,
    tracks: [{ id: 'takes-2', kind: 'picture', name: 'Over' }, ...base.tracks],
    elements: [
      ...base.elements,
      ...laid({ ...base, elements: [] }, [clip('c2', 10, 20, { track: 'takes-2', inUs: 2_000_000, fit: 'stand' })]),
    ],
  }
  expect(footageAt(resolve(lesson), 15).map((t) => [t.element, t.source.frame])).toEqual([
    ['c1', 15],
    ['c2', 65],
  ])
  const over = await renderFrame(lesson, dir, 15)
  const alone = await renderFrame(base, dir, 65)
  expect(Buffer.compare(over.data(), alone.data())).toBe(0)
})
test('footage that is turned, faded and within a group is painted into planes as onto a canvas', async () => {
  const [take] = footageAt(resolve(base), 40)
  const at40 = { x: 0, y: 0, w: W, h: H }
  const turned: Footage = {
    ...take!,
    element: 'c1',
    matrix: [0.4, 0.2, -0.2, 0.4, 300, 40],
    opacity: 0.8,
    bounds: at40,
  }
  const standing = { matrix: [1, 0, 0, 1, 0, 0] as Footage['matrix'], opacity: 0.5, bounds: at40 }
  const still: Layer = { element: 'g', ...standing, clip: { x: 20, y: 30, w: 200, h: 200 }, layers: [take!] }
  const picture: Picture = { width: W, height: H, background: '#203040', layers: [turned, still] }
  const takes = new Takes(base, dir)
  try {
    const planes = await new Composer(takes, new Map()).compose(picture, null)
    const canvas = createCanvas(W, H)
    const shown = canvasOf(await takes.frame(take!))
    paint(
      asContext(canvas.getContext('2d')),
      picture,
      skiaEasel(new Map(), () => shown),
    )
    // By luma: planes have the colours of this test picture at half the size.
    const luma = (p: Uint8Array | Uint8ClampedArray, i: number) =>
      0.2126 * p[i]! + 0.7152 * p[i + 1]! + 0.0722 * p[i + 2]!
    const [made, wanted] = [toRgba(planes), canvas.data()]
    let sum = 0
    for (let i = 0; i < made.length; i += 4) sum += (luma(made, i) - luma(wanted, i)) ** 2
    expect(10 * Math.log10((255 * 255) / (sum / (W * H)))).toBeGreaterThan(40)
  } finally {
    await takes.close()
  }
})
test(
  'a clip at twice its speed sounds as high as before, ' + 'from the place where it was cut on, in half the time',
  async () => {
    const double = { num: 2, den: 1 }
    const lesson: Lesson = { ...base, elements: laid(base, [clip('c1', 30, 45, { inUs: 1_000_000, speed: double })]) }
    await exportVideo(lesson, { root: dir, out: at('double.mp4') }, { quality: 'draft' }, quiet)
    const pcm = await mustRun('ffmpeg', [
      '-v',
      'error',
      '-i',
      at('double.mp4'),
      '-f',
      's16le',
      '-ac',
      '1',
      '-ar',
      '48000',
      'pipe:1',
    ])
    const heard = (from: number, to: number) => {
      let crossings = 0
      let loudest = 0
      for (let i = Math.round(from * 48000) + 1; i < to * 48000; i++) {
        const [a, b] = [pcm.readInt16LE(2 * i - 2), pcm.readInt16LE(2 * i)]
        if (a < 0 !== b < 0) crossings++
        loudest = Math.max(loudest, Math.abs(b))
      }
      return { hertz: crossings / 2 / (to - from), loudest }
    }
    // The clip lasts from 1 s to 2.5 s, of a tone of 440 Hz.
    expect(heard(0.1, 0.9).loudest).toBeLessThan(60)
    const { hertz, loudest } = heard(1.2, 2.3)
    expect(Math.abs(hertz - 440)).toBeLessThan(9)
    expect(loudest).toBeGreaterThan(2000)
    // What was made of it is read from its own file, from that much sooner.
    const [plays] = soundPlan(resolve(lesson), 0)
    const file = path.join(dir, lesson.media[clipsOf(lesson)[0]!.media]!.file)
    const made = await madeSound(file, plays!.made!.legs, at('tempo'))
    const mix = await mixOf(lesson, 0, 75, new Map([[madeKey(plays!.clip, plays!.made!), made]]))
    expect(mix.subarray(0, 47_900).every((v) => v === 0)).toBe(true)
    expect(Math.max(...mix.subarray(60_000, 70_000))).toBeGreaterThan(0.03)
  },
)
test('the exported sound is the plan’s: over every 400 ms within half a decibel of its pieces added up', async () => {
  const voice = await processFile(at('tone.wav'), 'tone.wav', dir, await hashOf(at('tone.wav'), making), making)
  const lesson: Lesson = {
    ...base,
    media: { ...base.media, voice },
    tracks: [...base.tracks, { id: 'sound-2', kind: 'sound', name: 'More' }],
    elements: [
      clip('c1', 0, 60, { levelDb: -9 }),
      clip('c2', 60, 40, { inUs: 1_000_000, speed: { num: 3, den: 2 } }),
      clip('v1', 25, 70, { track: 'sound-2', media: 'voice', inUs: 300_000, levelDb: -3 }),
    ],
  }
  await exportVideo(lesson, { root: dir, out: at('mix.mp4') }, { quality: 'draft' }, quiet)
  const decoded = async (file: string, more: string[] = []) => {
    const to = ['-f', 'f32le', '-ac', '1', '-ar', '48000', 'pipe:1']
    const bytes = await mustRun('ffmpeg', ['-v', 'error', '-i', file, ...more, ...to])
    return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
  }
  const exported = await decoded(at('mix.mp4'))
  const own = new Float32Array(exported.length)
  for (const { clip: c, atUs, longUs, sourceUs, made, levels } of soundPlan(resolve(lesson), 0)) {
    const file = path.join(dir, lesson.media[c.media]!.file)
    const source = await decoded(made ? await madeSound(file, made.legs, at('tempo')) : file)
    const from = Math.round(((made?.atUs ?? sourceUs) * 48) / 1000)
    const first = Math.round((atUs * 48) / 1000)
    for (let i = 0; i < (longUs * 48) / 1000 && first + i < own.length; i++)
      own[first + i]! += (source[from + i] ?? 0) * levels[0]!.gain
  }
  const LONG = 0.4 * 48000
  const level = (samples: Float32Array, from: number) => {
    let sum = 0
    for (let i = from; i < from + LONG; i++) sum += samples[i]! ** 2
    return 10 * Math.log10(sum / LONG + 1e-12)
  }
  for (let from = 0; from + LONG < own.length; from += LONG / 2) {
    const [a, b] = [level(exported, from), level(own, from)]
    if (b > -40) expect({ from, off: Math.abs(a - b) < 0.5 }).toEqual({ from, off: true })
  }
})
test('footage in a corner, a masked group and treatments are exported as they are painted', async () => {
  const over = clip('c2', 0, 120, { track: 'takes-2', inUs: 1_000_000, fit: 'free' })
  const corner: Element = {
    ...over,
    ...{ x: 480, y: 260, width: W, height: H, scale: { x: 0.3, y: 0.3 }, cornerPx: 60, opacity: 0.9, rotation: 4 },
  }
  const window = {
    ...newElement(base, 'group', 'window', { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames: 120 } }),
    ...{ x: 160, y: 120, width: 200, height: 120, opacity: 0.8, cornerPx: 16 },
    look: { kind: 'group', asOne: true, mask: true, ground: '#fffdf8', border: '#2b2118', borderPx: 6 },
  }
  const inside = {
    ...newElement(base, 'shape', 'inside', { start: { on: 'loose', frame: 0 }, end: { on: 'length', frames: 120 } }),
    ...{ x: 200, y: 130, width: 300, height: 200 },
    rides: {
      on: 'window',
      by: [1, 0, 0, 1, -160, -120] as [number, number, number, number, number, number],
      fades: false,
    },
  }
  const treat = (id: string, look: object, change: Partial<Element> = {}) => {
    const e = newElement(base, 'treatment', id, {
      start: { on: 'loose', frame: 0 },
      end: { on: 'length', frames: 120 },
    })
    return { ...e, width: W, height: H, x: W / 2, y: H / 2, look: { ...e.look, ...look }, ...change }
  }
  const lesson: Lesson = {
    ...base,
    tracks: [
      { id: 'front', kind: 'picture', name: 'Front' },
      { id: 'takes-2', kind: 'picture', name: 'Over' },
      ...base.tracks,
    ],
    elements: [
      ...base.elements,
      corner,
      window,
      inside,
      treat('grey', { over: 'track', saturation: -100 }, { track: 'takes-2' }),
      treat('warm', { over: 'element', element: 'c1', warmth: 60, exposure: -20 }, { track: 'takes-1' }),
      treat('all', { contrast: 20 }, { track: 'front', opacity: 0.5 }),
    ],
  }
  expect(checkLesson(JSON.parse(JSON.stringify(lesson))).faults).toEqual([])
  await exportVideo(lesson, { root: dir, out: at('composed.mp4') }, { from: 30, to: 36, quality: 'best' }, quiet)
  const all = await frames(at('composed.mp4'))
  for (const n of [0, 3, 5]) expect(await likeness(lesson, dir, 30 + n, all[n]!)).toBeGreaterThan(36)
  const picture = await renderFrame(lesson, dir, 33)
  const px = (x: number, y: number) => [...picture.data().subarray((y * W + x) * 4, (y * W + x) * 4 + 3)]
  // What lies in the corner is grey; what the treatment of the track does not lie over is not.
  const spread = (c: number[]) => Math.max(...c) - Math.min(...c)
  const grey = Array.from({ length: 20 }, (_, i) => spread(px(430 + i * 5, 260)))
  const bright = Array.from({ length: 20 }, (_, i) => spread(px(30 + i * 5, 320)))
  expect(Math.max(...grey)).toBeLessThan(40)
  expect(Math.max(...bright)).toBeGreaterThan(60)
})
