import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Program } from '../testing/program'

/** Starts the whole program as a person does, on a free port with an empty data folder; ends it afterwards. */
export default async function setup(): Promise<() => Promise<void>> {
  const data = mkdtempSync(path.join(tmpdir(), 'vane-e2e-'))
  const program = await Program.make(path.join(import.meta.dirname, '..'), data)
  program.build()
  await program.start((words) => process.stderr.write(words))
  process.env.VANE_E2E_URL = program.base
  process.env.VANE_E2E_DATA = data
  return async () => {
    await program.end()
    rmSync(data, { recursive: true, force: true })
  }
}
