import { z } from 'zod'
import type { News } from '@/contract/news'
import { hear } from '../events'
import { Interrupted, Problem } from '../problem'
import { openSite, until, type Site } from '../testing'
import {
  addJob,
  beginJobs,
  cancelJob,
  forgetJob,
  jobsIn,
  listJobs,
  readJob,
  register,
  retryJob,
  type StoredJob,
  type JobWork,
} from './index'
import { asTold, claim } from './store'
import { asIs } from '../../words/words'

let site: Site
let told: Extract<News, { about: 'job' }>[] = []
let run: (job: StoredJob, work: JobWork) => Promise<object> = async () => ({})
let atWork = 0
let mostAtWork = 0
const tidied: string[] = []
beforeAll(async () => {
  site = await openSite()
  hear((n) => {
    if (n.about === 'job') told.push(n)
  })
  const counted = async (job: StoredJob, work: JobWork) => {
    mostAtWork = Math.max(mostAtWork, ++atWork)
    try {
      return await run(job, work)
    } finally {
      atWork--
    }
  }
  register({
    kind: 'import',
    payload: z.unknown(),
    atOnce: 2,
    run: counted,
    ready: (job, open) => !job.name.startsWith('after') || !open.some((o) => o.name.startsWith('first')),
    lost: async (j) => (j.subject === 'lost' ? 'It is gone.' : null),
  })
  register({
    kind: 'export',
    payload: z.unknown(),
    atOnce: 1,
    run: counted,
    tidy: async (j) => {
      tidied.push(j.id)
    },
  })
  register({
    kind: 'clean',
    payload: z.object({ media: z.string().default('') }),
    atOnce: 1,
    long: { afterMs: 100, beside: 1 },
    run: counted,
  })
  await beginJobs()
})
afterAll(() => site.end())
beforeEach(() => {
  told = []
  mostAtWork = 0
})

const add = (name: string, kind: 'import' | 'export' | 'clean' = 'import', subject = '') =>
  addJob({ kind, lesson: null, subject, name, payload: {} })
const state = async (id: string) => (await readJob(id)).state
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))
const untilAborted = (signal: AbortSignal) =>
  new Promise<never>((_done, fail) => {
    signal.addEventListener('abort', () => fail(signal.reason as Error))
  })

