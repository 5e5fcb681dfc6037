import { joinLine, SILENCE_MS, type LineWord, type Surroundings } from './newsLine'

jest.useFakeTimers()
/** A browser with its server: windows that share a lock and a channel, and may be frozen or killed. */
class Browser {
  lines: { message: (text: string) => void; open: () => void }[] = []
  private readonly listeners = new Map<object, (said: LineWord) => void>()
  private holder: { own: object; give: (why: 'done' | 'stolen') => void } | null = null
  private queue: { own: object; begin: () => void }[] = []
  readonly dead = new Set<object>()
  window(): { of: Surroundings; own: object; heard: string[]; opened: () => number; leave: () => void } {
    const own = {}
    const heard: string[] = []
    let opened = 0
    const of: Surroundings = {
      connect: (on) => {
        this.lines.push(on)
        on.open()
        return () => {
          this.lines = this.lines.filter((l) => l !== on)
        }
      },
      lead: (held, steal) =>
        new Promise<void>((done, failed) => {
          const begin = () => {
            this.holder = {
              own,
              give: (why) => {
                this.holder = null
                if (why === 'stolen') failed(new Error('stolen'))
                else done()
                this.next()
              },
            }
            const mine = this.holder
            void held().then(() => this.holder === mine && mine.give('done'))
          }
          if (steal) {
            const from = this.holder
            this.queue.unshift({ own, begin })
            if (from) from.give('stolen')
            else this.next()
          } else {
            this.queue.push({ own, begin })
            this.next()
          }
        }),
      tell: (said) => {
        if (this.dead.has(own)) return
        for (const [whose, l] of this.listeners) if (whose !== own && !this.dead.has(whose)) l(said)
      },
      hear: (listener) => {
        this.listeners.set(own, listener)
        return () => this.listeners.delete(own)
      },
      watched: () => !this.dead.has(own),
    }
    const leave = joinLine({ message: (t) => void heard.push(t), open: () => void opened++ }, of)
    return { of, own, heard, opened: () => opened, leave }
  }
  private next(): void {
    if (!this.holder) this.queue.shift()?.begin()
  }
  /** A window ends without a word; its connection and its lock end with it. */
  kill(own: object): void {
    this.dead.add(own)
    this.lines = []
    this.queue = this.queue.filter((q) => q.own !== own)
    if (this.holder?.own === own) this.holder.give('done')
  }
}
const tick = (ms: number) => jest.advanceTimersByTimeAsync(ms)

test('seven windows have one line between them, and all hear what comes along it', async () => {
  const browser = new Browser()
  const windows = Array.from({ length: 7 }, () => browser.window())
  await tick(10)
  expect(browser.lines).toHaveLength(1)
  browser.lines[0]!.message('one')
  expect(windows.map((w) => w.heard)).toEqual(Array(7).fill(['one']))
  expect(windows.every((w) => w.opened() > 0)).toBe(true)
})
test('the window that leads is killed: another one leads, and all look at what they may have missed', async () => {
  const browser = new Browser()
  const windows = Array.from({ length: 3 }, () => browser.window())
  await tick(10)
  const before = windows[2]!.opened()
  browser.kill(windows[0]!.own)
  await tick(10)
  expect(browser.lines).toHaveLength(1)
  browser.lines[0]!.message('after')
  expect(windows.slice(1).map((w) => w.heard)).toEqual([['after'], ['after']])
  expect(windows[2]!.opened()).toBeGreaterThan(before)
})
test('the window that leads is frozen: one that is looked at takes over from it', async () => {
  const browser = new Browser()
  const windows = Array.from({ length: 3 }, () => browser.window())
  await tick(10)
  browser.dead.add(windows[0]!.own)
  const frozen = browser.lines[0]!
  await tick(2 * SILENCE_MS)
  expect(browser.lines.some((l) => l !== frozen)).toBe(true)
  browser.lines.find((l) => l !== frozen)!.message('after')
  expect(windows[2]!.heard).toEqual(['after'])
})
test('as windows are closed in any order, the last one still hears', async () => {
  const browser = new Browser()
  const windows = Array.from({ length: 3 }, () => browser.window())
  await tick(10)
  windows[0]!.leave()
  await tick(10)
  windows[1]!.leave()
  await tick(10)
  expect(browser.lines).toHaveLength(1)
  browser.lines[0]!.message('last')
  expect(windows[2]!.heard).toEqual(['last'])
  windows[2]!.leave()
  await tick(10)
  expect(browser.lines).toHaveLength(0)
})
