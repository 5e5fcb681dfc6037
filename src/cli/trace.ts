import { open, rename, rm } from 'node:fs/promises'
import type { TraceEvent } from '@/core/trace'
import { findPointer, type FoundFrame } from '@/server/trace/find'
import { read, say, type Command } from './command'

/** One line of a trace for a frame in which the pointer was seen; times to the microsecond. */
const lineOf = ({ t, found }: FoundFrame): string => {
  const event: TraceEvent = { type: 'pointermove', t: Math.round(t * 1e6) / 1e6, x: found!.x, y: found!.y, confidence: found!.confidence }
  return `${JSON.stringify(event)}\n`
}

export const trace: Command = {
  help: `
./vane trace VIDEO --out FILE.jsonl [--progress]

Finds the pointer in the pixels of a recording and writes its trace: one pointermove for each frame in which it is
seen, with its hot spot and a confidence from 0 to 1, at the recording's own times. No picture of the pointer is needed.

--progress   tells on standard output how far it has come, 0 to 1, a line at a time`,
  async run(args) {
    const given = read(args, ['VIDEO'], ['out'], ['progress'])
    if (!given) return 2
    const { out } = given.options
    if (!out) { say('Wrong use: --out FILE.jsonl is missing. Try --help.'); return 2 }
    const part = `${out}.part`
    try {
      const file = await open(part, 'w')
      let lines: string[] = []
      let seen = 0
      let frames = 0
      try {
        const waiting: FoundFrame[] = []
        const { width, height } = await findPointer(given.places[0]!, (f) => { frames++; if (f.found) { seen++; waiting.push(f) } }, (share) => { if (given.flags.has('progress')) process.stdout.write(`${share.toFixed(3)}\n`) })
        lines = [`${JSON.stringify({ trace: 1, width, height })}\n`, ...waiting.map(lineOf)]
        await file.writeFile(lines.join(''))
      } finally {
        await file.close()
      }
      await rename(part, out)
      say(`${out}: the pointer is seen in ${seen} of ${frames} frames.`)
      return 0
    } catch (e) {
      await rm(part, { force: true })
      say((e as NodeJS.ErrnoException).code === 'ENOENT' && (e as NodeJS.ErrnoException).path === part ? `${out}: there is no such folder to write to.` : (e as Error).message)
      return 1
    }
  },
}
