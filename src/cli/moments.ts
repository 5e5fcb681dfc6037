import { createReadStream } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { createInterface } from 'node:readline'
import { momentsOf } from '@/core/moments'
import { pathOf, thingsOf, TraceReader } from '@/core/trace'
import { read, say, type CliCommand } from './command'

/** A lesson takes so many of each from one trace. */
const MOST = { moments: 50_000, corners: 200_000 }

export const moments: CliCommand = {
  help: `
./vane moments TRACE.jsonl --media ID --out FILE.json [--size WIDTHxHEIGHT]

Reads a trace line by line and writes what it tells as JSON: {"moments": [...], "pointer": [[microseconds, x, y], ...],
"things": [[microseconds, x, y, width, height], ...]}.

--media  the take's id in its lesson; the ids of the moments begin with it
--size   the take's size in pixels, when it differs from the trace's`,
  async run(args) {
    const given = read(args, ['TRACE'], ['media', 'out', 'size'])
    if (!given) return 2
    const { media, out, size } = given.options
    if (!media || !out) {
      say('Wrong use: --media ID and --out FILE.json are needed. Try --help.')
      return 2
    }
    const [width, height] = size?.split('x').map(Number) ?? []
    const reader = new TraceReader()
    try {
      for await (const line of createInterface({ input: createReadStream(given.places[0]!), crlfDelay: Infinity })) {
        const fault = reader.add(line)
        if (fault) {
          say(fault)
          return 1
        }
      }
    } catch {
      say('The trace cannot be opened.')
      return 1
    }
    const trace = reader.end()
    if ('error' in trace) {
      say(trace.error)
      return 1
    }
    const take = width && height ? { width, height } : {}
    const found = momentsOf(trace.trace, media, take)
    const pointer = pathOf(trace.trace, take)
    if (found.length > MOST.moments) {
      say(`It tells of ${found.length} moments; a take may have ${MOST.moments}. Split the recording.`)
      return 1
    }
    if (pointer.length > MOST.corners) {
      say(`The way of its pointer has ${pointer.length} corners; a take may have ${MOST.corners}. Split the recording.`)
      return 1
    }
    await writeFile(out, JSON.stringify({ moments: found, pointer, things: thingsOf(trace.trace, take) }))
    return 0
  },
}
