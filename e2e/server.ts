import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Program } from '../testing/program'
import { WORKERS } from './playwright.config'

/**
 * Starts the whole program as a person does, on free ports with empty data folders, once for each worker: what one of
 * them kills and fills up is nobody else's. Ends them afterwards.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const root = path.join(import.meta.dirname, '..')
  const own = await Promise.all(
    Array.from({ length: WORKERS }, () => Program.make(root, mkdtempSync(path.join(tmpdir(), 'vane-e2e-')))),
  )
  own[0]!.build()
  await Promise.all(own.map((program) => program.start((words) => process.stderr.write(words))))
  process.env.VANE_E2E = JSON.stringify(own.map(({ base, data }) => ({ base, data })))
  return async () => {
    for (const program of own) {
      await program.end()
      rmSync(program.data, { recursive: true, force: true })
    }
  }
}
