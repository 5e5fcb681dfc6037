/**
 * One turn of the paired bench, in a process of its own: what a lesson costs with the code of whichever tree the alias
 * `@/` leads to. Written so that it runs with the code of earlier versions too, whose names are looked for.
 *
 * Arguments: a lesson of 2,000 elements, a zoom of 1,000 poses, a lesson to paint; gives a line of JSON.
 */
import { createCanvas } from '@napi-rs/canvas'
import { freeze } from 'immer'
import { readFileSync } from 'node:fs'
import * as edits from '@/core/edits'
import * as scene from '@/core/scene'
import { resolve } from '@/core/timing'
import { paint } from '@/paint'
import { asContext, skiaEasel } from '@/server/render/easel'

type Any = (...args: unknown[]) => unknown
const named = (of: object, ...names: string[]): Any =>
  names.map((n) => (of as Record<string, unknown>)[n]).find((f) => typeof f === 'function') as Any
const showsAt = named(scene, 'layersAt', 'evaluate')
// As in the app, nobody can change a lesson in place.
const read = (file: string) => freeze(JSON.parse(readFileSync(file, 'utf8')), true) as never
/** Milliseconds a run takes, on average over many: of three lots the quickest, after one that warms up. */
const ms = (times: number, run: (n: number) => void): number =>
  Math.min(
    ...Array.from({ length: 4 }, (_, lot) => {
      const began = performance.now()
      for (let n = 0; n < times; n++) run(n)
      return lot === 0 ? Infinity : (performance.now() - began) / times
    }),
  )

const [long, zoom, demo] = process.argv.slice(2).map(read)
const timed = resolve(long!)
const zooming = resolve(zoom!)
const painted = resolve(demo!)
const LENGTH = 108_000

const out: Record<string, number> = {}
out['what a frame shows, 2,000 elements'] = ms(1500, (n) => showsAt(timed, (n * 7919) % LENGTH))
out['what a frame shows, a zoom of 1,000 poses'] = ms(1000, (n) => showsAt(zooming, (n * 997) % 30_000))
out['solving after an edit'] = ms(25, () => resolve({ ...(long as unknown as object) } as never))
const move = named(edits, 'moveElements')(['e7'], 3, 4)
const isEdit = typeof move === 'object'
const preview = named(edits, 'previewEdit')
out['a step of a drag'] = ms(25, () => preview(isEdit ? timed : long, move))
const ctx = createCanvas(1920, 1080).getContext('2d')
const easel = skiaEasel(new Map(), () => null)
out['painting a frame of the demo without its footage'] = ms(80, (n) =>
  paint(asContext(ctx), showsAt(painted, 300 + n * 9) as never, easel),
)
const collect = (globalThis as { gc?: () => void }).gc
collect?.()
const before = process.memoryUsage().heapUsed
for (let n = 0; n < 200; n++) showsAt(timed, 40_000 + n)
out['bytes for a frame, 2,000 elements'] = (process.memoryUsage().heapUsed - before) / 200
process.stdout.write(JSON.stringify(out))
