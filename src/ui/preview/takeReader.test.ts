import { TakeReader } from './takeReader'

/** A take of 300 frames whose decoder gives them one after another from where it was asked to begin. */
const begun: number[] = []
jest.mock('mediabunny', () => ({
  ALL_FORMATS: [],
  UrlSource: class {},
  Input: class {
    async getPrimaryVideoTrack() {
      return {}
    }
    dispose() {}
  },
  VideoSampleSink: class {
    sample(n: number) {
      return {
        timestamp: n / 30,
        close() {},
        toVideoFrame: () => ({
          n,
          closed: false,
          close() {
            this.closed = true
          },
        }),
      }
    }
    async getSample(t: number) {
      return this.sample(Math.floor(t * 30))
    }
    async *samples(t: number) {
      begun.push(Math.floor(t * 30))
      for (let n = Math.floor(t * 30); n < 300; n++) yield this.sample(n)
    }
  },
}))
const settle = () => new Promise((r) => setTimeout(r, 20))
const reader = () => new TakeReader('/take.mp4', { num: 30, den: 1 })
beforeEach(() => {
  begun.length = 0
})

test('a frame that is sought is there; of several, the last one asked for', async () => {
  const r = reader()
  expect(await r.seek(12)).toMatchObject({ n: 12 })
  const [, last] = await Promise.all([r.seek(40), r.seek(70)])
  expect(last).toMatchObject({ n: 70 })
  r.close()
})
test(
  'it decodes some frames ahead of the playhead, goes ' + 'on as that goes on, and lets go of what lies behind',
  async () => {
    const r = reader()
    r.follow(10)
    await settle()
    expect(r.has(10)).not.toBeNull()
    expect(r.has(40)).toBeNull()
    const early = r.has(10) as unknown as { closed: boolean }
    for (let n = 11; n <= 30; n++) {
      r.follow(n)
      await settle()
    }
    expect(r.has(30)).not.toBeNull()
    expect([r.has(10), early.closed, begun]).toEqual([null, true, [10]])
    r.close()
  },
)
test('a passage that begins again is decoded again from there', async () => {
  const r = reader()
  for (let n = 50; n <= 80; n++) {
    r.follow(n)
    await settle()
  }
  r.follow(50)
  await settle()
  expect(r.has(50)).not.toBeNull()
  expect(begun).toEqual([50, 50])
  r.close()
})
test('halted, nothing more is decoded; closed, nothing is kept', async () => {
  const r = reader()
  r.follow(0)
  await settle()
  r.halt()
  r.follow(5)
  await settle()
  const kept = r.has(5) as unknown as { closed: boolean }
  r.close()
  expect([r.has(5), kept.closed]).toEqual([null, true])
})
