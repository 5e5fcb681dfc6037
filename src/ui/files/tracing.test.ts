import { lessonWithTake } from '@/core/testing/lessons'
import { resolve } from '@/core/timing'
import type { TraceEvent } from '@/core/trace'
import { bench, setBench, undo } from '../bench/store'
import { findPointer, hearTrace, useTracing } from './tracing'

const toast = jest.fn()
jest.mock('sonner', () => ({ toast: Object.assign((...a: unknown[]) => { toast(...a) }, { error: (...a: unknown[]) => { toast(...a) } }) }))
let answers: Record<string, () => unknown> = {}
jest.mock('../kit/api', () => ({ ask: async (_path: string, method = 'GET') => answers[method]!(), sentenceOf: (e: Error) => e.message }))

const sha = 'a'.repeat(64)
const news = (state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled', share = 0) => ({ about: 'trace' as const, sha256: sha, state, share, sentence: null })
const events: TraceEvent[] = [
  ...Array.from({ length: 60 }, (_, i): TraceEvent => ({ type: 'pointermove', t: i / 30, x: 200 + i * 20, y: 300, confidence: 0.9 })),
  { type: 'pointerdown', t: 2.5, x: 1380, y: 300, button: 0, confidence: 0.9 }, { type: 'pointermove', t: 6, x: 1380, y: 300, confidence: 0.9 },
]
const settled = () => new Promise((done) => setTimeout(done, 0))
beforeEach(() => {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = []
  setBench({ lesson, timed: resolve(lesson) })
  toast.mockClear()
  useTracing.setState({ by: {} })
})

test('the search is shown as it goes on; when it is done the lesson has pointer, moments, ripples and framing, and one undo takes all back', async () => {
  answers = { POST: () => news('running', 0.1), GET: () => ({ trace: { width: 1920, height: 1080, events } }) }
  await findPointer(sha)
  hearTrace(news('running', 0.6))
  expect(useTracing.getState().by[sha]).toMatchObject({ state: 'running', share: 0.6 })
  expect(bench().lesson.elements).toHaveLength(0)
  hearTrace(news('done', 1))
  await settled()
  expect(bench().lesson.elements.map((e) => e.look.kind)).toEqual(['ripple', 'zoom'])
  expect(bench().lesson.media.take!.moments.filter((m) => m.kind === 'click')).toHaveLength(1)
  expect(bench().lesson.media.take!.pointer!.length).toBeGreaterThan(1)
  undo()
  expect(bench().lesson.elements).toHaveLength(0)
  expect(bench().lesson.media.take!.pointer).toBeUndefined()
})
test('what another window looks for changes nothing here', async () => {
  answers = { GET: () => ({ trace: { width: 1920, height: 1080, events } }) }
  hearTrace(news('done', 1))
  await settled()
  expect(bench().lesson.elements).toHaveLength(0)
  expect(useTracing.getState().by[sha]).toBeUndefined()
})
test('a take without a pointer is said to be one and left as it was; a refusal is shown', async () => {
  answers = { POST: () => news('done', 1), GET: () => ({ trace: { width: 1920, height: 1080, events: [] } }) }
  await findPointer(sha)
  await settled()
  expect(toast.mock.calls[0]![0]).toContain('No pointer')
  expect(bench().lesson.media.take!.pointer).toBeUndefined()
  answers = { POST: () => { throw new Error('This recording is not in the library any more.') } }
  await findPointer(sha)
  expect(toast.mock.calls.at(-1)![0]).toContain('not in the library')
})
test('a search that was stopped is not taken up by news that comes after', async () => {
  answers = { POST: () => news('running'), GET: () => ({ trace: { width: 1920, height: 1080, events } }) }
  await findPointer(sha)
  hearTrace(news('cancelled'))
  hearTrace(news('done', 1))
  await settled()
  expect(bench().lesson.elements).toHaveLength(0)
})
