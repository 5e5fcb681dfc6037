import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { followInput, followStands, viewer, CALM, type FollowInput, type Stand } from '@/core/framing'
import { readTrace, type Trace } from '@/core/trace'
import { recordDesk, type DeskChoice } from '../recorder/desk'
import { recordDesktop, type DesktopChoice } from '../recorder/desktop/record'
import { appRoot } from '@/server/root'
import { composedFigure, measureExplained } from './framing'
import type { Figure } from './report'

const desk = (seed: number, change: Partial<DeskChoice>): DeskChoice => ({
  width: 1280,
  height: 720,
  fps: 30,
  seconds: 30,
  seed,
  pointerPx: 20,
  light: true,
  darkScreen: false,
  crf: 23,
  uneven: false,
  wobble: 0,
  ...change,
})
export const desktop = (seed: number, change: Partial<DesktopChoice>): DesktopChoice => ({
  width: 1280,
  height: 720,
  theme: 'DMZ-White',
  cursorPx: 24,
  seed,
  seconds: 30,
  dark: false,
  crf: 23,
  preset: 'veryfast',
  fps: 30,
  ...change,
})

/** Made-up desks: light and dark, 12 to 96 pixels, steady and trembling, even and uneven, sharp and compressed. */
const DESKS: [string, DeskChoice][] = [
  ['a light arrow of 20 px', desk(11, {})],
  [
    'a dark arrow of 12 px on a dark screen, uneven frames',
    desk(12, { pointerPx: 12, light: false, darkScreen: true, crf: 24, uneven: true }),
  ],
  [
    'a dark arrow of 96 px that trembles, 1080p',
    desk(13, { width: 1920, height: 1080, pointerPx: 96, light: false, crf: 28, wobble: 1 }),
  ],
  [
    'a light arrow of 32 px on a dark screen, trembling, strongly compressed, 60 a second',
    desk(14, { fps: 60, seconds: 25, pointerPx: 32, darkScreen: true, crf: 32, wobble: 1 }),
  ],
]
/**
 * Real X desktops with a window manager, a terminal, an editor and a calculator; cursor themes from Debian's packages.
 */
const DESKTOPS: [string, DesktopChoice][] = [
  ['DMZ-White, 24 px', desktop(1, {})],
  ['Adwaita, 24 px, dark', desktop(2, { height: 800, theme: 'Adwaita', dark: true, crf: 28 })],
  [
    'DMZ-Black, 48 px, 1080p',
    desktop(3, { width: 1920, height: 1080, theme: 'DMZ-Black', cursorPx: 48, crf: 26, fps: 20 }),
  ],
  ['Breeze, 24 px, strongly compressed', desktop(4, { theme: 'breeze_cursors', crf: 32, fps: 25 })],
  ['Adwaita, 96 px, 1080p', desktop(5, { width: 1920, height: 1080, theme: 'Adwaita', cursorPx: 96, fps: 20 })],
  ['Breeze Snow, 32 px, dark', desktop(6, { theme: 'Breeze_Snow', cursorPx: 32, dark: true, crf: 20 })],
]

