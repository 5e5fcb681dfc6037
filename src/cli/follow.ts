import { readFile, writeFile } from 'node:fs/promises'
import { readTrace } from '@/core/trace'
import { CALM, followInput, followStands, viewer } from '@/core/framing'
import { read, say, type CliCommand } from './command'

const fix = (v: number): number => Math.round(v * 1000) / 1000

export const follow: CliCommand = {
  help: `
./vane follow TRACE.jsonl --zoom 2 --fps 30 --out FILE.jsonl [--margin 10] [--calmness 50]

Frames a recording like a calm camera operator, from the trace of its pointer, and writes one line for each frame:
{"t":1.2,"x":0,"y":120,"w":960,"h":540}, the part of the take shown, in pixels of the take.

--zoom       how many times larger than the whole, from 1
--fps        frames a second (default 30)
--margin     what the pointer keeps out of at each side of the view, in % (default 10)
--calmness   0: short moves, soon in the middle; 100: long moves, only as far as needed (default 50)`,
  async run(args) {
    const given = read(args, ['TRACE.jsonl'], ['zoom', 'fps', 'out', 'margin', 'calmness'])
    if (!given) return 2
    const number = (
      text: string | undefined,
      usual: number,
      low: number,
      high: number,
      what: string,
    ): number | null => {
      const v = text === undefined ? usual : Number(text)
      if (Number.isFinite(v) && v >= low && v <= high) return v
      say(`Wrong use: --${what} is a number from ${low} to ${high}, not “${text}”.`)
      return null
    }
    const { options } = given
    if (!options.out) {
      say('Wrong use: --out FILE.jsonl is missing. Try --help.')
      return 2
    }
    const zoom = number(options.zoom, CALM.zoom, 1, 20, 'zoom')
    const fps = number(options.fps, 30, 1, 240, 'fps')
    const margin = number(options.margin, CALM.margin * 100, 0, 45, 'margin')
    const calmness = number(options.calmness, CALM.calmness * 100, 0, 100, 'calmness')
    if (zoom === null || fps === null || margin === null || calmness === null) return 2
    const file = given.places[0]!
    const text = await readFile(file, 'utf8').catch((e: NodeJS.ErrnoException) => e)
    if (text instanceof Error) {
      say(text.code === 'ENOENT' ? `${file}: there is no such file.` : `${file}: ${text.message}.`)
      return 1
    }
    const result = readTrace(text)
    if ('error' in result) {
      say(`${file}: ${result.error}`)
      return 1
    }
    const input = followInput(result.trace, fps)
    if (!input) {
      say(`${file}: the trace has no pointer in it, so there is nothing to follow. Find one with ./vane trace.`)
      return 1
    }
    const at = viewer(followStands(input, { zoom, margin: margin / 100, calmness: calmness / 100 }))
    const lines = input.pointer.map((_, f) => {
      const v = at(f)
      return JSON.stringify({ t: fix(f / fps), x: fix(v.x), y: fix(v.y), w: fix(v.w), h: fix(v.h) })
    })
    await writeFile(options.out, `${lines.join('\n')}\n`)
    return 0
  },
}
