import { createCanvas, loadImage } from '@napi-rs/canvas'
import { readFile, writeFile } from 'node:fs/promises'
import { LIMITS } from '@/core/lesson/limits'
import { faultOf, read, say, type CliCommand } from './command'

/** A small drawing is drawn up to so many times as large, up to so many pixels on its longer side. */
const LARGER = 4
const LONG_PX = 1024

export const draw: CliCommand = {
  help: `
./vane draw FILE.svg --out FILE.png

Draws an SVG at its own size, or larger when it is small, so that it stays sharp. The program draws pictures that were
brought in by this command, in a process of its own that it can end.`,
  async run(args) {
    const given = read(args, ['FILE.svg'], ['out'])
    if (!given) return 2
    if (!given.options.out) {
      say('Wrong use: --out FILE.png says where the picture goes.')
      return 2
    }
    try {
      const image = await loadImage(await readFile(given.places[0]!))
      const long = Math.max(image.width, image.height)
      if (!image.width || !image.height) throw new Error('it has no size')
      if (long > LIMITS.pictureSide || image.width * image.height > LIMITS.pictureMegapixels * 1e6)
        throw new Error(`it is ${image.width} × ${image.height} pixels`)
      const scale = Math.max(1, Math.min(LARGER, LONG_PX / long))
      const canvas = createCanvas(Math.round(image.width * scale), Math.round(image.height * scale))
      canvas.getContext('2d').drawImage(image, 0, 0, canvas.width, canvas.height)
      await writeFile(given.options.out, canvas.toBuffer('image/png'))
      return 0
    } catch (e) {
      const { code } = e as NodeJS.ErrnoException
      say(code ? faultOf(e) : `${given.places[0]!}: it cannot be drawn: ${(e as Error).message}`)
      return 1
    }
  },
}
