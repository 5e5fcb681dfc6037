import { closeSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { own, type Ownership } from './owner'

const data = mkdtempSync(path.join(tmpdir(), 'vane-owner-'))
afterAll(() => rmSync(data, { recursive: true, force: true }))

test(
  'one Vivid Vane at a time has a data folder; the next one ' +
    'is told which has it, and gets it when that one has ended',
  async () => {
    const first = (await own(data, 4320, () => {})) as Ownership
    expect(typeof first).toBe('object')
    expect(await own(data, 4321, () => {})).toMatch(
      new RegExp(`is in use by the Vivid Vane at http://127\\.0\\.0\\.1:4320 \\(process ${process.pid}\\)`),
    )
    closeSync(first.fd)
    const next = (await own(data, 4321, () => {})) as Ownership
    expect(typeof next).toBe('object')
    closeSync(next.fd)
  },
)
test('what a killed run left behind is waited for', async () => {
  const left = (await own(data, 4320, () => {})) as Ownership
  // Its process is gone, a child of it still holds the lock for a while.
  writeFileSync(path.join(data, 'owner'), JSON.stringify({ pid: 2 ** 22 + 1, port: 4320 }))
  const said: string[] = []
  setTimeout(() => closeSync(left.fd), 500)
  const next = (await own(data, 4321, (line) => said.push(line))) as Ownership
  expect(typeof next).toBe('object')
  expect(said).toEqual(['Waiting for what is left of the last run to end'])
  closeSync(next.fd)
})
