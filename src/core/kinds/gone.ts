/** The share of a span that has gone by: 0 on its first frame, 1 on its last, even in between. */
export const gone = (frame: number, span: { from: number; to: number }): number =>
  span.to - span.from <= 1 ? 1 : Math.min(1, Math.max(0, (frame - span.from) / (span.to - 1 - span.from)))

/** One of several rounds that share a span evenly. */
export interface Round {
  /** Counted from 0. */
  n: number
  span: { from: number; to: number }
}
/** The round that a frame lies in, where a span is gone through so many times; the last one when it is over. */
export function roundAt(frame: number, span: { from: number; to: number }, rounds: number): Round {
  const long = span.to - span.from
  const start = (n: number) => span.from + Math.round((long * n) / rounds)
  let n = Math.min(rounds - 1, Math.max(0, Math.floor(((frame - span.from) * rounds) / Math.max(1, long))))
  // Where rounds begin is rounded to whole frames.
  if (n + 1 < rounds && frame >= start(n + 1)) n++
  else if (n > 0 && frame < start(n)) n--
  return { n, span: { from: start(n), to: start(n + 1) } }
}
/** The share of its round that has gone by; each round is full `restFrames` before its end. */
export function goneInRounds(
  frame: number,
  span: { from: number; to: number },
  { rounds = 1, restFrames = 0 }: { rounds?: number; restFrames?: number },
): number {
  const { from, to } = roundAt(frame, span, rounds).span
  return gone(frame, { from, to: Math.max(from + 1, to - restFrames) })
}
