import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import path from 'node:path'

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number }
      s.close(() => done(port))
    })
  })
export const pause = (ms: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, ms)
  })

/** What can be killed under a person's hands. */
export type Victim = 'server' | 'database' | 'ffmpeg' | 'speech' | 'start' | 'browser'

/** The whole program as a person runs it, on a data folder of its own, to be killed in every way. */
export class Program {
  private child: ChildProcess | null = null
  base = ''
  private constructor(
    readonly root: string,
    readonly data: string,
    private readonly port: number,
  ) {
    this.base = `http://127.0.0.1:${port}`
  }

  static async make(root: string, data: string): Promise<Program> {
    return new Program(root, data, await freePort())
  }
  /** Builds what is to be started, where that is due. */
  build(): void {
    execFileSync(path.join(this.root, 'vane'), ['build'], { stdio: 'ignore' })
  }
  /** Starts it, and waits until it answers; `echo` hears what it says. @throws Error after three minutes */
  async start(echo: (words: string) => void = () => {}): Promise<void> {
    const env: NodeJS.ProcessEnv = { ...process.env, VANE_DATA: this.data, VANE_PORT: String(this.port) }
    delete env.DATABASE_URL
    this.child = spawn(path.join(this.root, 'vane'), ['start'], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env,
      detached: true,
    })
    let told = ''
    this.child.stderr!.on('data', (d: Buffer) => {
      told += d.toString()
      echo(d.toString())
    })
    for (let n = 0; n < 1800; n++) {
      if (await this.answers()) return
      if (this.child.exitCode !== null) throw new Error(`start ended with ${this.child.exitCode}: ${told.slice(-600)}`)
      await pause(100)
    }
    throw new Error(`start took more than three minutes: ${told.slice(-600)}`)
  }
  answers(): Promise<boolean> {
    return fetch(`${this.base}/api/lessons`).then(
      (r) => r.ok,
      () => false,
    )
  }

  /** Processes of this program, by their environment or by the files they hold: with their command lines. */
  processes(): { pid: number; line: string }[] {
    return readdirSync('/proc')
      .filter((n) => /^\d+$/.test(n))
      .flatMap((n) => {
        try {
          const line = readFileSync(`/proc/${n}/cmdline`, 'utf8').replaceAll('\0', ' ').trim()
          const mine =
            line.includes(this.data) || readFileSync(`/proc/${n}/environ`, 'utf8').includes(`VANE_DATA=${this.data}\0`)
          return mine && line && Number(n) !== process.pid ? [{ pid: Number(n), line }] : []
        } catch {
          return []
        }
      })
  }
  /** Kills without warning. @returns how many processes were hit */
  kill(victim: Exclude<Victim, 'browser'>): number {
    const is = {
      server: /^vane-app/,
      database: /^mariadbd/,
      ffmpeg: /\bff(mpeg|probe)\b/,
      speech: /^(pocketsphinx_batch|espeak-ng)/,
      start: /src\/cli\/main\.ts start/,
    }[victim]
    const hit = this.processes().filter((p) => is.test(p.line))
    for (const { pid } of hit)
      try {
        process.kill(pid, 'SIGKILL')
      } catch {
        /* it went by itself */
      }
    return hit.length
  }
  async end(): Promise<void> {
    this.child?.kill('SIGTERM')
    for (let n = 0; n < 100 && this.processes().length > 0; n++) await pause(100)
    for (const { pid } of this.processes())
      try {
        process.kill(pid, 'SIGKILL')
      } catch {
        /* it went by itself */
      }
  }
}

/** A request from the program's own page; tried again while nothing answers. */
export async function ask<T>(base: string, where: string, method = 'GET', body?: unknown, seconds = 40): Promise<T> {
  for (let n = 0; ; n++) {
    try {
      const r = await fetch(base + where, {
        method,
        headers: { origin: base, ...(body !== undefined && { 'content-type': 'application/json' }) },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      })
      if (r.ok) return (await r.json()) as T
      if (r.status < 500) throw new Error(`${method} ${where}: ${r.status} ${await r.text()}`)
    } catch (e) {
      if (!(e instanceof TypeError)) throw e
    }
    if (n > seconds * 5) throw new Error(`${method} ${where}: nothing answered for ${seconds} s`)
    await pause(200)
  }
}
/** Words that a program says and no person: paths, addresses in memory, names of errors, SQL. */
export const RAW = new RegExp(
  [
    /\/(tmp|root|work|home|usr|proc)\/|0x[0-9a-f]{6}|\bE[A-Z]{4,}\b/,
    /\b(SELECT|INSERT|UPDATE) |\[\w+ @|ended with (null|\d+)|undefined|NaN|\bnull\b|Error:/,
  ]
    .map((r) => r.source)
    .join('|'),
)
