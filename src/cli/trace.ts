import { open, rename, rm } from 'node:fs/promises'
import { writeTrace } from '@/core/trace'
import { thingsAround, traceOf, type FrameSight } from '@/core/vision'
import { findPointer } from '@/server/trace/find'
import { faultOf, codeOf, read, say, type CliCommand } from './command'

export const trace: CliCommand = {
  help: `
./vane trace VIDEO --out FILE.jsonl [--at SECONDS,X,Y] [--progress]

Finds the pointer in the pixels of a recording and writes its trace: one pointermove for each frame in which it is
seen, with its hot spot and a confidence from 0 to 1, at the recording's own times. No picture of the pointer is needed.
What appears on the screen is written as screenchange, likely clicks as pointerdown and pointerup with their confidence.

--at         where the pointer is for certain, in pixels: only the six seconds before and after it are searched, with
             the way on both sides leading through that place
--progress   tells on standard output how far it has come, 0 to 1, a line at a time`,
  async run(args) {
    const given = read(args, ['VIDEO'], ['out', 'at'], ['progress'])
    if (!given) return 2
    const { out } = given.options
    if (!out) {
      say('Wrong use: --out FILE.jsonl is missing. Try --help.')
      return 2
    }
    const at = given.options.at?.split(',').map(Number)
    if (at && (at.length !== 3 || at.some((v) => !(v >= 0)))) {
      say('Wrong use: --at takes seconds, x and y, three numbers with commas between them. Try --help.')
      return 2
    }
    const part = `${out}.part`
    try {
      const file = await open(part, 'w')
      const sights: FrameSight[] = []
      try {
        const { width, height, looks } = await findPointer(
          given.places[0]!,
          (f) => {
            sights.push(f)
          },
          (share) => {
            if (given.flags.has('progress')) process.stdout.write(`${share.toFixed(3)}\n`)
          },
          at ? { t: at[0]!, x: at[1]!, y: at[2]! } : null,
        )
        const trace = traceOf(sights, width, height)
        trace.events = [...trace.events, ...thingsAround(sights, looks, trace)].sort((a, b) => a.t - b.t)
        await file.writeFile(writeTrace(trace))
      } finally {
        await file.close()
      }
      await rename(part, out)
      say(`${out}: the pointer is seen in ${sights.filter((f) => f.found).length} of ${sights.length} frames.`)
      return 0
    } catch (e) {
      await rm(part, { force: true })
      say(
        (e as NodeJS.ErrnoException).code === 'ENOENT' && (e as NodeJS.ErrnoException).path === part
          ? `${out}: there is no such folder to write to.`
          : faultOf(e),
      )
      return codeOf(e)
    }
  },
}
