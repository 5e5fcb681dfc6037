import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import path from 'node:path'
import { chromium, type Page } from '@playwright/test'
import type { Lesson } from '@/core/lesson/schema'
import { appRoot } from '@/server/root'

const freePort = (): Promise<number> => new Promise((done) => { const s = createServer().listen(0, '127.0.0.1', () => { const { port } = s.address() as { port: number }; s.close(() => done(port)) }) })

/** A page of a browser without a GPU on a server of its own, for as long as `use` takes. */
export async function withServer<T>(root: string, use: (page: Page, base: string) => Promise<T>): Promise<T> {
  const port = await freePort()
  const server = spawn(path.join(appRoot(), 'vane'), ['start'], { stdio: ['ignore', 'ignore', 'pipe'], env: { ...process.env, VANE_DATA: root, VANE_PORT: String(port) } })
  await new Promise<void>((done, fail) => { server.stderr!.on('data', (d: Buffer) => { if (d.toString().includes('is at http')) done() }); server.on('exit', (c) => fail(new Error(`the server ended with ${c}`))) })
  server.removeAllListeners('exit')
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--autoplay-policy=no-user-gesture-required'] })
  try {
    return await use(await browser.newPage({ viewport: { width: 1280, height: 800 } }), `http://127.0.0.1:${port}`)
  } finally {
    await browser.close()
    const gone = new Promise((done) => server.once('exit', done))
    server.kill('SIGTERM')
    await Promise.race([gone, new Promise((done) => setTimeout(done, 10_000))])
  }
}

/** Stores a lesson on the server and gives its id. */
export async function store(base: string, lesson: Lesson): Promise<string> {
  const post = async (where: string, body: unknown) => {
    const r = await fetch(base + where, { method: 'POST', headers: { 'content-type': 'application/json', origin: base }, body: JSON.stringify(body) })
    if (!r.ok) throw new Error(await r.text())
    return r.json() as Promise<{ id: string }>
  }
  const { id } = await post('/api/lessons', { name: lesson.name })
  const patches = (['media', 'tracks', 'clips', 'elements', 'moments', 'frame', 'rate', 'length', 'motionBlur'] as const).map((key) => ({ op: 'replace', path: [key], value: lesson[key] }))
  await post(`/api/lessons/${id}/steps`, { do: 'edit', base: 0, client: 'bench', label: 'fill', patches, inverse: [] })
  return id
}
