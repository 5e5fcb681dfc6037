import { z } from 'zod'
import { inWords } from '../../words/words'

const n = z.number().finite()
const target = z.object({ label: z.string().max(200), rect: z.tuple([n, n, n, n]).optional() }).optional()
const base = { t: n.min(0), confidence: z.number().min(0).max(1).optional() }
const at = { x: n, y: n }

/** One event of a trace: `t` in seconds from the take's first frame, `x` `y` in pixels of the take. */
export const TraceEvent = z.discriminatedUnion('type', [
  z.object({ type: z.literal('pointermove'), ...base, ...at }),
  z.object({ type: z.literal('pointerdown'), ...base, ...at, button: z.number().int().default(0), target }),
  z.object({ type: z.literal('pointerup'), ...base, ...at, button: z.number().int().default(0), target }),
  z.object({ type: z.literal('wheel'), ...base, ...at, deltaX: n.default(0), deltaY: n.default(0) }),
  z.object({ type: z.literal('keydown'), ...base, key: z.string().min(1).max(40), target }),
  z.object({ type: z.literal('thing'), ...base, rect: z.tuple([n, n, n, n]) }),
  z.object({ type: z.literal('screenchange'), ...base, rect: z.tuple([n, n, n, n]), label: z.string().optional() }),
])
export type TraceEvent = z.infer<typeof TraceEvent>
export const TraceHead = z.object({
  trace: z.literal(1),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
})
export interface Trace {
  width: number
  height: number
  events: TraceEvent[]
}

/**
 * Reads a trace line by line, so that it never has to be held as one text. The first line is the head; events follow in
 * time order; blank lines are passed over.
 */
export class TraceReader {
  private head: z.infer<typeof TraceHead> | null = null
  private readonly events: TraceEvent[] = []
  private n = 0

  /** @returns a sentence that names the line, when it is at fault */
  add(line: string): string | null {
    this.n++
    const text = this.n === 1 ? line.replace(/^\uFEFF/, '') : line
    if (text.trim() === '') return null
    let value: unknown
    try {
      value = JSON.parse(text)
    } catch {
      return inWords('traceFile.lineOfTheTraceIs', this.n)
    }
    if (!this.head) {
      const parsed = TraceHead.safeParse(value)
      if (!parsed.success) return inWords('traceFile.lineShouldBeTheTrace', this.n)
      this.head = parsed.data
      return null
    }
    const parsed = TraceEvent.safeParse(value)
    if (!parsed.success)
      return inWords(
        'traceFile.lineOfTheTrace',
        this.n,
        parsed.error.issues[0]?.path.join('.') || 'type',
        parsed.error.issues[0]?.message ?? inWords('traceFile.notAnEvent'),
      )
    const before = this.events.at(-1)
    if (before && parsed.data.t < before.t)
      return inWords('traceFile.lineOfTheTraceIsAt', this.n, parsed.data.t, before.t)
    this.events.push(parsed.data)
    return null
  }
  end(): { trace: Trace } | { error: string } {
    return this.head
      ? { trace: { width: this.head.width, height: this.head.height, events: this.events } }
      : { error: inWords('traceFile.theTraceIsEmpty') }
  }
}

/** Reads a trace from JSON Lines. @returns the trace, or a sentence that names the line at fault */
export function readTrace(text: string): { trace: Trace } | { error: string } {
  const reader = new TraceReader()
  for (const line of text.split(/\r?\n/)) {
    const error = reader.add(line)
    if (error) return { error }
  }
  return reader.end()
}

/** A trace as JSON Lines. */
export const writeTrace = (trace: Trace): string =>
  [{ trace: 1, width: trace.width, height: trace.height }, ...trace.events].map((l) => JSON.stringify(l)).join('\n') +
  '\n'
