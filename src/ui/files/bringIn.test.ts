import type { Job } from '@/contract/news'
import { lessonWithTake } from '@/core/testing/lessons'
import { resolve } from '@/core/timing'
import { desk, setDesk } from '../state/desk'
import { loadJobs, useJobs, waitFor } from '../kit/jobs'
import { comingFiles, hearImport, useSending, type Sending } from './bringIn'

const toast = jest.fn()
jest.mock('sonner', () => ({
  toast: Object.assign(
    (...a: unknown[]) => {
      toast(...a)
    },
    {
      error: jest.fn(),
      warning: (...a: unknown[]) => {
        toast(...a)
      },
    },
  ),
}))
jest.mock('tus-js-client', () => ({ Upload: class {} }))
let answer: () => object[] = () => []
jest.mock('../kit/api', () => ({ ask: async () => answer(), sentenceOf: (e: Error) => e.message }))

const sending = (change: Partial<Sending> = {}): Sending => ({
  key: 'k',
  name: 'voice.wav',
  upload: 'u1',
  share: 0.5,
  state: 'sending',
  sentence: null,
  ...change,
})
const job = (change: Partial<Job> = {}): Job => ({
  id: 'j1',
  kind: 'import',
  lesson: 'l1',
  subject: 'u1',
  name: 'voice.wav',
  state: 'waiting',
  step: 'Waiting',
  share: 0,
  sentence: null,
  facts: {},
  createdAt: '2999-01-01T00:00:00Z',
  ...change,
})
beforeEach(() => {
  useSending.setState({ files: [] })
  useJobs.setState({ jobs: [], loaded: false })
  toast.mockClear()
})
const rows = () => comingFiles(useSending.getState().files, useJobs.getState().jobs, 'l1')

test('while a file is sent it is one row, then the server’s; of another lesson’s files there is none', () => {
  useSending.setState({ files: [sending()] })
  useJobs.setState({ jobs: [job({ state: 'sending' }), job({ id: 'j2', subject: 'u2', lesson: 'l2' })] })
  expect(rows()).toMatchObject([{ name: 'voice.wav', state: 'sending', share: 0.5 }])
  hearImport(job({ state: 'running', step: 'Preparing', share: 0.2 }))
  expect(rows()).toMatchObject([{ key: 'j1', state: 'running', step: 'Preparing', share: 0.2 }])
  expect(useSending.getState().files).toEqual([])
})
test('a failed import is still listed after a reload; one that was done before is not', () => {
  useJobs.setState({
    jobs: [
      job({ state: 'failed', sentence: 'It is broken.', createdAt: '2001-01-01T00:00:00Z' }),
      job({ id: 'j2', state: 'done', createdAt: '2001-01-01T00:00:00Z' }),
    ],
  })
  expect(rows()).toMatchObject([{ key: 'j1', sentence: 'It is broken.' }])
})
test('what comes of a file that this window sent is said here once; of another window’s, nothing', () => {
  useSending.setState({ files: [sending()] })
  hearImport(job({ state: 'waiting' }))
  hearImport(job({ state: 'done', facts: { said: '12 words found.' } }))
  hearImport(job({ id: 'j2', subject: 'u2', state: 'waiting' }))
  hearImport(job({ id: 'j2', subject: 'u2', state: 'done', facts: { said: 'Not for this window.' } }))
  expect(toast.mock.calls.map((c) => c[0] as string)).toEqual(['12 words found.'])
})
test('a picture that came into the open lesson is placed from its notice; what is none is only told of', () => {
  const lesson = lessonWithTake()
  const picture = { ...lesson.media.take!, kind: 'picture' as const, sha256: 'c'.repeat(64) }
  lesson.media.logo = picture
  setDesk({ id: 'l1', lesson, timed: resolve(lesson) })
  const come = (sha256: string, lessonId = 'l1') => {
    useSending.setState({ files: [sending()] })
    hearImport(job({ lesson: lessonId, state: 'waiting' }))
    hearImport(job({ lesson: lessonId, state: 'done', facts: { said: 'It is here.', sha256 } }))
    return toast.mock.calls.at(-1)![1] as { action: { onClick: () => void } } | undefined
  }
  expect([come(lesson.media.take!.sha256), come(picture.sha256, 'l2')]).toEqual([undefined, undefined])
  come(picture.sha256)!.action.onClick()
  expect(desk().doing).toMatchObject({ do: 'add', kind: 'still', media: 'logo' })
  setDesk({ doing: { do: 'select' } })
})
test('an answer that was on its way while something was heard is asked for again', async () => {
  let asked = 0
  answer = () => {
    if (++asked === 1) {
      hearImport(job({ state: 'done' }))
      return [job({ state: 'running' })]
    }
    return [job({ state: 'done' })]
  }
  await loadJobs()
  expect(asked).toBe(2)
  expect(useJobs.getState().jobs[0]!.state).toBe('done')
})
test('a file is ready once the lesson that it was put into is here, whoever tells of it first', async () => {
  let come = () => {}
  const here = new Promise<void>((done) => {
    come = done
  })
  let revision = 4
  waitFor({ id: 'l1', until: (asked) => (asked <= revision ? null : here) })
  const done = job({ state: 'done', facts: { revision: 5, said: '“voice.wav” lies on the timeline.' } })
  useSending.setState({ files: [sending()] })
  hearImport(job({ state: 'running', step: 'Preparing', share: 0.9 }))
  hearImport(done)
  answer = () => [done, job({ id: 'j2', subject: 'u2', state: 'done', facts: { revision: 5 } })]
  await loadJobs()
  expect(rows()).toMatchObject([{ state: 'running' }, { state: 'running' }])
  expect(toast).not.toHaveBeenCalled()
  hearImport(job({ id: 'j2', subject: 'u2', state: 'done' }), true)
  revision = 5
  come()
  await here
  expect(rows()).toMatchObject([{ key: 'j1', state: 'done' }])
  expect(toast.mock.calls).toEqual([['“voice.wav” lies on the timeline.']])
  waitFor(null)
})
