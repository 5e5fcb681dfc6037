import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'

const freePort = (): Promise<number> => new Promise((done) => {
  const s = createServer().listen(0, '127.0.0.1', () => { const { port } = s.address() as { port: number }; s.close(() => done(port)) })
})

/** Starts the whole program as a person does, on a free port with an empty data folder; ends it afterwards. */
export default async function setup(): Promise<() => Promise<void>> {
  const data = mkdtempSync(path.join(tmpdir(), 'vane-e2e-'))
  const port = await freePort()
  const env: NodeJS.ProcessEnv = { ...process.env, VANE_DATA: data, VANE_PORT: String(port) }
  delete env.DATABASE_URL
  const child = spawn(path.join(import.meta.dirname, '../vane'), ['start'], { stdio: ['ignore', 'inherit', 'pipe'], env })
  await new Promise<void>((done, fail) => {
    child.stderr!.on('data', (d: Buffer) => { process.stderr.write(d); if (d.toString().includes('is at http')) done() })
    child.on('exit', (code) => fail(new Error(`./vane start ended with ${code}`)))
  })
  process.env.VANE_E2E_URL = `http://127.0.0.1:${port}`
  process.env.VANE_E2E_DATA = data
  return async () => {
    const gone = new Promise((done) => child.once('exit', done))
    child.removeAllListeners('exit')
    child.once('exit', () => {})
    child.kill('SIGTERM')
    await Promise.race([gone, new Promise((done) => setTimeout(done, 15_000))])
    rmSync(data, { recursive: true, force: true })
  }
}