test('what another version began otherwise fails in a sentence, and is not run', async () => {
  let ran = false
  run = async () => {
    ran = true
    return {}
  }
  const job = await addJob({ kind: 'clean', lesson: null, subject: '', name: 'voice.wav', payload: { media: 7 } })
  await until(async () => (await state(job.id)) === 'failed')
  expect(asTold(await readJob(job.id)).sentence).toBe(
    '“voice.wav” was begun by another version of the program. Begin it again.',
  )
  expect(ran).toBe(false)
})
test('jobs of a kind run so many at once, the oldest first, and tell how far they are', async () => {
  run = async (_job, { onStep }) => {
    onStep('Working', 0.5, { frame: 3 })
    await wait(60)
    return { facts: { sha256: 'x' } }
  }
  const ids: string[] = []
  for (const name of ['a', 'b', 'c', 'd', 'e']) ids.push((await add(name)).id)
  await until(async () => (await Promise.all(ids.map(state))).every((s) => s === 'done'))
  expect(mostAtWork).toBe(2)
  const begun = told.filter((n) => n.job.state === 'running' && n.job.step === 'Waiting').map((n) => n.job.name)
  expect(begun).toEqual(['a', 'b', 'c', 'd', 'e'])
  expect(told.find((n) => n.job.step === 'Working')!.job).toMatchObject({ share: 0.5, facts: { frame: 3 } })
  expect((await readJob(ids[0]!)).facts).toEqual({ frame: 3, sha256: 'x' })
})
test('one that has to wait for another begins when that is over', async () => {
  const order: string[] = []
  let open = () => {}
  const gate = new Promise<void>((done) => {
    open = done
  })
  run = async (job) => {
    if (job.name === 'first') await gate
    order.push(job.name)
    return {}
  }
  const first = await add('first')
  const after = await add('after it')
  const beside = await add('beside it')
  await until(async () => (await state(beside.id)) === 'done')
  expect([await state(first.id), await state(after.id)]).toEqual(['running', 'waiting'])
  open()
  await until(async () => (await state(after.id)) === 'done')
  expect(order).toEqual(['beside it', 'first', 'after it'])
})
test('what goes on for long makes room beside it, once: what is short does not stand behind it', async () => {
  let open = () => {}
  const long = new Promise<void>((done) => {
    open = done
  })
  run = async (job) => {
    if (job.name.startsWith('long')) await long
    return {}
  }
  const [first, second, third] = [
    await add('long', 'clean'),
    await add('long too', 'clean'),
    await add('third', 'clean'),
  ]
  await until(async () => (await state(second.id)) === 'running')
  expect([await state(first.id), await state(third.id)]).toEqual(['running', 'waiting'])
  open()
  await until(async () => (await state(third.id)) === 'done')
})
test('a job is cancelled while it waits and while it runs, tried again, and forgotten', async () => {
  run = (_job, { signal }) => untilAborted(signal)
  const one = await add('one', 'export')
  const two = await add('two', 'export')
  await until(async () => (await state(one.id)) === 'running')
  await cancelJob(two.id)
  expect(await state(two.id)).toBe('cancelled')
  await cancelJob(one.id)
  await until(async () => (await state(one.id)) === 'cancelled')
  expect(tidied).toContain(one.id)
  run = async () => ({})
  await retryJob(one.id)
  await until(async () => (await state(one.id)) === 'done')
  await forgetJob(one.id)
  expect((await listJobs('export')).map((j) => j.id)).toEqual([two.id])
  await expect(readJob(one.id)).rejects.toThrow('not in the list')
})
test(
  'a problem is shown in its own words; anything else in ' + 'a plain sentence; what cannot be tried again says why',
  async () => {
    run = async (job) => {
      throw job.name === 'known' ? new Problem(422, asIs('It is broken.')) : new Error('SELECT * FROM x: /root/secret')
    }
    const known = await add('known')
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => {})
    const other = await add('other', 'import', 'lost')
    await until(async () => (await state(known.id)) === 'failed' && (await state(other.id)) === 'failed')
    quiet.mockRestore()
    expect(asTold(await readJob(known.id)).sentence).toBe('It is broken.')
    expect(asTold(await readJob(other.id)).sentence).not.toMatch(/SELECT|root/)
    await expect(retryJob(other.id)).rejects.toThrow('It is gone.')
  },
)
test('what was ended from outside is begun again, but not for ever', async () => {
  let times = 0
  run = async () => {
    if (++times < 3) throw new Interrupted('ffmpeg')
    return {}
  }
  const job = await add('third time')
  await until(async () => (await state(job.id)) === 'done')
  expect(times).toBe(3)
  run = async () => {
    throw new Interrupted('ffmpeg')
  }
  const never = await add('never')
  await until(async () => (await state(never.id)) === 'failed')
  expect(asTold(await readJob(never.id)).sentence).toContain('short of memory')
})
test('the database is killed while a job runs: its end is stored once the database is there again', async () => {
  run = async () => {
    site.kill()
    await wait(50)
    return { facts: { sha256: 'kept' } }
  }
  const job = await add('through a crash')
  await until(async () => (await readJob(job.id).catch(() => null))?.state === 'done', 30)
  expect((await readJob(job.id)).facts.sha256).toBe('kept')
})
test('what a killed server left running is begun again', async () => {
  run = async () => ({})
  const job = await addJob({ kind: 'export', lesson: null, subject: '', name: 'left', payload: {}, state: 'sending' })
  await claimAsIfRunning(job)
  expect((await jobsIn(['running'])).map((j) => j.id)).toEqual([job.id])
  await beginJobs()
  await until(async () => (await state(job.id)) === 'done')
  expect(tidied).toContain(job.id)
})
async function claimAsIfRunning(job: StoredJob): Promise<void> {
  const { change } = await import('./store')
  await change(job, { state: 'waiting' })
  expect(await claim(job)).toBe(true)
  expect(await claim(job)).toBe(false)
}
