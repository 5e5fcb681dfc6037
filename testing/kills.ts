import { kindName } from '@/core/kinds'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import type { Job } from '@/contract/news'
import { isClip } from '@/core/kinds'
import { LESSON_VERSION, type Lesson } from '@/core/lesson/schema'
import { recordDesk } from '../recorder/desk'
import { random } from '../recorder/random'
import { ask, pause, Program, RAW, type Victim } from './program'

type Work = 'edit' | 'upload' | 'export' | 'search' | 'narrate' | 'align' | 'clean'
const WORKS: Work[] = ['edit', 'upload', 'export', 'search', 'narrate', 'align', 'clean']
const VICTIMS: Record<Work, Victim[]> = {
  edit: ['server', 'database', 'browser', 'start'],
  upload: ['server', 'database', 'browser', 'ffmpeg', 'start'],
  export: ['server', 'database', 'ffmpeg', 'start'],
  search: ['server', 'database', 'ffmpeg', 'start'],
  narrate: ['speech', 'server', 'database', 'ffmpeg', 'start'],
  align: ['speech', 'server', 'database', 'ffmpeg', 'start'],
  clean: ['ffmpeg', 'server', 'database', 'start'],
}
/** What is spoken, and looked for in what was spoken. */
const SCRIPT = 'Lend out a cordless drill. Choose the member, then check the address, and click Confirm.'
const WORDS = SCRIPT.split(' ').length
const MOST_MS = 10 * 60_000
const ROUND_MS = 60_000

export interface Tally {
  rounds: number
  lost: string[]
  stuck: string[]
  halfStored: string[]
  raw: string[]
  seconds: number
}

/**
 * Rounds of work under which something is killed at a chance moment; after each, nothing may be lost, stuck,
 * half-stored or said in raw words.
 */
export async function runKills(
  root: string,
  { rounds, seed }: { rounds: number; seed: number },
  say: (line: string) => void,
): Promise<Tally> {
  const chance = random(seed)
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-kills-'))
  const suite = new Suite(await Program.make(root, path.join(dir, 'data')), dir)
  const began = Date.now()
  const tally: Tally = { rounds: 0, lost: [], stuck: [], halfStored: [], raw: [], seconds: 0 }
  try {
    await suite.prepare()
    for (let n = 0; n < rounds && Date.now() - began < MOST_MS; n++) {
      const work = WORKS[n % WORKS.length]!
      const victims = VICTIMS[work]
      const victim = victims[Math.floor(n / WORKS.length) % victims.length]!
      const after = Math.round(
        chance() * { edit: 120, upload: 700, export: 3000, search: 1500, narrate: 900, align: 1500, clean: 900 }[work],
      )
      const name = `round ${n + 1}: ${victim} killed ${after} ms into ${work}`
      await suite.round(work, victim, after, n, tally, name).catch((e: Error) => {
        tally.stuck.push(`${name}: ${e.message.split('\n')[0]}`)
        say(tally.stuck.at(-1)!)
      })
      await suite.inspect(tally, name)
      tally.rounds++
      if (n % 10 === 9)
        say(
          `${n + 1} rounds, ${tally.lost.length} lost, ${tally.stuck.length} stuck, ` +
            `${tally.halfStored.length} half-stored, ${tally.raw.length} raw`,
        )
    }
  } finally {
    tally.seconds = Math.round((Date.now() - began) / 1000)
    await suite.end()
    rmSync(dir, { recursive: true, force: true })
  }
  return tally
}

class Suite {
  private context!: BrowserContext
  private page!: Page
  private lesson = ''
  private clips = 0
  private readonly clipsNow = async () => (await this.lessonNow()).elements.filter(isClip).length
  private name = ''
  constructor(
    private readonly program: Program,
    private readonly dir: string,
  ) {}
  private get base(): string {
    return this.program.base
  }
  private ask<T>(where: string, method = 'GET', body?: unknown): Promise<T> {
    return ask<T>(this.base, where, method, body)
  }
  private lessonNow = async (): Promise<Lesson> =>
    (await this.ask<{ lesson: Lesson }>(`/api/lessons/${this.lesson}?format=${LESSON_VERSION}`)).lesson

