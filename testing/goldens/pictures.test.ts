import { mediumOf } from '@/core/kinds'
import { createCanvas, loadImage } from '@napi-rs/canvas'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { renderFrame } from '@/server/render/frame'
import { SUBJECTS } from '../corpus/subjects'

/** Painted frames of the corpus, held to how they looked before; `VANE_GOLDENS=write` writes them anew. */
const WIDTH = 480
const writes = process.env.VANE_GOLDENS === 'write'
beforeAll(() => {
  process.env.VANE_ROOT = path.join(__dirname, '../..')
})

/** A subject without its footage: what is drawn by the program itself. */
const drawnOnly = (name: string): Lesson => {
  const lesson = SUBJECTS[name]!()
  const length = 500
  const drawn = lesson.elements.filter((e) => mediumOf(e) === null)
  return { ...lesson, length, media: {}, elements: drawn }
}
const LOOKS: [string, number[]][] = [
  ['kinds', [5, 45, 70, 90, 110, 130, 150, 170, 190, 210, 230, 250, 270, 290, 310, 330, 350, 370, 400]],
  ['moves', [30, 45, 62, 75, 90, 120, 145, 180, 230, 300]],
  ['riding', [50, 90, 110, 200]],
  ['reading', [30, 60, 100, 150, 210, 300]],
  ['framing', [30, 50, 120, 210, 245, 300]],
]

test.each(LOOKS.flatMap(([name, frames]) => frames.map((frame) => [name, frame] as const)))(
  '%s, frame %i: no channel of any pixel is off by more than 1',
  async (name, frame) => {
    const canvas = await renderFrame(drawnOnly(name), tmpdir(), frame, WIDTH)
    const file = path.join(__dirname, 'pictures', `${name}-${frame}.png`)
    if (writes || !existsSync(file)) {
      if (!writes) throw new Error(`There is no golden of ${name}, frame ${frame} yet.`)
      mkdirSync(path.dirname(file), { recursive: true })
      writeFileSync(file, canvas.toBuffer('image/png'))
    }
    const before = await loadImage(readFileSync(file))
    const held = createCanvas(before.width, before.height)
    held.getContext('2d').drawImage(before, 0, 0)
    expect([canvas.width, canvas.height]).toEqual([held.width, held.height])
    const [now, then] = [canvas.data(), held.data()]
    let most = 0
    for (let i = 0; i < now.length; i++) most = Math.max(most, Math.abs(now[i]! - then[i]!))
    expect(most).toBeLessThanOrEqual(1)
  },
)