const traceOf = (file: string): Trace => {
  const read = readTrace(readFileSync(file, 'utf8'))
  if ('error' in read) throw new Error(read.error)
  return read.trace
}
const seconds = (command: string, args: string[]): number => {
  const began = performance.now()
  const ran = spawnSync(command, args, { encoding: 'utf8' })
  if (ran.status !== 0) throw new Error(`${command} ended with ${ran.status}: ${ran.stderr.slice(-300)}`)
  return (performance.now() - began) / 1000
}
const timesOf = (video: string): number[] => {
  const out = spawnSync(
    'ffprobe',
    ['-v', 'error', '-select_streams', 'v:0', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0', video],
    { encoding: 'utf8' },
  ).stdout
  const t = out
    .split('\n')
    .map(Number)
    .filter((v, i, all) => all[i] === v && Number.isFinite(v))
    .sort((a, b) => a - b)
  return t.map((v) => v - t[0]!)
}

/** Holds a found trace against the true one, frame by frame. */
function compare(
  times: number[],
  truth: Trace,
  found: Trace,
): { median: number; p95: number; seen: number; wrong: number; hidden: number; visible: number } {
  const moves = (t: Trace) => t.events.filter((e) => e.type === 'pointermove')
  const nearest = (list: ReturnType<typeof moves>, t: number, within: number) => {
    let low = 0
    let high = list.length
    while (low < high) {
      const m = (low + high) >> 1
      if (list[m]!.t < t - within) low = m + 1
      else high = m
    }
    let best = null
    for (let i = low; i < list.length && list[i]!.t <= t + within; i++)
      if (!best || Math.abs(list[i]!.t - t) < Math.abs(best.t - t)) best = list[i]!
    return best
  }
  const [a, b] = [moves(truth), moves(found)]
  const errors: number[] = []
  let visible = 0
  let hidden = 0
  let wrong = 0
  for (const t of times) {
    const is = nearest(a, t, 0.008)
    const has = nearest(b, t, 0.002)
    if (is) {
      visible++
      if (has) errors.push(Math.hypot(is.x - has.x, is.y - has.y))
    } else {
      hidden++
      if (has) wrong++
    }
  }
  errors.sort((x, y) => x - y)
  return {
    median: errors[errors.length >> 1] ?? Infinity,
    p95: errors[Math.floor(errors.length * 0.95)] ?? Infinity,
    seen: errors.length / Math.max(1, visible),
    wrong,
    hidden,
    visible,
  }
}

interface Presses {
  real: number
  hit: number
  said: number
  right: number
}
/**
 * How many presses of a button were found, and how many of those found there were.
 *
 * @param answers  of each press whether it changed something: then only those are counted as to be found
 */
function pressesOf(truth: Trace, found: Trace, answers: boolean[] | null): Presses {
  const of = (t: Trace) => t.events.filter((e) => e.type === 'pointerdown')
  const [is, has] = [of(truth), of(found)]
  const near = (e: (typeof is)[number], list: typeof is) =>
    list.some((o) => Math.abs(o.t - e.t) < 0.5 && Math.hypot(o.x - e.x, o.y - e.y) < 40)
  const real = is.filter((_, i) => answers?.[i] ?? true)
  return {
    real: real.length,
    hit: real.filter((e) => near(e, has)).length,
    said: has.length,
    right: has.filter((e) => near(e, is)).length,
  }
}

/** How a follow framing stands to its bars. */
function framed(
  input: FollowInput,
  stands: Stand[],
): { inView: number; middle: number; still: number; path: number; moving: number } {
  const at = viewer(stands)
  const n = input.pointer.length
  const w = input.width / CALM.zoom
  const h = input.height / CALM.zoom
  const pass = 1 - Math.exp((-2 * Math.PI) / input.fps)
  let c = { ...input.pointer[0]! }
  let last: { x: number; y: number } | null = null
  let [inView, middle, still, own, centred] = [0, 0, 1, 0, 0]
  for (let f = 0; f < n; f++) {
    const p = input.pointer[f]!
    const v = at(f)
    const within = (m: number) =>
      p.x >= v.x + v.w * m - 0.01 &&
      p.x <= v.x + v.w * (1 - m) + 0.01 &&
      p.y >= v.y + v.h * m - 0.01 &&
      p.y <= v.y + v.h * (1 - m) + 0.01
    if (within(0)) inView++
    if (within(0.1)) middle++
    c = { x: c.x + pass * (p.x - c.x), y: c.y + pass * (p.y - c.y) }
    const q = {
      x: Math.min(input.width - w, Math.max(0, c.x - w / 2)),
      y: Math.min(input.height - h, Math.max(0, c.y - h / 2)),
    }
    if (last) {
      centred += Math.hypot(q.x - last.x, q.y - last.y)
      const u = at(f - 1)
      const d = Math.hypot(v.x + v.w / 2 - u.x - u.w / 2, v.y + v.h / 2 - u.y - u.h / 2)
      own += d
      if (d < 0.01 && Math.abs(u.w - v.w) < 0.01) still++
    }
    last = q
  }
  const moving = input.stills.filter(
    (f) => f > 0 && Math.hypot(at(f).x - at(f - 1).x, at(f).y - at(f - 1).y) > 0.01,
  ).length
  return { inView: inView / n, middle: middle / n, still: still / n, path: own / centred, moving }
}

const pc = (v: number) => `${(v * 100).toFixed(1)} %`
/** Measures finding the pointer on simulated and on real desktops, and the follow framing of the demo's trace. */
export async function measureVision(dir: string, say: (line: string) => void): Promise<Figure[]> {
  const figures: Figure[] = []
  const none = (): Presses => ({ real: 0, hit: 0, said: 0, right: 0 })
  const [all, answering] = [none(), none()]
  const composed: Figure[] = []
  const one = async (what: string, record: (video: string, trace: string) => Promise<boolean[] | void>) => {
    const video = path.join(dir, 'desk.mp4')
    const trace = path.join(dir, 'desk.jsonl')
    const out = path.join(dir, 'found.jsonl')
    say(`Recording: ${what}`)
    const answers = await record(video, trace)
    const before = seconds('ffmpeg', ['-v', 'fatal', '-i', video, '-f', 'null', '-'])
    const own = seconds(path.join(appRoot(), 'vane'), ['trace', video, '--out', out])
    const after = seconds('ffmpeg', ['-v', 'fatal', '-i', video, '-f', 'null', '-'])
    const [truth, found] = [traceOf(trace), traceOf(out)]
    if (answers) composed.push(composedFigure(what, found))
    const r = compare(timesOf(video), truth, found)
    const add = (to: Presses, p: Presses) => {
      for (const k of ['real', 'hit', 'said', 'right'] as const) to[k] += p[k]
    }
    add(all, pressesOf(truth, found, null))
    if (answers) add(answering, pressesOf(truth, found, answers))
    figures.push({
      what: `pointer found: ${what}`,
      bar: 'median ≤ 2 px, 95 % ≤ 10 px, seen ≥ 98 %, wrong ≤ 1 %, ≤ 3 × decode',
      measured: `${r.median.toFixed(1)} px, ${r.p95.toFixed(1)} px, ${pc(r.seen)}`,
      detail:
        `wrong in ${r.wrong} of ${r.hidden} frames without one; ` +
        (`${(own / ((before + after) / 2)).toFixed(1)} × the bare decode (${own.toFixed(1)} s against ` +
          `${before.toFixed(1)} s, ${after.toFixed(1)} s)`),
    })
  }
  for (const [what, choice] of DESKS)
    await one(`simulated, ${what}`, (video, trace) => recordDesk(choice, video, trace))
  for (const [what, choice] of DESKTOPS)
    await one(`a real X desktop, ${what}`, (video, trace) => recordDesktop(choice, video, trace))
  const told = (what: string, bar: string, p: Presses, which: string) =>
    figures.push({
      what,
      bar,
      measured: `${pc(p.hit / p.real)} found, ${pc(p.right / p.said)} real`,
      detail: `${p.hit} of ${p.real}${which}; ${p.right} of ${p.said} proposed`,
    })
  told('clicks that change something, on the real desktops', '≥ 75 % found, ≥ 85 % real', answering, '')
  told('presses found, all these recordings', '—', all, ', those that change nothing on the screen among them')
  const demo = path.join(appRoot(), 'demo/media')
  const input = followInput(traceOf(path.join(demo, 'lend-out.jsonl')), 30)!
  const r = framed(input, followStands(input, CALM))
  figures.push({
    what: 'follow framing of the demo, 2 × larger',
    bar: 'in view 100 %, in the middle 80 % ≥ 97 %, still ≥ 60 %, way ≤ 45 %',
    measured: `${pc(r.inView)}, ${pc(r.middle)}, ${pc(r.still)}, ${pc(r.path)}`,
    detail:
      `${r.moving} of ${input.stills.length} presses while it moves; ` +
      `the way against a view centred on the pointer low-passed at 1 Hz`,
  })
  figures.push(composedFigure('the demo, with its log', traceOf(path.join(demo, 'lend-out.jsonl'))), ...composed)
  figures.push(measureExplained())
  const hour: FollowInput = {
    ...input,
    pointer: Array.from({ length: 108_000 }, (_, f) => input.pointer[f % input.pointer.length]!),
    stills: Array.from({ length: 54 }, (_, k) => input.stills.map((s) => s + k * input.pointer.length))
      .flat()
      .filter((s) => s < 108_000),
    opens: [],
    uses: [],
  }
  const began = performance.now()
  followStands(hour, CALM)
  const solve = (performance.now() - began) / 1000
  const decode =
    (seconds('ffmpeg', ['-v', 'fatal', '-i', path.join(demo, 'lend-out.mp4'), '-f', 'null', '-']) * 108_000) / 2130
  figures.push({
    what: 'follow framing of an hour',
    bar: '≤ 0.1 × decoding that hour',
    measured: `${(solve / decode).toFixed(4)} ×`,
    detail: `${solve.toFixed(1)} s against ${decode.toFixed(0)} s (the demo's decode, times its length)`,
  })
  return figures
}