  async prepare(): Promise<void> {
    await recordDesk(
      {
        width: 640,
        height: 360,
        fps: 30,
        seconds: 8,
        seed: 5,
        pointerPx: 20,
        light: true,
        darkScreen: false,
        crf: 20,
        uneven: false,
        wobble: 0,
      },
      path.join(this.dir, 'desk.mp4'),
      path.join(this.dir, 'desk.jsonl'),
    )
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      'anoisesrc=d=110:r=48000',
      '-ac',
      '2',
      path.join(this.dir, 'noise.wav'),
    ])
    this.program.build()
    await this.program.start()
    this.lesson = (await this.ask<{ id: string }>('/api/lessons', 'POST', { name: 'Kills' })).id
    await this.openBrowser()
    await this.bring('desk.mp4')
    await this.until('the recording is laid', async () => (await this.clipsNow()) === 1)
    this.clips = 1
    await this.narrate(null)
    this.clips = await this.clipsNow()
  }
  async end(): Promise<void> {
    await this.context?.close().catch(() => {})
    await this.program.end()
  }

  private async openBrowser(): Promise<void> {
    this.context = await chromium.launchPersistentContext(path.join(this.dir, 'browser'), {
      executablePath: '/usr/bin/chromium',
      viewport: { width: 1280, height: 800 },
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    })
    this.page = this.context.pages()[0] ?? (await this.context.newPage())
    await this.openLesson()
  }
  private async openLesson(): Promise<void> {
    await this.page.goto(`${this.base}/lessons/${this.lesson}`)
    await this.page.waitForSelector('main[data-ready=true]', { timeout: ROUND_MS })
  }
  private async bring(file: string): Promise<void> {
    await this.page
      .getByTestId('file-picker')
      .waitFor({ state: 'attached', timeout: 200 })
      .catch(() => this.page.keyboard.press('a'))
    await this.page.getByTestId('file-picker').setInputFiles(path.join(this.dir, file))
  }
  private async until(what: string, so: () => Promise<boolean>, ms = ROUND_MS): Promise<void> {
    const end = Date.now() + ms
    while (Date.now() < end) {
      if (await so().catch(() => false)) return
      await pause(150)
    }
    throw new Error(`not within ${ms / 1000} s: ${what}`)
  }

  /** Kills, and brings back what a person would bring back: the browser, and the program itself. */
  private async kill(victim: Victim): Promise<void> {
    if (victim === 'browser') {
      execFileSync('pkill', ['-9', '-f', path.join(this.dir, 'browser')])
      await this.context.close().catch(() => {})
      await pause(300)
      await this.openBrowser()
      return
    }
    this.program.kill(victim)
    if (victim !== 'start') return
    // All that it had started ends with it.
    await this.until(
      'what a killed start leaves behind has ended',
      async () => this.program.processes().length === 0,
      10_000,
    )
    await this.program.start()
  }

  async round(work: Work, victim: Victim, after: number, n: number, tally: Tally, name: string): Promise<void> {
    switch (work) {
      case 'edit':
        return this.edit(victim, after, n, tally, name)
      case 'upload':
        return this.upload(victim, after, tally, name)
      case 'export':
        return this.exports(victim, after)
      case 'search':
        return this.search(victim, after, tally, name)
      case 'narrate':
        return this.narrated(victim, after, tally, name)
      case 'align':
        return this.align(victim, after, tally, name)
      case 'clean':
        return this.clean(victim, after, tally, name)
    }
  }

  /** Three edits on end; what the window called saved is there, and what it had not saved is kept and saved later. */
  private async edit(victim: Victim, after: number, n: number, tally: Tally, name: string): Promise<void> {
    const field = this.page.getByLabel('Name of the lesson')
    await this.page.keyboard.press('Escape')
    const killing = pause(after).then(() => this.kill(victim))
    for (const part of ['a', 'b', 'c']) {
      await field.fill(`Round ${n} ${part}`, { timeout: 5000 }).catch(() => {})
      await field.press('Enter', { timeout: 5000 }).catch(() => {})
      this.name = `Round ${n} ${part}`
    }
    await killing
    // A browser that was killed may lose the edit in flight; what it shows when it is back must be what is stored.
    const shown = victim === 'browser' ? await this.page.getByLabel('Name of the lesson').inputValue() : this.name
    await this.until(
      'the window says that all is saved',
      async () => (await this.page.getByTestId('save-state').getAttribute('data-state')) === 'saved',
    ).catch(async (e: Error) => {
      const says = await this.page
        .getByRole('main')
        .innerText({ timeout: 2000 })
        .catch(() => 'nothing')
      throw new Error(`${e.message}; it says “${says.replaceAll('\n', ' | ').slice(0, 300)}”`)
    })
    const stored = (await this.lessonNow()).name
    if (stored !== shown) tally.lost.push(`${name}: “${shown}” is stored as “${stored}”`)
    this.name = stored
  }

  /** A sound of 21 MB; it is laid once, however often it was begun. */
  private async upload(victim: Victim, after: number, tally: Tally, name: string): Promise<void> {
    const file = 'noise.wav'
    await this.bring(file)
    await pause(after)
    await this.kill(victim)
    if (victim === 'browser') {
      const jobs = (await this.ask<Job[]>('/api/jobs?kind=import')).filter((j) => j.state === 'sending')
      // What had not come whole is sent on by bringing the file in again.
      if (jobs.length > 0 || (await this.clipsNow()) === this.clips) await this.bring(file).catch(() => {})
    }
    await this.until('the sound is laid', async () => (await this.clipsNow()) > this.clips)
    await pause(300)
    const now = await this.clipsNow()
    if (now !== this.clips + 1 && victim !== 'browser') tally.lost.push(`${name}: laid ${now - this.clips} times`)
    this.clips = now
  }

  private async exports(victim: Victim, after: number): Promise<void> {
    const { id } = await this.ask<{ id: string }>('/api/exports', 'POST', {
      lesson: this.lesson,
      choice: { quality: 'draft', height: 180, from: 0, to: 240 },
    })
    await pause(after)
    await this.kill(victim)
    const job = async () => (await this.ask<Job[]>('/api/jobs?kind=export')).find((j) => j.id === id)
    await this.until('the export is done', async () => (await job())?.state === 'done')
    const file = path.join(this.program.data, 'exports', `${id}.mp4`)
    const frames = execFileSync(
      'ffprobe',
      [
        '-v',
        'error',
        '-count_packets',
        '-select_streams',
        'v',
        '-show_entries',
        'stream=nb_read_packets',
        '-of',
        'csv=p=0',
        file,
      ],
      { encoding: 'utf8' },
    ).trim()
    if (frames !== '240') throw new Error(`the export has ${frames} frames of 240`)
    await this.ask(`/api/jobs/${id}`, 'DELETE')
  }

  private async search(victim: Victim, after: number, tally: Tally, name: string): Promise<void> {
    const take = Object.entries((await this.lessonNow()).media).find(([, m]) => m.kind === 'take')!
    rmSync(path.join(this.program.data, 'media', take[1].sha256, 'trace.jsonl'), { force: true })
    const { id } = await this.ask<{ id: string }>(`/api/media/${take[1].sha256}/trace`, 'POST', { lesson: this.lesson })
    await pause(after)
    await this.kill(victim)
    await this.until(
      'the search is done',
      async () => (await this.ask<Job[]>('/api/jobs?kind=trace')).find((j) => j.id === id)?.state === 'done',
    )
    const lesson = await this.lessonNow()
    if (!lesson.media[take[0]]!.pointer?.length) tally.lost.push(`${name}: the pointer is not in the lesson`)
    const { length } = lesson.elements.filter((e) => kindName(e) === 'ripple')
    if (length > 0) tally.lost.push(`${name}: nobody asked for ${length} ripples`)
  }

  /** Begins a job, kills something under it, and waits until it is done. */
  private async under(
    under: { victim: Victim; after: number } | null,
    kind: string,
    begin: () => Promise<{ id: string }>,
  ): Promise<Job> {
    const { id } = await begin()
    if (under) {
      await pause(under.after)
      await this.kill(under.victim)
    }
    const job = async () => (await this.ask<Job[]>(`/api/jobs?kind=${kind}`)).find((j) => j.id === id)
    await this.until(`${kind} is over`, async () => ['done', 'failed'].includes((await job())?.state ?? ''))
    const over = (await job())!
    if (over.state === 'failed') throw new Error(`${kind} failed: ${over.sentence}`)
    return over
  }
  private async narrate(under: { victim: Victim; after: number } | null): Promise<void> {
    const body = { voice: null, script: SCRIPT, language: 'en' }
    await this.under(under, 'narrate', () =>
      this.ask<{ id: string }>(`/api/lessons/${this.lesson}/narration`, 'POST', body),
    )
  }
  private async narrated(victim: Victim, after: number, tally: Tally, name: string): Promise<void> {
    await this.narrate({ victim, after })
    const [, { words }] = await this.spoken()
    if (words.length !== WORDS) tally.lost.push(`${name}: ${words.length} of ${WORDS} words are there`)
    this.clips = await this.clipsNow()
  }
  private async align(victim: Victim, after: number, tally: Tally, name: string): Promise<void> {
    const [, spoken] = await this.spoken()
    const body = { lesson: this.lesson, script: SCRIPT, language: 'en' }
    const { facts } = await this.under({ victim, after }, 'align', () =>
      this.ask<{ id: string }>(`/api/media/${spoken.sha256}/align`, 'POST', body),
    )
    if (!facts.said?.startsWith(`${WORDS} of ${WORDS} words`)) tally.lost.push(`${name}: ${facts.said}`)
  }
  private async clean(victim: Victim, after: number, tally: Tally, name: string): Promise<void> {
    const [media, spoken] = await this.spoken()
    const body = { lesson: this.lesson, media, rumble: true, noise: true }
    const { facts } = await this.under({ victim, after }, 'clean', () =>
      this.ask<{ id: string }>(`/api/media/${spoken.sha256}/clean`, 'POST', body),
    )
    if (!facts.sha256) tally.lost.push(`${name}: nothing was cleaned`)
  }
  /** What the narrator has spoken. */
  private async spoken() {
    const own = Object.entries((await this.lessonNow()).media).filter(([, m]) => m.kind === 'sound')
    return own.toSorted(([, a], [, b]) => b.words.length - a.words.length)[0]!
  }

  /** What may not be there between two rounds. */
  async inspect(tally: Tally, name: string): Promise<void> {
    const jobs = await this.ask<Job[]>('/api/jobs').catch(() => [])
    for (const j of jobs) if (j.sentence && RAW.test(j.sentence)) tally.raw.push(`${name}: ${j.sentence}`)
    const media = path.join(this.program.data, 'media')
    const working = jobs.some((j) => j.state === 'running')
    if (!working && existsSync(media)) {
      for (const entry of readdirSync(media)) {
        const whole = !entry.startsWith('.') && existsSync(path.join(media, entry, 'medium.json'))
        if (whole) JSON.parse(readFileSync(path.join(media, entry, 'medium.json'), 'utf8'))
        else tally.halfStored.push(`${name}: media/${entry}`)
      }
      const exported = path.join(this.program.data, 'exports')
      for (const entry of existsSync(exported) ? readdirSync(exported) : [])
        if (entry.endsWith('.part')) tally.halfStored.push(`${name}: exports/${entry}`)
    }
    const toasts = await this.page
      .locator('[data-sonner-toast]')
      .allInnerTexts()
      .catch(() => [])
    for (const t of toasts) if (RAW.test(t)) tally.raw.push(`${name}: ${t}`)
  }
}
