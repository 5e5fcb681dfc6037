import { readFile, writeFile } from 'node:fs/promises'
import { readTrace, type Trace } from '@/core/trace'
import { followRegion } from '@/server/trace/find'
import { codeOf, read, say, type CliCommand, faultOf } from './command'

export const pin: CliCommand = {
  help: `
./vane pin VIDEO --from SECONDS --to SECONDS --rect X,Y,W,H --out FILE.jsonl [--trace TRACE.jsonl]

Follows what a rectangle of a recording shows at one time through the frames after it, as a page scrolls or a window
moves, and writes one line a frame: {"t":1.2,"x":640,"y":360,"seen":true}, the rectangle's top left corner.

--trace   a log of the recording: its turns of the wheel tell which of several rows that look the same it is`,
  async run(args) {
    const given = read(args, ['VIDEO'], ['from', 'to', 'rect', 'out', 'trace'])
    if (!given) return 2
    const { from, to, rect, out } = given.options
    const box = rect?.split(',').map(Number) ?? []
    const [begin, end] = [Number(from ?? NaN), Number(to ?? NaN)]
    if (
      !out ||
      !(begin >= 0) ||
      !(end > begin) ||
      box.length !== 4 ||
      !box.every((v) => Number.isInteger(v)) ||
      box[2]! < 1 ||
      box[3]! < 1
    ) {
      say('Wrong use: --from, --to (seconds), --rect X,Y,W,H (pixels) and --out are needed. Try --help.')
      return 2
    }
    try {
      const log = given.options.trace ? await logIn(given.options.trace) : null
      const places = await followRegion(given.places[0]!, begin, end, box as [number, number, number, number], log)
      await writeFile(out, places.map((p) => `${JSON.stringify({ ...p, t: Math.round(p.t * 1e6) / 1e6 })}\n`).join(''))
      say(`${out}: it is in sight in ${places.filter((p) => p.seen).length} of ${places.length} frames.`)
      return 0
    } catch (e) {
      say(faultOf(e))
      return codeOf(e)
    }
  },
}

/** @throws Error with a sentence when there is no such file, or it is no trace */
async function logIn(file: string): Promise<Trace> {
  const read = readTrace(
    await readFile(file, 'utf8').catch(() => {
      throw new Error(`${file}: there is no such file.`)
    }),
  )
  if ('error' in read) throw new Error(`${file}: ${read.error}`)
  return read.trace
}
