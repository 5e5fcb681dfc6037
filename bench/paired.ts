import { spawnSync } from 'node:child_process'
import { copyFileSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { createCanvas, loadImage } from '@napi-rs/canvas'
import { element, lessonWithTake, loose } from '@/core/testing/lessons'
import type { Lesson } from '@/core/lesson/schema'
import { appRoot } from '@/server/root'
import { longLesson } from './core'
import type { Figure } from './report'

const TURNS = 7

/** A zoom that goes from view to view a thousand times. */
function restlessZoom(): Lesson {
  const lesson = lessonWithTake()
  const zoom = element(lesson, 'zoom', 'zoom', loose(0), loose(30_000), { x: 960, y: 540, width: 960, height: 540 })
  zoom.poses = Array.from({ length: 1000 }, (_, n) => ({
    id: `p${n}`,
    start: { on: 'start' as const, frames: n * 30 },
    end: { on: 'start' as const, frames: n * 30 + 20 },
    easing: 'ease-in-out',
    values: { x: 500 + ((n * 331) % 900), y: 300 + ((n * 171) % 480), width: 700 + ((n * 97) % 500) },
    curve: null,
  }))
  return { ...lesson, length: 30_000, elements: [zoom] }
}

function run(root: string, command: string, args: string[], env: Record<string, string> = {}): string {
  const done = spawnSync(command, args, {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, VANE_ROOT: root, ...env },
  })
  if (done.status !== 0) throw new Error(`${command} ${args[0]} in ${root}: ${done.stderr}`)
  return done.stdout
}

/**
 * Measures this code against that of another commit, in turns, and compares frames of the demo that both paint.
 *
 * @param root  where the demo's media are
 */
export async function measurePaired(
  ref: string,
  lesson: Lesson,
  root: string,
  say: (line: string) => void,
): Promise<Figure[]> {
  const here = appRoot()
  const folder = mkdtempSync(path.join(root, 'paired-'))
  const there = path.join(folder, 'old')
  run(here, 'git', ['worktree', 'add', '--detach', '-f', there, ref])
  try {
    // Both have the packages of today, so that no others are put in their place, and each a build of its own code.
    symlinkSync(path.join(here, 'node_modules'), path.join(there, 'node_modules'))
    copyFileSync(path.join(here, 'package-lock.json'), path.join(there, 'package-lock.json'))
    for (const root of [there, here]) run(root, './vane', ['check', '--help'])
    const file = (name: string, of: Lesson) => {
      writeFileSync(path.join(root, name), JSON.stringify(of))
      return path.join(root, name)
    }
    const lessons = [file('long.json', longLesson(4)), file('zoom.json', restlessZoom()), file('paired.json', lesson)]
    // The demo as the earlier code writes it: both can read that.
    const demo = path.join(folder, 'demo')
    run(there, './vane', ['demo', demo])
    const both = path.join(demo, 'lesson.json')
    return [
      exportsInTurns([there, here], both, folder, say),
      await framesCompared([there, here], both, folder),
      ...inTurns([there, here], lessons, say),
    ]
  } finally {
    run(here, 'git', ['worktree', 'remove', '--force', there])
    rmSync(folder, { recursive: true, force: true })
  }
}

const tsx = (root: string) => ['--import', `file://${appRoot()}/node_modules/tsx/dist/loader.mjs`, '--expose-gc', root]
function inTurns(roots: string[], lessons: string[], say: (line: string) => void): Figure[] {
  const found = roots.map(() => new Map<string, number[]>())
  for (let turn = 0; turn < TURNS; turn++) {
    say(`Turn ${turn + 1} of ${TURNS}`)
    // Who goes first takes turns as well.
    for (const i of turn % 2 ? [1, 0] : [0, 1]) {
      const args = [...tsx(path.join(appRoot(), 'bench/pairOnce.ts')), ...lessons]
      const out = run(roots[i]!, 'node', ['--max-semi-space-size=128', ...args], {
        TSX_TSCONFIG_PATH: path.join(roots[i]!, 'tsconfig.json'),
      })
      for (const [what, value] of Object.entries(JSON.parse(out) as Record<string, number>))
        found[i]!.set(what, [...(found[i]!.get(what) ?? []), value])
    }
  }
  return [...found[0]!.keys()].map((what) => {
    // What else the machine does makes a turn slower, never quicker.
    const [was, now] = found.map((f) => Math.min(...f.get(what)!)) as [number, number]
    const told = (v: number) => (what.startsWith('bytes') ? `${Math.round(v / 1024)} kB` : `${v.toFixed(3)} ms`)
    return compared(what, was, now, told)
  })
}
const compared = (what: string, was: number, now: number, told: (v: number) => string): Figure => ({
  what: `against earlier code: ${what}`,
  bar: '≤ 1.05 ×',
  measured: `${(now / was).toFixed(2)} ×`,
  detail: `${told(now)}, it was ${told(was)}`,
})

/** The demo's first ten seconds, exported by both. */
function exportsInTurns(roots: string[], lesson: string, folder: string, say: (line: string) => void): Figure {
  const seconds = roots.map((): number[] => [])
  for (let turn = 0; turn < 3; turn++)
    for (const i of turn % 2 ? [1, 0] : [0, 1]) {
      say(`Export ${turn + 1} of 3, ${i === 0 ? 'earlier' : 'this'} code`)
      const began = performance.now()
      const to = path.join(folder, 'out.mp4')
      run(roots[i]!, './vane', ['render', lesson, '--out', to, '--from', '300', '--to', '900'])
      seconds[i]!.push((performance.now() - began) / 1000)
    }
  const [was, now] = seconds.map((all) => Math.min(...all)) as [number, number]
  return compared('exporting 600 frames of the demo', was, now, (v) => `${v.toFixed(1)} s`)
}

/** How far any channel of any pixel is off between what both paint. */
async function framesCompared(roots: string[], lesson: string, folder: string): Promise<Figure> {
  const frames = [30, 240, 420, 700, 1000, 1500, 2000]
  let most = 0
  for (const frame of frames) {
    const [a, b] = await Promise.all(
      roots.map(async (root, i) => {
        const to = path.join(folder, `frame-${i}.png`)
        run(root, './vane', ['frame', lesson, String(frame), '--out', to])
        const image = await loadImage(readFileSync(to))
        const ctx = createCanvas(image.width, image.height).getContext('2d')
        ctx.drawImage(image, 0, 0)
        return ctx.getImageData(0, 0, image.width, image.height).data
      }),
    )
    for (let i = 0; i < a!.length; i++) most = Math.max(most, Math.abs(a![i]! - b![i]!))
  }
  return {
    what: 'against earlier code: what frames of the demo are painted as',
    bar: '≤ 1 of 255',
    measured: `${most} of 255`,
    detail: `the most any channel of any pixel is off, in ${frames.length} frames`,
  }
}
