import type { Arg } from './arg'

export const traceFile = {
  lineOfTheTrace: (n: Arg, what: Arg, message: Arg) => `Line ${n} of the trace: ${what}: ${message}.`,
  lineOfTheTraceIs: (n: Arg) => `Line ${n} of the trace is not JSON.`,
  lineOfTheTraceIsAt: (n: Arg, at: Arg, before: Arg) =>
    `Line ${n} of the trace is at ${at} s, before the line above it (${before} s). Events stand in time order.`,
  lineShouldBeTheTrace: (n: Arg) =>
    `Line ${n} should be the trace's head, like {"trace":1,"width":1920,"height":1080}.`,
  notAnEvent: 'not an event',
  theTraceIsEmpty: 'The trace is empty.',
}
