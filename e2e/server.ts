import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Program } from '../testing/program'
import { WORKERS } from './playwright.config'

/**
 * Starts the whole program as a person does, on free ports, once for each worker: what one of them kills and fills up
 * is nobody else's. The first is begun with an empty data folder; the others have a copy of what it loaded, which
 * stays untouched in `VANE_E2E_FRESH` for whoever needs a program more. Ends them afterwards.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const root = path.join(import.meta.dirname, '..')
  const folder = () => mkdtempSync(path.join(tmpdir(), 'vane-e2e-'))
  const echo = (words: string) => process.stderr.write(words)
  const first = await Program.make(root, folder())
  first.build()
  await first.start(echo)
  await first.end()
  const own = await Promise.all(
    Array.from({ length: WORKERS }, () => {
      const data = folder()
      cpSync(first.data, data, { recursive: true })
      return Program.make(root, data)
    }),
  )
  await Promise.all(own.map((program) => program.start(echo)))
  process.env.VANE_E2E = JSON.stringify(own.map(({ base, data }) => ({ base, data })))
  process.env.VANE_E2E_FRESH = first.data
  return async () => {
    for (const program of own) await program.end()
    for (const { data } of [first, ...own]) rmSync(data, { recursive: true, force: true })
  }
}
