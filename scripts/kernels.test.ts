import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

const ROOT = path.join(__dirname, '..')
const beside = (file: string) => readFileSync(path.join(ROOT, 'wasm', file))

test.each(['planes', 'vision'])('what stands beside wasm/%s.ts is what it compiles to', (kernel) => {
  const source = createHash('sha256')
    .update(beside(`${kernel}.ts`))
    .digest('hex')
  expect(beside(`${kernel}.source`).toString().trim()).toBe(source)
  const out = path.join(mkdtempSync(path.join(tmpdir(), 'kernel-')), `${kernel}.wasm`)
  execFileSync(path.join(ROOT, 'vane'), ['compile', kernel, out])
  expect(readFileSync(out).equals(beside(`${kernel}.wasm`))).toBe(true)
})
